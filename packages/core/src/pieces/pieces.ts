/** The pieces of thread that a plan is sewn with, in the order they are sewn. */
import { deriveSides, type Side } from '../joining/sides.ts';
import { hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelsOf } from '../plan/panels.ts';
import { holeKey, partOf } from '../plan/placed.ts';
import type { Run } from '../plan/records.ts';
import { runLegs } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { holesAlong, mannerOf, type Piece, type PieceRun, passesOf } from './piece.ts';
import { addendsOf, longestPieceMm, loopsAlong, rawLengthMm, splicedLengths } from './piece-length.ts';
import { walkStrands } from './strands.ts';

/**
 * All pieces of a plan in the order they are sewn: the first side of the habits, the other, the rest; on each side panel by panel, and last
 * what goes over seams.
 */
export function cutPieces(plan: Plan): readonly Piece[] {
  const sides = deriveSides(plan);
  const { firstSide, pieces: style } = plan.habits;
  const order: readonly Side[] =
    firstSide === '+' ? ['+', '-', 'both', 'neither'] : ['-', '+', 'both', 'neither'];
  const divide = DIVISIONS[style];
  const divided: { readonly side: Side; readonly runs: readonly PieceRun[] }[] = [];
  for (const net of sides.nets.all) {
    const side = sides.of(net);
    const runs = net.runIds.map((id) => plan.runs[id] as Run).filter((run) => run.prewired !== true);
    for (const strand of walkStrands(plan, runs))
      for (const part of divide(plan, strand)) divided.push({ side, runs: part });
  }
  const visits = new Map<string, number>();
  for (const { runs } of divided)
    for (const hole of new Map(holesAlong(passesOf(runs)).map((ref) => [holeKey(ref), ref])).values())
      visits.set(holeKey(hole), (visits.get(holeKey(hole)) ?? 0) + 1);
  const pieces = divided.map(({ side, runs }) => pieceOf(plan, side, runs, visits));
  const panels = panelsOf(plan).map(({ id }) => id);
  const panelAt = (piece: Piece): number => {
    const ids = new Set(piece.runs.flatMap(({ run }) => runLegs(plan, run).map(({ panelId }) => panelId)));
    return ids.size === 1 ? panels.indexOf([...ids][0] as string) : panels.length;
  };
  const inOrder = pieces
    .map((piece, i) => ({ piece, i, panel: panels.length === 1 ? 0 : panelAt(piece) }))
    .sort(
      (a, b) =>
        (firstSide === 'power' ? powerFirst(plan, a.piece, b.piece) : 0) ||
        order.indexOf(a.piece.side) - order.indexOf(b.piece.side) ||
        a.panel - b.panel ||
        powerFirst(plan, a.piece, b.piece) ||
        a.i - b.i,
    )
    .map(({ piece }) => piece);
  return underFirst(plan, inOrder);
}

/** What goes under a patch is sewn before what goes over it. */
function underFirst(plan: Plan, pieces: readonly Piece[]): readonly Piece[] {
  const order = [...pieces];
  const place = (runId: string): number =>
    order.findIndex((piece) => piece.runs.some(({ run }) => run.id === runId));
  for (const patch of Object.values(plan.patches)) {
    const [under, over] = [place(patch.underRunId), place(patch.overRunId)];
    if (over === -1 || under <= over) continue;
    order.splice(over, 0, ...order.splice(under, 1));
  }
  return order;
}

function powerFirst(plan: Plan, a: Piece, b: Piece): number {
  return Number(!isSupplyPiece(plan, a)) - Number(!isSupplyPiece(plan, b));
}

/** Whether a piece brings the power in: it starts at a holder. */
export function isSupplyPiece(plan: Plan, piece: Piece): boolean {
  const first = piece.runs[0];
  return first !== undefined && hasElement(kindOf(plan, partOf(plan, first.from.partId)), 'cell');
}

/** How a strand is divided into pieces, by the habit. */
const DIVISIONS: Readonly<
  Record<
    Plan['habits']['pieces'],
    (plan: Plan, strand: readonly PieceRun[]) => ReadonlyArray<readonly PieceRun[]>
  >
> = {
  unbroken: splitAtArmsLength,
  'each-part': (_plan, strand) => strand.map((run) => [run]),
  spliced: (_plan, strand) => [strand],
};

function splitAtArmsLength(plan: Plan, strand: readonly PieceRun[]): ReadonlyArray<readonly PieceRun[]> {
  const parts: PieceRun[][] = [];
  let current: PieceRun[] = [];
  for (const step of strand) {
    const longer = [...current, step];
    if (current.length > 0 && rawLengthMm(plan, longer) > longestPieceMm(plan)) {
      parts.push(current);
      current = [step];
    } else current = longer;
  }
  if (current.length > 0) parts.push(current);
  return parts;
}

function pieceOf(
  plan: Plan,
  side: Side,
  runs: readonly PieceRun[],
  visits: ReadonlyMap<string, number>,
): Piece {
  const first = runs[0];
  if (first === undefined) throw new RangeError('pieceOf: a piece sews at least one run');
  const loopCounts = loopsAlong(plan, runs, visits);
  const addends = addendsOf(plan, runs, loopCounts);
  const totalMm = addends.reduce((sum, addend) => sum + addend.mm, 0);
  const [along, through, loops] = addends.map((addend) => addend.mm) as [number, number, number];
  const manner = mannerOf(first.run);
  // Only what goes through the cloth on a needle tangles: a bobbin, a wire or a tape may be as long as it likes.
  const isOverArm = manner === 'hand' && totalMm > longestPieceMm(plan);
  const isSpliced = plan.habits.pieces === 'spliced' && isOverArm;
  const lengthsMm = isSpliced ? splicedLengths(plan, totalMm, first.run) : [Math.ceil(totalMm / 10) * 10];
  return {
    id: first.run.id,
    side,
    threadId: first.run.threadId,
    strands: first.run.strands,
    manner,
    runs,
    passes: passesOf(runs),
    loops: loopCounts,
    addends,
    netMm: along + through + loops,
    cutMm: lengthsMm.reduce((sum, mm) => sum + mm, 0),
    lengthsMm,
    isLong: isOverArm && (!isSpliced || Math.max(...lengthsMm) - 10 > longestPieceMm(plan)),
  };
}

/** By how much thread and parts of one kit are multiplied for all of them, with what is laid by. */
export function kitFactor({ count, sparePercent }: Plan['kits']): number {
  return count * (1 + sparePercent / 100);
}
