/**
 * Legs and lines as plain numbers, x and y in millimetres: the search asks for their distances millions of times, and objects
 * would cost more than the sums. The core's geometry is the reference for them in the tests.
 */
export interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

const BIT_MM = 1;

/** The length of a way, by its two legs at a right angle: several times faster than Math.hypot, which guards against overflow. */
export function hypotenuse(dx: number, dy: number): number {
  return Math.sqrt(dx * dx + dy * dy);
}

type Corners = ReadonlyArray<{ readonly x: number; readonly y: number }>;

/** The distance from a point to a leg. */
export function pointToLeg(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const vx = bx - ax;
  const vy = by - ay;
  const length = vx * vx + vy * vy;
  let t = length === 0 ? 0 : ((px - ax) * vx + (py - ay) * vy) / length;
  t = t < 0 ? 0 : t > 1 ? 1 : t;
  const dx = px - ax - t * vx;
  const dy = py - ay - t * vy;
  return Math.sqrt(dx * dx + dy * dy);
}

/** Whether two legs cross in their insides. */
export function legsCross(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): boolean {
  const o1 = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
  const o2 = (bx - ax) * (dy - ay) - (by - ay) * (dx - ax);
  if (o1 > 0 === o2 > 0) return false;
  const o3 = (dx - cx) * (ay - cy) - (dy - cy) * (ax - cx);
  const o4 = (dx - cx) * (by - cy) - (dy - cy) * (bx - cx);
  return o3 > 0 !== o4 > 0;
}

/** The distance between two legs; 0 where they cross. */
export function legToLeg(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): number {
  if (legsCross(ax, ay, bx, by, cx, cy, dx, dy)) return 0;
  return Math.min(
    pointToLeg(ax, ay, cx, cy, dx, dy),
    pointToLeg(bx, by, cx, cy, dx, dy),
    pointToLeg(cx, cy, ax, ay, bx, by),
    pointToLeg(dx, dy, ax, ay, bx, by),
  );
}

export function nearestOnLeg(
  px: number,
  py: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): readonly [number, number] {
  const [vx, vy] = [bx - ax, by - ay];
  const length = vx * vx + vy * vy;
  let t = length === 0 ? 0 : ((px - ax) * vx + (py - ay) * vy) / length;
  t = t < 0 ? 0 : t > 1 ? 1 : t;
  return [ax + t * vx, ay + t * vy];
}

/** Without points that lie on the straight way between their neighbours. */
export function straightened(xy: readonly number[]): number[] {
  const result = [xy[0] as number, xy[1] as number];
  for (let i = 2; i < xy.length - 2; i += 2) {
    const [ax, ay] = [result.at(-2) as number, result.at(-1) as number];
    const [bx, by, cx, cy] = [xy[i] as number, xy[i + 1] as number, xy[i + 2] as number, xy[i + 3] as number];
    // A point on the one before it, or on the straight way between its neighbours, says nothing.
    if (Math.abs((bx - ax) * (cy - by) - (by - ay) * (cx - bx)) > 1e-9) result.push(bx, by);
  }
  if (xy.length >= 4) result.push(xy.at(-2) as number, xy.at(-1) as number);
  return result;
}

export function lengthOf(xy: readonly number[]): number {
  let sum = 0;
  for (let i = 2; i < xy.length; i += 2)
    sum += hypotenuse(
      (xy[i] as number) - (xy[i - 2] as number),
      (xy[i + 1] as number) - (xy[i - 1] as number),
    );
  return sum;
}

export function boxOf(xy: readonly number[]): Box {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (let i = 0; i < xy.length; i += 2) {
    box.minX = Math.min(box.minX, xy[i] as number);
    box.maxX = Math.max(box.maxX, xy[i] as number);
    box.minY = Math.min(box.minY, xy[i + 1] as number);
    box.maxY = Math.max(box.maxY, xy[i + 1] as number);
  }
  return box;
}

export function boxOfCorners(corners: Corners): Box {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const { x, y } of corners) {
    if (x < box.minX) box.minX = x;
    if (x > box.maxX) box.maxX = x;
    if (y < box.minY) box.minY = y;
    if (y > box.maxY) box.maxY = y;
  }
  return box;
}

/** Whether a leg comes nearer than `gap` to an edge of a polygon. */
export function isNearEdges(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  polygon: Corners,
  gap: number,
): boolean {
  const minX = (ax < bx ? ax : bx) - gap;
  const maxX = (ax < bx ? bx : ax) + gap;
  const minY = (ay < by ? ay : by) - gap;
  const maxY = (ay < by ? by : ay) + gap;
  for (let i = 0, k = polygon.length - 1; i < polygon.length; k = i, i += 1) {
    const p = polygon[i] as { x: number; y: number };
    const q = polygon[k] as { x: number; y: number };
    if ((p.x < minX && q.x < minX) || (p.x > maxX && q.x > maxX)) continue;
    if ((p.y < minY && q.y < minY) || (p.y > maxY && q.y > maxY)) continue;
    const far = legToLeg(ax, ay, bx, by, p.x, p.y, q.x, q.y);
    if (far < gap || far === 0) return true;
  }
  return false;
}

/** Whether a leg lies in a polygon or comes nearer than `gap` to it. */
export function touchesPolygon(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  polygon: Corners,
  gap: number,
): boolean {
  return polygon.length > 0 && (inside(polygon, ax, ay) || isNearEdges(ax, ay, bx, by, polygon, gap));
}

/** To the micrometre. */
export function rounded(mm: number): number {
  return Math.round(mm * 1000) / 1000;
}

/** Cuts a leg into bits of at most a millimetre and asks of each; false as soon as one says no. */
export function eachBit(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  holds: (cx: number, cy: number, dx: number, dy: number) => boolean,
): boolean {
  const count = Math.max(1, Math.ceil(hypotenuse(bx - ax, by - ay) / BIT_MM));
  let [cx, cy] = [ax, ay];
  for (let i = 1; i <= count; i += 1) {
    const [dx, dy] = [ax + ((bx - ax) * i) / count, ay + ((by - ay) * i) / count];
    if (!holds(cx, cy, dx, dy)) return false;
    cx = dx;
    cy = dy;
  }
  return true;
}

export function inside(polygon: Corners, x: number, y: number): boolean {
  let result = false;
  for (let i = 0, k = polygon.length - 1; i < polygon.length; k = i, i += 1) {
    const a = polygon[i] as { x: number; y: number };
    const b = polygon[k] as { x: number; y: number };
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) result = !result;
  }
  return result;
}

export function nearestEdge(polygon: Corners, x: number, y: number): number {
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0, k = polygon.length - 1; i < polygon.length; k = i, i += 1) {
    const a = polygon[i] as { x: number; y: number };
    const b = polygon[k] as { x: number; y: number };
    least = Math.min(least, pointToLeg(x, y, a.x, a.y, b.x, b.y));
  }
  return least;
}
