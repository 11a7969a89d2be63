/** Leads lines that were ripped: between the same pads, or joined however is cheapest. */
import type { Random } from '../../random/random.ts';
import type { Board } from './board.ts';
import type { Field } from './field.ts';
import { type GridLine, gridLine } from './grid-line.ts';
import { endsToLeaveOut } from './left-out-ends.ts';
import { type LooseEnds, looseEnds } from './loose-ends.ts';
import type { PlannedEdge } from './order-plan.ts';
import type { ConflictPrices, PathSearch } from './path-search.ts';
import { shuffle } from './rows.ts';

/** The share of the straight way of ripped lines that is kept back for those that are not led yet. */
const RESERVED_SHARE = 0.8;
/** So often some of the ends a line may have are left out, or the cheapest line would always be the one that was ripped. */
const THINNED_SHARE = 0.5;
/** On boards of more parts than this there is no time for it: the cheapest line is taken. */
const MOST_THINNED = 40;

/** Lines as they lie, and what leads others among them. */
export interface GridWork {
  readonly board: Board;
  readonly field: Field;
  readonly search: PathSearch;
  readonly lines: readonly GridLine[];
  /** Puts the halo of a line down (by 1) or takes it up (by −1). */
  stamp(line: GridLine, by: 1 | -1): void;
  /** How far apart the pads of an edge are, mm. */
  straightMm(edge: PlannedEdge): number;
}

/** Leads these edges in random order; null, with nothing stamped, when they cost more than the budget. */
export function leadEdges(
  work: GridWork,
  edges: readonly PlannedEdge[],
  budgetMm: number,
  prices: ConflictPrices,
  random: Random,
): readonly GridLine[] | null {
  const order = edges.map((_, i) => i);
  shuffle(order, random);
  const fresh: GridLine[] = new Array(edges.length);
  let budget = budgetMm;
  let straight = edges.reduce((sum, edge) => sum + work.straightMm(edge), 0);
  for (const i of order) {
    const edge = edges[i] as PlannedEdge;
    straight -= work.straightMm(edge);
    const found = work.search.find(edge.net, [edge.from], [edge.to], prices, budget - straight);
    if (found === null) {
      for (const line of fresh) if (line !== undefined) work.stamp(line, -1);
      return null;
    }
    budget -= found.cost;
    const line = gridLine(work.search, work.field, edge, found.cells);
    work.stamp(line, 1);
    fresh[i] = line;
  }
  return fresh;
}

/**
 * Joins again what ripping these lines has parted, each time by the cheapest line there is, wherever it starts and ends:
 * strands that take another order, and branches at other parts, both come out of it. Null when it costs too much.
 */
export function reconnect(
  work: GridWork,
  indices: readonly number[],
  budgetMm: number,
  prices: ConflictPrices,
  random: Random,
): readonly GridLine[] | null {
  const gone = new Set(indices);
  const leaveOut =
    work.board.partCount <= MOST_THINNED && random() < THINNED_SHARE
      ? endsToLeaveOut(
          work.board,
          indices.map((i) => work.lines[i] as GridLine),
          random,
        )
      : (ends: LooseEnds) => ends;
  const nets = [...new Set(indices.map((i) => (work.lines[i] as GridLine).net))];
  shuffle(nets, random);
  const fresh: GridLine[] = [];
  let budget = budgetMm;
  // What comes after needs something too: without this the first search floods the cloth.
  const straight = indices.map((i) => RESERVED_SHARE * work.straightMm(work.lines[i] as GridLine));
  let reserved = straight.reduce((sum, one) => sum + one, 0);
  for (const net of nets) {
    const own = work.lines.filter((line, i) => line.net === net && !gone.has(i));
    const links = indices.flatMap((i, k) => ((work.lines[i] as GridLine).net === net ? [straight[k]] : []));
    for (;;) {
      const ends = looseEnds(work.board, net, own, random, (pad) => work.search.padXY(pad));
      if (ends === null) break;
      reserved -= links.pop() ?? 0;
      const { from, to } = leaveOut(ends);
      const found = work.search.find(net, from, to, prices, budget - reserved);
      if (found === null) {
        for (const line of fresh) work.stamp(line, -1);
        return null;
      }
      budget -= found.cost;
      const line = gridLine(work.search, work.field, { net, from: found.from, to: found.to }, found.cells);
      work.stamp(line, 1);
      own.push(line);
      fresh.push(line);
    }
  }
  return fresh;
}
