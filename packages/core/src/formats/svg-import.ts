/**
 * Paths out of an SVG file, in millimetres, as lines that can become outline, openings, keep-outs or marks. The
 * file is read as data, element by element; nothing of it is ever shown or run. Scripts, external links and
 * whatever else is not a line are refused or left out, and said so.
 */
import { applyToPoint, compose, identity, type Matrix, scale, translate } from 'transformation-matrix';
import { lineProblem } from '../cloth/curve-problems.ts';
import { plainLine } from '../errors/plain-line.ts';
import { fail, type Result, succeed } from '../errors/problem.ts';
import { mapNode } from '../geometry/curve.ts';
import { LARGEST_COORDINATE_MM } from '../units/tolerances.ts';
import { matrixOfAttribute, maybeMatrixOfStyle } from './svg-matrix.ts';
import { type Room, readShape, SHAPES, type Shape, type SvgLine } from './svg-shapes.ts';
import { type SvgStyles, stylesOf } from './svg-styles.ts';
import { Refused, readTree, refusal, type SvgNode } from './svg-tree.ts';
import { type Attributes, fitView, maybeSvgLength, maybeSvgLengthMm, PX_MM, viewOf } from './svg-view.ts';

/** The largest file that is read, in characters: a finely traced motif has a tenth of it. */
export const LARGEST_SVG_CHARACTERS = 5_000_000;

/** Lines that are taken from one file, at most. */
const MOST_SVG_LINES = 500;

/** Lines that are no lines are named up to so many; more are counted. */
const MOST_NAMED = 5;

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
/** Elements that are drawn but are no lines. */
const NOT_LINES = new Set(['text', 'image', 'use', 'tspan', 'switch']);

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
    return { matrix: scale(PX_MM), widthMm, heightMm, room };
  }
  // Where one of the two is not said, it follows from the other.
  const byMm = (widthMm ?? 0) / view.width || (heightMm ?? 0) / view.height || PX_MM;
  const matrix = fitView(view, widthMm ?? view.width * byMm, heightMm ?? view.height * byMm, attributes);
  return { matrix, widthMm, heightMm, room: view };
}

/** Where a drawing within the drawing lies, and the room it gives to what is in it. */
function nestedMatrix(attributes: Attributes, outer: Room): { readonly matrix: Matrix; readonly room: Room } {
  const length = (name: string, whole: number): number | null => maybeSvgLength(attributes[name], whole);
  const [width, height] = [length('width', outer.width), length('height', outer.height)];
  const room = { width: width ?? outer.width, height: height ?? outer.height };
  const at = translate(length('x', outer.width) ?? 0, length('y', outer.height) ?? 0);
  const view = viewOf(attributes);
  return view === null
    ? { matrix: at, room }
    : { matrix: compose(at, fitView(view, room.width, room.height, attributes)), room: view };
}

/** Reads an SVG file's text: its lines in mm, or why not. Fails where the text is too large, is no SVG, or has no line that can be used. */
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
  const tree = readTree(text);
  if (!tree.ok) return tree;
  const { root } = tree.value;
  const styles = stylesOf(tree.value);
  const { matrix, room, widthMm, heightMm } = rootMatrix(root.attributes);
  const found: Found = { lines: [], leftOut: new Map(), unreadable: [], styles, isBeyond: false };
  for (const child of root.children) readNode(child, { matrix, room, isHidden: false }, found);
  const { lines, leftOut, unreadable } = found;
  const left = [
    ...listed(leftOut),
    ...unreadableWords(unreadable),
    ...(found.isBeyond || styles.isBeyond()
      ? ['some of what its styles hide, move or turn: such lines are taken as they are drawn']
      : []),
  ];
  if (lines.length === 0) return fail('svg-no-lines', left.length === 0 ? '' : `(${left.join(', ')})`);
  return succeed({ lines, widthMm, heightMm, leftOut: left });
}

/** What has been read of a drawing so far. */
interface Found {
  readonly lines: SvgLine[];
  readonly leftOut: Map<string, number>;
  readonly unreadable: string[];
  readonly styles: SvgStyles;
  /** A style moves or turns something in a way that is not followed. */
  isBeyond: boolean;
}

/** What an element takes over from those it lies in. */
interface Surroundings {
  readonly matrix: Matrix;
  readonly room: Room;
  readonly isHidden: boolean;
}

function readNode(node: SvgNode, around: Surroundings, found: Found): void {
  const { name, attributes } = node;
  if (SKIPPED.has(name)) return;
  const { display, visibility, transform } = found.styles.of(node);
  if (display === 'none') return;
  // What is hidden may show something that is in it (CSS: visibility is inherited).
  const isHidden =
    visibility === undefined || visibility === 'inherit' ? around.isHidden : visibility !== 'visible';
  let { room } = around;
  let matrix = compose(around.matrix, transformOf(node, transform, found));
  if (name === 'svg') {
    const nested = nestedMatrix(attributes, room);
    matrix = compose(matrix, nested.matrix);
    room = nested.room;
  }
  if (!isHidden) readLines(node, matrix, room, found);
  for (const child of node.children) readNode(child, { matrix, room, isHidden }, found);
}

/** The transform that holds for an element: its style's, or its attribute's. */
function transformOf({ attributes }: SvgNode, declared: string | undefined, found: Found): Matrix {
  const own = attributes['transform'];
  if (declared === undefined) return identity();
  if (declared === own) return matrixOfAttribute(own);
  const matrix = maybeMatrixOfStyle(declared);
  if (matrix !== null) return matrix;
  found.isBeyond = true;
  return own === undefined ? identity() : matrixOfAttribute(own);
}

function readLines({ name, attributes }: SvgNode, matrix: Matrix, room: Room, found: Found): void {
  const { lines, leftOut, unreadable } = found;
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
}

function listed(leftOut: ReadonlyMap<string, number>): readonly string[] {
  return [...leftOut].map(([name, count]) => `${count} × <${name}>`);
}

/** Lines that are none, by name; of many, how many. */
function unreadableWords(names: readonly string[]): readonly string[] {
  if (names.length > MOST_NAMED) return [`${names.length} lines that cannot be read or have no length`];
  return names.map((name) => `“${name}”, which cannot be read or has no length`);
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
  const nodes = shape.nodes.map((node) => mapNode(node, (p) => applyToPoint(matrix, p)));
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
