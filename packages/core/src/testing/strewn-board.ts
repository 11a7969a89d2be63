/** Routing problems of lights strewn over a square piece, for tests and benchmarks of the router. */
import { distance, type Point } from '../geometry/point.ts';
import { seededRandom } from '../random/random.ts';
import type { RoutingPart, RoutingProblem } from '../router/routing-problem.ts';

/** A light of two pads 10 mm apart on a body of 14 × 6 mm. */
export function boardLight(id: string, at: Point, turns: readonly number[] = turnsOf(8)): RoutingPart {
  return {
    id,
    at,
    mirrored: false,
    turns,
    body: [
      { x: -7, y: -3 },
      { x: 7, y: -3 },
      { x: 7, y: 3 },
      { x: -7, y: 3 },
    ],
    pads: [
      { holeId: 'plus', at: { x: 5, y: 0 }, radiusMm: 2 },
      { holeId: 'minus', at: { x: -5, y: 0 }, radiusMm: 2 },
    ],
  };
}

/** So many turns evenly round, the first 0°. */
export function turnsOf(count: number): readonly number[] {
  return Array.from({ length: count }, (_, i) => (360 / count) * i);
}

/** Parts on a rectangular piece, every first pad on one net and every second on another. */
export function boardProblem(
  parts: readonly RoutingPart[],
  width: number,
  height: number,
  more: Partial<RoutingProblem> = {},
): RoutingProblem {
  return {
    outline: [
      { x: 0, y: 0 },
      { x: width, y: 0 },
      { x: width, y: height },
      { x: 0, y: height },
    ],
    edgeMm: 6,
    forbidden: [],
    lineGapMm: 5,
    padGapMm: 5,
    bodyGapMm: 2.5,
    fanOut: 'half-room',
    topology: 'chain',
    pieceMm: 40,
    parts,
    nets: [0, 1].map((pad) => ({
      title: pad === 0 ? '+' : '-',
      stops: parts.map((_, part) => [{ part, pad }]),
    })),
    ...more,
  };
}

/** Lights strewn over a square, never nearer than 34 mm to each other. */
export function strewnBoard(
  seed: number,
  count: number,
  sizeMm: number,
  turns: readonly number[] = turnsOf(8),
): RoutingProblem {
  const random = seededRandom(seed);
  const places: Point[] = [];
  while (places.length < count) {
    const p = { x: 20 + random() * (sizeMm - 40), y: 20 + random() * (sizeMm - 40) };
    if (places.every((q) => distance(p, q) >= 34)) places.push(p);
  }
  return boardProblem(
    places.map((at, i) => boardLight(`l${i}`, at, turns)),
    sizeMm,
    sizeMm,
  );
}
