/** The elements of SVG that are lines, as nodes in the drawing's own units (SVG standard). */
import svgpath from 'svgpath';
import { type CurveNode, ovalCurve, roundedBoxCurve } from '../geometry/curve.ts';
import { distance, type Point } from '../geometry/point.ts';
import { refusal } from './svg-tree.ts';
import { type Attributes, maybeSvgLength, type View } from './svg-view.ts';

/** A line of the file. */
export interface SvgLine {
  /** The `id` or the label it has in the file, or `path 1`, `path 2`, … */
  readonly name: string;
  readonly closed: boolean;
  readonly nodes: readonly CurveNode[];
}

/** The room that percentages are of, in the units within it. */
export type Room = Pick<View, 'width' | 'height'>;

/** The length of an attribute in the drawing's units: 0 where it is missing, NaN where it is no length. */
type LengthOf = (name: string) => number;

/** A way of reading one element: its nodes in the file's own units, before transforms; null when it cannot be read. */
export type Shape = (
  attributes: Attributes,
  length: LengthOf,
) => ReadonlyArray<Pick<SvgLine, 'nodes' | 'closed'>> | null;

/** Each by the name of its element. */
export const SHAPES: Readonly<Record<string, Shape>> = {
  path: ({ d = '' }) => nodesOfPath(d),
  rect(_attributes, length) {
    const [x, y, width, height] = [length('x'), length('y'), length('width'), length('height')];
    const corner = length('rx') || length('ry');
    return width > 0 && height > 0
      ? [{ nodes: roundedBoxCurve(x, y, x + width, y + height, corner), closed: true }]
      : [];
  },
  circle: (_attributes, length) => oval(length, length('r'), length('r')),
  ellipse: (_attributes, length) => oval(length, length('rx'), length('ry')),
  line: (_attributes, length) => [
    {
      nodes: [{ at: { x: length('x1'), y: length('y1') } }, { at: { x: length('x2'), y: length('y2') } }],
      closed: false,
    },
  ],
  polyline: ({ points = '' }) => polyline(points, false),
  polygon: ({ points = '' }) => polyline(points, true),
};

function oval(length: LengthOf, rx: number, ry: number): ReturnType<Shape> {
  const at = { x: length('cx'), y: length('cy') };
  return rx > 0 && ry > 0 ? [{ nodes: ovalCurve(at, rx, ry), closed: true }] : [];
}

function polyline(text: string, closed: boolean): ReturnType<Shape> {
  const values = text
    .split(/[\s,]+/)
    .filter((word) => word !== '')
    .map(Number);
  const nodes: CurveNode[] = [];
  for (let i = 0; i + 1 < values.length; i += 2)
    nodes.push({ at: { x: values[i] as number, y: values[i + 1] as number } });
  return nodes.length < 2 ? [] : [{ nodes, closed }];
}

/** Numbers of one path, at most: dozens of lines as fine as a line may be, and little enough to be read in a second. */
const MOST_NUMBERS = 300_000;

/** Whether path data has more numbers than are read; counted by where they begin, without making anything of them. */
function hasTooManyNumbers(data: string): boolean {
  let count = 0;
  let wasDigit = false;
  for (let i = 0; i < data.length; i++) {
    const code = data.charCodeAt(i);
    const isDigit = code >= 48 && code <= 57;
    if (isDigit && !wasDigit) count += 1;
    wasDigit = isDigit;
  }
  return count > MOST_NUMBERS;
}

/** The subpaths of path data; curves of every kind become cubics. Null for data that is not readable. */
function nodesOfPath(data: string): ReturnType<Shape> {
  if (hasTooManyNumbers(data))
    throw refusal('svg-too-large', `A path in it has more than ${MOST_NUMBERS} numbers.`);
  const lines: Array<{ nodes: CurveNode[]; closed: boolean }> = [];
  const path = svgpath(data).abs().unshort().unarc();
  if ('err' in path && path.err) return null;
  let current: CurveNode[] = [];
  let from: Point = { x: 0, y: 0 };
  const bend = (node: CurveNode): void => {
    const last = current.at(-1);
    if (last !== undefined)
      current[current.length - 1] = { ...last, ...(node.after === undefined ? {} : { after: node.after }) };
  };
  const curveTo = (after: Point, before: Point, at: Point): void => {
    bend({ at: from, after });
    current.push({ at, before });
    from = at;
  };
  const finish = (closed: boolean): void => {
    if (current.length > 1) lines.push({ nodes: closed ? joined(current) : current, closed });
    current = [];
  };
  path.iterate((segment) => {
    const [command] = segment;
    const n = segment.slice(1) as number[];
    const point = (i: number): Point => ({ x: n[i] as number, y: n[i + 1] as number });
    switch (command) {
      case 'M':
        finish(false);
        from = point(0);
        current = [{ at: from }];
        break;
      case 'L':
        from = point(0);
        current.push({ at: from });
        break;
      case 'H':
        from = { x: n[0] as number, y: from.y };
        current.push({ at: from });
        break;
      case 'V':
        from = { x: from.x, y: n[0] as number };
        current.push({ at: from });
        break;
      case 'C':
        curveTo(point(0), point(2), point(4));
        break;
      case 'Q': {
        // A quadratic curve as a cubic: the handles lie two thirds of the way to its control point (geometry).
        const control = point(0);
        const at = point(2);
        const third = (end: Point): Point => ({
          x: end.x + ((control.x - end.x) * 2) / 3,
          y: end.y + ((control.y - end.y) * 2) / 3,
        });
        curveTo(third(from), third(at), at);
        break;
      }
      default: {
        const start = current[0]?.at;
        finish(true);
        // After Z a new line may start without M, at the same place.
        if (start !== undefined) {
          from = start;
          current = [{ at: start }];
        }
      }
    }
  });
  finish(false);
  return lines;
}

/** A closed line whose last node lies on its first is one node shorter. */
function joined(nodes: readonly CurveNode[]): CurveNode[] {
  const first = nodes[0] as CurveNode;
  const last = nodes.at(-1) as CurveNode;
  if (nodes.length < 3 || distance(first.at, last.at) > 1e-6) return [...nodes];
  return [{ ...first, ...(last.before === undefined ? {} : { before: last.before }) }, ...nodes.slice(1, -1)];
}

/** The lines of an element; null where it has data or lengths that cannot be read. */
export function readShape(shape: Shape, attributes: Attributes, room: Room): ReturnType<Shape> {
  const lengthOf = lengthsIn(attributes, room);
  let isReadable = true;
  const shapes = shape(attributes, (name) => {
    const length = lengthOf(name);
    if (!Number.isFinite(length)) isReadable = false;
    return length;
  });
  return isReadable ? shapes : null;
}

/** Lengths of an element: percentages are of the width, of the height, or of both for a radius (SVG standard). */
function lengthsIn(attributes: Attributes, room: Room): LengthOf {
  const both = Math.hypot(room.width, room.height) / Math.SQRT2;
  return (name) => {
    const text = attributes[name];
    if (text === undefined || text.trim() === '' || text === 'auto') return 0;
    const whole = /^(?:x|cx|x1|x2|width|rx)$/.test(name) ? room.width : name === 'r' ? both : room.height;
    return maybeSvgLength(text, whole) ?? Number.NaN;
  };
}
