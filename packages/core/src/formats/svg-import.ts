/**
 * Paths out of an SVG file, in millimetres, as lines that can become outline, openings, keep-outs or marks. The
 * file is read as data, element by element; nothing of it is ever shown or run. Scripts, external links and
 * whatever else is not a line are refused or left out, and said so.
 */
import { SaxesParser } from 'saxes';
import svgpath from 'svgpath';
import { lineProblem } from '../cloth/curve-problems.ts';
import { plainLine } from '../errors/plain-line.ts';
import { fail, type Problem, type Result, succeed } from '../errors/problem.ts';
import { mapNode } from '../geometry/curve.ts';
import type { Point } from '../geometry/point.ts';
import { LARGEST_COORDINATE_MM } from '../units/tolerances.ts';
import { type Room, readShape, SHAPES, type Shape, type SvgLine } from './svg-shapes.ts';
import {
  type Attributes,
  fitView,
  type Matrix,
  maybeSvgLength,
  maybeSvgLengthMm,
  NO_CHANGE,
  PX_MM,
  times,
  transformed,
  viewOf,
} from './svg-view.ts';

/** The largest file that is read, in characters: a finely traced motif has a tenth of it. */
export const LARGEST_SVG_CHARACTERS = 5_000_000;

/** Lines that are taken from one file, at most. */
export const MOST_SVG_LINES = 500;

/** Lines that are no lines are named up to so many; more are counted. */
const MOST_NAMED = 5;

/** Elements inside each other, at most. */
const DEEPEST_NESTING = 64;

export interface SvgDrawing {
  readonly lines: readonly SvgLine[];
  /** The size the file says it has, mm; null when it says none. */
  readonly widthMm: number | null;
  readonly heightMm: number | null;
  /** What was left out, in words. */
  readonly leftOut: readonly string[];
}

/** Elements whose content is no drawing of its own. */
const SKIPPED = new Set([
  'defs',
  'clippath',
  'mask',
  'pattern',
  'symbol',
  'marker',
  'style',
  'metadata',
  'title',
  'desc',
]);
/** Elements that could run or fetch something: a file with any of them is refused. */
const DANGEROUS = new Set([
  'script',
  'foreignobject',
  'iframe',
  'object',
  'embed',
  'audio',
  'video',
  'handler',
  'set',
  'animate',
  'animatetransform',
  'animatemotion',
]);
/** Elements that are drawn but are no lines. */
const NOT_LINES = new Set(['text', 'image', 'use', 'tspan', 'switch']);

/** The matrix of a `transform` attribute, by what the path library makes of three places. */
function matrixOf(text: string | undefined): Matrix {
  if (text === undefined || text.trim() === '') return NO_CHANGE;
  const places: Point[] = [];
  svgpath('M0 0L1 0L0 1')
    .transform(text)
    .iterate((segment) => {
      places.push({ x: segment[1] as number, y: segment[2] as number });
    });
  const [o, x, y] = places as [Point, Point, Point];
  return [x.x - o.x, x.y - o.y, y.x - o.x, y.y - o.y, o.x, o.y];
}

/** From the file's units to mm: what width, height and viewBox of the outermost element say together. */
function rootMatrix(attributes: Attributes): {
  readonly matrix: Matrix;
  readonly widthMm: number | null;
  readonly heightMm: number | null;
  readonly room: Room;
} {
  const widthMm = maybeSvgLengthMm(attributes['width']);
  const heightMm = maybeSvgLengthMm(attributes['height']);
  const view = viewOf(attributes);
  if (view === null) {
    const room = { width: (widthMm ?? 0) / PX_MM, height: (heightMm ?? 0) / PX_MM };
    return { matrix: [PX_MM, 0, 0, PX_MM, 0, 0], widthMm, heightMm, room };
  }
  // Where one of the two is not said, it follows from the other.
  const scale = (widthMm ?? 0) / view.width || (heightMm ?? 0) / view.height || PX_MM;
  const matrix = fitView(view, widthMm ?? view.width * scale, heightMm ?? view.height * scale, attributes);
  return { matrix, widthMm, heightMm, room: view };
}

/** Where a drawing within the drawing lies, and the room it gives to what is in it. */
function nestedMatrix(attributes: Attributes, outer: Room): { readonly matrix: Matrix; readonly room: Room } {
  const length = (name: string, whole: number): number | null => maybeSvgLength(attributes[name], whole);
  const [width, height] = [length('width', outer.width), length('height', outer.height)];
  const room = { width: width ?? outer.width, height: height ?? outer.height };
  const at: Matrix = [1, 0, 0, 1, length('x', outer.width) ?? 0, length('y', outer.height) ?? 0];
  const view = viewOf(attributes);
  return view === null
    ? { matrix: at, room }
    : { matrix: times(at, fitView(view, room.width, room.height, attributes)), room: view };
}

/** Stops the parser with a problem in words. */
class Refused extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }
}

/** Reads an SVG file's text: its lines in mm, or why not. */
export function readSvg(text: string): Result<SvgDrawing> {
  if (text.length > LARGEST_SVG_CHARACTERS) {
    return fail('svg-too-large', `It has ${(text.length / 1e6).toFixed(1)} million characters.`);
  }
  try {
    return readElements(text);
  } catch (error) {
    return error instanceof Refused ? { ok: false, problem: error.problem } : fail('svg-broken');
  }
}

function readElements(text: string): Result<SvgDrawing> {
  const lines: SvgLine[] = [];
  const leftOut = new Map<string, number>();
  const unreadable: string[] = [];
  const styled = new Set<string>();
  const stack: Array<{
    readonly name: string;
    readonly matrix: Matrix;
    readonly room: Room;
    readonly isSkipped: boolean;
  }> = [];
  let size: Pick<SvgDrawing, 'widthMm' | 'heightMm'> | null = null as Pick<
    SvgDrawing,
    'widthMm' | 'heightMm'
  > | null;
  const parser = new SaxesParser();
  parser.on('error', () => {
    throw refusal('svg-broken', `Line ${parser.line}, letter ${parser.column} is where it goes wrong.`);
  });
  parser.on('doctype', (doctype) => {
    if (doctype.includes('<!ENTITY')) throw refusal('svg-unsafe', 'It defines entities.');
  });
  parser.on('opentag', (tag) => {
    const name = tag.name.toLowerCase().replace(/^svg:/, '');
    const attributes = tag.attributes as Attributes;
    if (stack.length > DEEPEST_NESTING)
      throw refusal('svg-too-large', `It nests deeper than ${DEEPEST_NESTING} elements.`);
    checkSafe(name, attributes);
    if (size === null) {
      if (name !== 'svg') throw refusal('svg-foreign', `Its first element is <${name.slice(0, 30)}>.`);
      const root = rootMatrix(attributes);
      size = { widthMm: root.widthMm, heightMm: root.heightMm };
      stack.push({ name, matrix: root.matrix, room: root.room, isSkipped: false });
      return;
    }
    const parent = stack.at(-1) ?? { matrix: NO_CHANGE, room: { width: 0, height: 0 }, isSkipped: true };
    const isSkipped = parent.isSkipped || SKIPPED.has(name) || isHidden(attributes);
    let { room } = parent;
    let matrix = times(parent.matrix, matrixOf(attributes['transform']));
    if (name === 'svg') {
      const nested = nestedMatrix(attributes, room);
      matrix = times(matrix, nested.matrix);
      room = nested.room;
    }
    stack.push({ name, matrix, room, isSkipped });
    if (isSkipped) return;
    if (/(?:^|[;\s])transform\s*:/.test(attributes['style'] ?? '')) styled.add('style');
    if (NOT_LINES.has(name)) leftOut.set(name, (leftOut.get(name) ?? 0) + 1);
    const shapes = Object.hasOwn(SHAPES, name) ? readShape(SHAPES[name] as Shape, attributes, room) : [];
    if (shapes === null) unreadable.push(nameOf(attributes, lines.length + 1));
    for (const shape of shapes ?? []) {
      const line = namedLine(shape, attributes, matrix, lines.length + 1);
      const problem = line === null ? null : lineProblem(line.nodes, `“${line.name}”`, '');
      if (line === null || problem?.code === 'line-empty')
        unreadable.push(nameOf(attributes, lines.length + 1));
      else if (problem !== null) throw new Refused(problem);
      else lines.push(line);
      if (lines.length > MOST_SVG_LINES)
        throw refusal('svg-too-large', `It has more than ${MOST_SVG_LINES} lines.`);
    }
  });
  const readStyle = (text: string): void => {
    if (stack.at(-1)?.name === 'style' && HIDES_OR_MOVES.test(text)) styled.add('sheet');
  };
  parser.on('text', readStyle);
  parser.on('cdata', readStyle);
  parser.on('closetag', () => {
    stack.pop();
  });
  parser.write(text).close();
  if (size === null) return fail('svg-foreign', 'It is empty.');
  const left = [
    ...listed(leftOut),
    ...unreadableWords(unreadable),
    ...(styled.size === 0
      ? []
      : ['what its styles hide, move or turn: all lines are taken as they are drawn']),
  ];
  if (lines.length === 0) return fail('svg-no-lines', left.length === 0 ? '' : `(${left.join(', ')})`);
  return succeed({ lines, ...size, leftOut: left });
}

/** What a style sheet can do to a line that matters here. */
const HIDES_OR_MOVES =
  /(?:^|[{;\s])(?:display|visibility|transform|translate|rotate|scale|d|x|y|r|cx|cy|rx|ry|width|height)\s*:/;

function isHidden({ display, visibility, style = '' }: Attributes): boolean {
  return (
    display === 'none' ||
    visibility === 'hidden' ||
    /(?:^|[;\s])(?:display\s*:\s*none|visibility\s*:\s*hidden)/.test(style)
  );
}

function listed(leftOut: ReadonlyMap<string, number>): readonly string[] {
  return [...leftOut].map(([name, count]) => `${count} × <${name}>`);
}

/** Lines that are none, by name; of many, how many. */
function unreadableWords(names: readonly string[]): readonly string[] {
  if (names.length > MOST_NAMED) return [`${names.length} lines that cannot be read or have no length`];
  return names.map((name) => `“${name}”, which cannot be read or has no length`);
}

function refusal(code: Problem['code'], detail: string): Refused {
  return new Refused(fail(code, detail).problem);
}

/** Refuses what could run or fetch something: scripts, handlers, links out of the file. */
function checkSafe(name: string, attributes: Attributes): void {
  if (DANGEROUS.has(name)) throw refusal('svg-unsafe', `It contains <${name}>.`);
  for (const [attribute, value] of Object.entries(attributes)) {
    if (/^on/i.test(attribute)) throw refusal('svg-unsafe', `It contains the handler “${attribute}”.`);
    const isLink = /^(xlink:)?href$/i.test(attribute);
    if (isLink && !value.startsWith('#') && !value.startsWith('data:image/'))
      throw refusal('svg-unsafe', `It links to “${value.slice(0, 60)}”.`);
    if (attribute === 'style' && /url\(\s*['"]?(?!#)/i.test(value))
      throw refusal('svg-unsafe', 'Its style links out of the file.');
  }
}

function nameOf(attributes: Attributes, number: number): string {
  const given = attributes['aria-label'] ?? attributes['id'] ?? '';
  return plainLine(given, 60) || `path ${number}`;
}

function farWords(mm: number): string {
  return mm < 1_000_000 ? `to ${(mm / 1000).toFixed(0)} m` : 'farther than a kilometre';
}

/** A shape as a line in mm; null where it has a number that cannot be read. */
function namedLine(
  shape: Pick<SvgLine, 'nodes' | 'closed'>,
  attributes: Attributes,
  matrix: Matrix,
  number: number,
): SvgLine | null {
  const name = nameOf(attributes, number);
  const nodes = shape.nodes.map((node) => mapNode(node, (p) => transformed(matrix, p)));
  for (const { at, before, after } of nodes) {
    for (const p of [at, before ?? at, after ?? at]) {
      if (!Number.isFinite(p.x) || !Number.isFinite(p.y)) return null;
      if (Math.max(Math.abs(p.x), Math.abs(p.y)) > LARGEST_COORDINATE_MM)
        throw refusal(
          'size-too-large',
          `(“${name}” reaches ${farWords(Math.max(Math.abs(p.x), Math.abs(p.y)))})`,
        );
    }
  }
  return { name, closed: shape.closed, nodes };
}
