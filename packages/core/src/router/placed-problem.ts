import { distance, type Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';
import { placePoint } from '../geometry/transform.ts';
import type { PadChoice, RoutingProblem } from './routing-problem.ts';

/** A chosen turn for every part, and where its pads and body then lie. */
export interface Placement {
  pad(choice: PadChoice): Point;
  body(part: number): Polygon;
}

/** Answers for one choice of turns (places in each part's list), from tables made once per problem. */
export interface PlacedProblem {
  at(turns: readonly number[]): Placement;
}

/** Tables of every pad and body at every turn. */
export function placeProblem(problem: RoutingProblem): PlacedProblem {
  const tables = problem.parts.map((part) =>
    part.turns.map((turnDeg) => {
      const pose = { at: part.at, turnDeg, mirrored: part.mirrored };
      return {
        pads: part.pads.map((pad) => placePoint(pose, pad.at)),
        body: part.body.map((corner) => placePoint(pose, corner)),
      };
    }),
  );
  const entry = (part: number, turn: number) => {
    const found = tables[part]?.[turn];
    if (found === undefined) throw new RangeError(`placeProblem: no turn ${turn} of part ${part}`);
    return found;
  };
  return {
    at: (turns) => ({
      pad: ({ part, pad }) => entry(part, turns[part] as number).pads[pad] as Point,
      body: (part) => entry(part, turns[part] as number).body,
    }),
  };
}

/** How far a pad's centre lies from the farthest point of its access: past the rim of its own body. */
export function accessRadiusMm(problem: RoutingProblem, placement: Placement, choice: PadChoice): number {
  const at = placement.pad(choice);
  const body = placement.body(choice.part);
  let depth = Number.POSITIVE_INFINITY;
  for (let i = 0; i < body.length; i += 1) {
    const a = body[i] as Point;
    const b = body[(i + 1) % body.length] as Point;
    const length = distance(a, b);
    if (length === 0) continue;
    depth = Math.min(depth, Math.abs((b.x - a.x) * (a.y - at.y) - (a.x - at.x) * (b.y - a.y)) / length);
  }
  const radius = problem.parts[choice.part]?.pads[choice.pad]?.radiusMm ?? 0;
  return depth + problem.bodyGapMm + radius;
}
