/** Changing a drawn line node by node. Every function gives a new list and leaves the old one as it is. */
import { type CurveNode, moveNode } from './curve.ts';
import { add, between, distance, type Point, scale, subtract } from './point.ts';

export type HandleSide = 'before' | 'after';

function nodeAt(nodes: readonly CurveNode[], index: number): CurveNode {
  const node = nodes[index];
  if (node === undefined) throw new RangeError(`curve: there is no node ${index} among ${nodes.length}`);
  return node;
}

function withNode(nodes: readonly CurveNode[], index: number, node: CurveNode): readonly CurveNode[] {
  return nodes.map((other, i) => (i === index ? node : other));
}

/** Moves a node to a place; its handles go along. Throws RangeError for a node that is not there. */
export function moveNodeTo(nodes: readonly CurveNode[], index: number, at: Point): readonly CurveNode[] {
  const node = nodeAt(nodes, index);
  return withNode(nodes, index, moveNode(node, subtract(at, node.at)));
}

/**
 * Moves a handle. When its node has one on the other side that lies opposite (a smooth node), that one turns
 * along and keeps its length. Throws RangeError for a node that is not there.
 */
export function moveHandleTo(
  nodes: readonly CurveNode[],
  index: number,
  side: HandleSide,
  to: Point,
): readonly CurveNode[] {
  const node = nodeAt(nodes, index);
  const otherSide: HandleSide = side === 'before' ? 'after' : 'before';
  const moved = { ...node, [side]: to };
  const other = node[otherSide];
  const old = node[side];
  if (other === undefined || old === undefined || !isOpposite(node.at, old, other))
    return withNode(nodes, index, moved);
  const length = distance(node.at, to);
  if (length === 0) return withNode(nodes, index, moved);
  const away = scale(subtract(node.at, to), distance(node.at, other) / length);
  return withNode(nodes, index, { ...moved, [otherSide]: add(node.at, away) });
}

/** Whether two handles lie on one line through their node, on either side of it, to about half a degree. */
function isOpposite(at: Point, a: Point, b: Point): boolean {
  const [u, v] = [subtract(a, at), subtract(b, at)];
  const lengths = Math.hypot(u.x, u.y) * Math.hypot(v.x, v.y);
  return lengths > 0 && (u.x * v.x + u.y * v.y) / lengths < -0.99996;
}

/**
 * A new node in the middle of the leg after node `index`; a curved leg keeps its course (de Casteljau). Throws
 * RangeError when there is no such leg.
 */
export function insertNode(
  nodes: readonly CurveNode[],
  index: number,
  closed: boolean,
): readonly CurveNode[] {
  if (index < 0 || index >= nodes.length - (closed ? 0 : 1))
    throw new RangeError(`curve: there is no leg ${index} among ${nodes.length} nodes`);
  const from = nodeAt(nodes, index);
  const nextIndex = (index + 1) % nodes.length;
  const to = nodeAt(nodes, nextIndex);
  if (from.after === undefined && to.before === undefined) {
    return [...nodes.slice(0, index + 1), { at: between(from.at, to.at, 0.5) }, ...nodes.slice(index + 1)];
  }
  const half = (a: Point, b: Point): Point => between(a, b, 0.5);
  const ab = half(from.at, from.after ?? from.at);
  const bc = half(from.after ?? from.at, to.before ?? to.at);
  const cd = half(to.before ?? to.at, to.at);
  const before = half(ab, bc);
  const after = half(bc, cd);
  const halved = withNode(withNode(nodes, index, { ...from, after: ab }), nextIndex, {
    ...(nextIndex === index ? { ...from, after: ab } : to),
    before: cd,
  });
  return [
    ...halved.slice(0, index + 1),
    { at: half(before, after), before, after },
    ...halved.slice(index + 1),
  ];
}

/** The line without a node. Throws RangeError for a node that is not there. */
export function removeNode(nodes: readonly CurveNode[], index: number): readonly CurveNode[] {
  nodeAt(nodes, index);
  return nodes.filter((_, i) => i !== index);
}

/**
 * Makes a corner smooth, with handles a third of the way along the line through its neighbours, or a smooth node
 * a corner. Throws RangeError for a node that is not there.
 */
export function toggleSmooth(
  nodes: readonly CurveNode[],
  index: number,
  closed: boolean,
): readonly CurveNode[] {
  const node = nodeAt(nodes, index);
  if (node.before !== undefined || node.after !== undefined) return withNode(nodes, index, { at: node.at });
  const last = nodes.length - 1;
  const before = index > 0 ? nodes[index - 1] : closed ? nodes[last] : undefined;
  const after = index < last ? nodes[index + 1] : closed ? nodes[0] : undefined;
  const direction = subtract((after ?? node).at, (before ?? node).at);
  const length = Math.hypot(direction.x, direction.y);
  if (length === 0) return nodes;
  const reach = (neighbour: CurveNode | undefined, sign: 1 | -1): Partial<CurveNode> => {
    if (neighbour === undefined) return {};
    const by = scale(direction, (sign * distance(node.at, neighbour.at)) / 3 / length);
    return sign < 0 ? { before: add(node.at, by) } : { after: add(node.at, by) };
  };
  return withNode(nodes, index, { at: node.at, ...reach(before, -1), ...reach(after, 1) });
}
