/** A ring that has to stay open says so: a maker would close it. */

import { distance } from '../../geometry/point.ts';
import { consumersOf } from '../../parts/part-element.ts';
import type { Piece } from '../../pieces/piece.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holeKey, holePoint, partOf } from '../../plan/placed.ts';
import type { HoleRef } from '../../plan/records.ts';
import { groupBy } from '../../units/group-by.ts';
import { remembered } from '../../units/remembered.ts';
import type { StepContext } from './step-context.ts';

/** A piece that goes round at least so far about its middle, and ends near where it began, is a ring left open. */
const RING = { leastRuns: 3, leastTurn: 1.2 * Math.PI, gapInRuns: 1.6 } as const;

/** The pieces by the hole they start at, and by the one they end at. */
interface PiecesByEnd {
  readonly starting: ReadonlyMap<string, readonly Piece[]>;
  readonly ending: ReadonlyMap<string, readonly Piece[]>;
}

const piecesByEnd = remembered(
  { name: 'pieces by end', under: (pieces: readonly Piece[]) => pieces },
  (pieces): PiecesByEnd => {
    const by = (hole: (piece: Piece) => HoleRef): ReadonlyMap<string, readonly Piece[]> =>
      groupBy(pieces, (piece) => holeKey(hole(piece)));
    return {
      starting: by((piece) => piece.runs[0]?.from as HoleRef),
      ending: by((piece) => piece.runs.at(-1)?.to as HoleRef),
    };
  },
);

/** The holes a strand comes to up to the end of a piece, over all pieces it was cut into; nothing when it goes on after this one. */
function strandUpTo({ pieces }: StepContext, piece: Piece): readonly HoleRef[] {
  const { starting, ending } = piecesByEnd(pieces);
  const end = piece.runs.at(-1)?.to as HoleRef;
  if (starting.get(holeKey(end))?.some((one) => one !== piece && one.side === piece.side) === true) return [];
  const strand: Piece[] = [];
  const seen = new Set<Piece>();
  for (let at: Piece | undefined = piece; at !== undefined; ) {
    seen.add(at);
    strand.push(at);
    at = ending.get(holeKey(at.runs[0]?.from as HoleRef))?.find((one) => !seen.has(one));
  }
  const inOrder = strand.toReversed();
  return [inOrder[0]?.runs[0]?.from as HoleRef, ...inOrder.flatMap((one) => one.runs.map(({ to }) => to))];
}

/** Says not to close a ring where a piece ends: its last stop lies as near to another stop as neighbours do, and a maker would join them. */
export function openRing(context: StepContext, piece: Piece): string {
  const { plan, names } = context;
  const refs = strandUpTo(context, piece);
  if (refs.length <= RING.leastRuns) return '';
  const stops = refs.map((ref) => holePoint(plan, ref));
  const last = stops.at(-1) as { x: number; y: number };
  const middle = {
    x: stops.reduce((sum, p) => sum + p.x, 0) / stops.length,
    y: stops.reduce((sum, p) => sum + p.y, 0) / stops.length,
  };
  let turned = 0;
  for (let i = 1; i < stops.length; i += 1) {
    const [a, b] = [stops[i - 1], stops[i]].map((p) =>
      Math.atan2((p?.y ?? 0) - middle.y, (p?.x ?? 0) - middle.x),
    ) as [number, number];
    turned += Math.atan2(Math.sin(b - a), Math.cos(b - a));
  }
  if (Math.abs(turned) < RING.leastTurn) return '';
  const steps = stops.slice(1).map((p, i) => distance(stops[i] as typeof p, p));
  const usual = [...steps].sort((a, b) => a - b)[Math.floor(steps.length / 2)] as number;
  // A stop or two before the last are its neighbours anyway.
  const near = refs
    .slice(0, -2)
    .map((ref, i) => ({ ref, mm: distance(stops[i] as { x: number; y: number }, last) }))
    // The ring is one of lights: where the power comes in is no part of it.
    .filter(({ ref }) => consumersOf(kindOf(plan, partOf(plan, ref.partId))).length > 0)
    .filter(({ mm, ref }) => mm <= RING.gapInRuns * usual && holeKey(ref) !== holeKey(refs.at(-1) as HoleRef))
    .sort((a, b) => a.mm - b.mm)[0];
  return near === undefined
    ? ''
    : ` Stop here: do not close the ring to ${names.part(near.ref.partId)}, the other side must get out there.`;
}
