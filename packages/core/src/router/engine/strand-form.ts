/** Which places of a strand's order an edge joins: along the row, from the start to each, or into the middle of the row. */
import type { RoutingProblem } from '../routing-problem.ts';

export interface StrandForm {
  /** Whether another order of the stops means other edges. */
  readonly hasOrder: boolean;
  /** Whether the first edge leads into the middle of the row, whatever lies there. */
  readonly startsInMiddle: boolean;
  /** The places that edge `i` joins in an order of `count` stops. */
  edge(i: number, count: number): readonly [number, number];
  /** The edges that end at a place. */
  edgesAt(place: number, count: number): readonly number[];
}

const row: StrandForm = {
  hasOrder: true,
  startsInMiddle: false,
  edge: (i) => [i, i + 1],
  edgesAt: (place, count) =>
    place === 0 ? (count > 1 ? [0] : []) : place < count - 1 ? [place - 1, place] : [place - 1],
};

const star: StrandForm = {
  hasOrder: false,
  startsInMiddle: false,
  edge: (i) => [0, i + 1],
  edgesAt: (place, count) => (place === 0 ? Array.from({ length: count - 1 }, (_, i) => i) : [place - 1]),
};

/** The middle place of a row of stops behind the start. */
const middleOf = (count: number): number => Math.ceil((count - 1) / 2);

const spider: StrandForm = {
  hasOrder: true,
  startsInMiddle: true,
  edge: (i, count) => (i === 0 ? [0, middleOf(count)] : [i, i + 1]),
  edgesAt: (place, count) => {
    const edges = [place - 1, place].filter((i) => i >= 1 && i < count - 1);
    return place === 0 || place === middleOf(count) ? [0, ...edges] : edges;
  },
};

/** The form of the strands of a problem. */
export function strandForm({ topology, feed }: RoutingProblem): StrandForm {
  if (topology === 'star') return star;
  return topology === 'chain' && feed === 'middle' ? spider : row;
}
