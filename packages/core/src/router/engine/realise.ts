/**
 * From planned edges to lines that keep their distance: every edge is led through the grid; then lines are ripped out and others put in their
 * place (which, and how, is a move: `moves.ts`), and what makes it better stays.
 */
import type { Random } from '../../random/random.ts';
import type { Board } from './board.ts';
import { Field } from './field.ts';
import {
  comesNear,
  conflictOf,
  type GridLine,
  gridLine,
  linesInBlocksOf,
  NEAR_WEIGHT,
  placeOfConflict,
} from './grid-line.ts';
import type { Ground } from './ground.ts';
import { hypotenuse } from './legs.ts';
import type { PlannedEdge } from './order-plan.ts';
import { type ConflictPrices, PathSearch } from './path-search.ts';
import { extraPieces } from './strands.ts';

/** Prices while searching: a crossing must cost more than any detour. */
const SEARCH_PRICES: ConflictPrices = {
  perMm: 14,
  entering: 120,
  nearWeight: NEAR_WEIGHT,
  reachMm: Infinity,
};
const STRICT_PRICES: ConflictPrices = {
  perMm: 60,
  entering: 700,
  nearWeight: NEAR_WEIGHT,
  reachMm: Infinity,
};
const MANY_PARTS = 40;
/** On boards of more parts than this a line looks only so far round, and strictly so far, mm: else one search floods the cloth. */
const LARGE_BOARD = 60;
const LARGE_REACH_MM = 70;
const LARGE_STRICT_REACH_MM = 220;
/** What a millimetre too near counts in the sum of both lines. */
const CONFLICT_PER_MM = 22;
const NO_WAY_MM = 2000;
const NO_WAY_CONFLICT_MM = 100;
/** New lines are led on while they are no more than this dearer than the old ones, mm. */
const SLACK_MM = 8;

/** No line goes so much farther round to get out of a conflict. */
const MOST_DETOUR_MM = 320;

/** What a line costs the search: its length and conflicts, both lines' share, and entering them. */
function priceOf(line: GridLine, conflictMm: number): number {
  if (line.cells.length === 0) return NO_WAY_MM;
  return line.lengthMm + (conflictMm > 0 ? 2 * CONFLICT_PER_MM * conflictMm + 2 * SEARCH_PRICES.entering : 0);
}

interface Measure {
  readonly cost: number;
  readonly conflictMm: number;
}

export interface RealisationOptions {
  /** Lines are led anew, but never from or to other pads. */
  readonly keepsEdges?: boolean;
}

export class Realisation {
  readonly board: Board;
  readonly ground: Ground;
  readonly field: Field;
  readonly search: PathSearch;
  lines: GridLine[] = [];
  #measured: Measure = { cost: 0, conflictMm: 0 };
  /** How often a crossing is not to be had at any price, so that long ways round are found: oftener where there are many. */
  readonly #strictShare: number;
  /** Stops may take other pins. */
  readonly exchangesPins: boolean;
  /** The order of the stops is given: ripped lines are led from and to the same pads. */
  readonly isBound: boolean;

  constructor(ground: Ground, turns: Int32Array, { keepsEdges }: RealisationOptions = {}) {
    const { board } = ground;
    this.board = board;
    this.ground = ground;
    this.field = new Field(ground, turns);
    this.search = new PathSearch(this.field);
    this.#strictShare = board.partCount > MANY_PARTS ? 0.5 : 0.4;
    this.exchangesPins = keepsEdges !== true && board.exchanges.length > 0;
    const { feed = 'any' } = board.problem;
    this.isBound = keepsEdges === true || feed !== 'any';
    for (const [k, { net, points }] of (board.problem.kept ?? []).entries()) {
      const [from, to] = board.keptEnds[k] as readonly [number, number];
      this.stamp(gridLine(this.search, this.field, { net, from, to }, ground.cellsAlong(points)), 1);
    }
  }

  /** What the lines cost now, and how far they run too near to each other, mm. */
  get cost(): number {
    return this.#measured.cost;
  }

  get conflictMm(): number {
    return this.#measured.conflictMm;
  }

  /** Whether some line finds no way at all. */
  get hasNoWay(): boolean {
    return this.lines.some(({ cells }) => cells.length === 0);
  }

  /** Leads every edge, shortest first. */
  leadAll(edges: readonly PlannedEdge[]): void {
    const sorted = [...edges].sort((a, b) => this.straightMm(a) - this.straightMm(b));
    for (const edge of sorted) this.lines.push(this.#lead(edge));
    this.#measured = this.measure();
  }

  /** How far apart the pads of an edge are, mm. */
  straightMm({ from, to }: PlannedEdge): number {
    const [a, b] = [this.search.padXY(from), this.search.padXY(to)];
    return hypotenuse(a[0] - b[0], a[1] - b[1]);
  }

  /** Leads one edge and stamps it; a line without cells where there is no way at all. */
  #lead(edge: PlannedEdge, bound = Number.POSITIVE_INFINITY): GridLine {
    const found = this.search.find(edge.net, [edge.from], [edge.to], SEARCH_PRICES, bound);
    const line = gridLine(this.search, this.field, edge, found?.cells ?? new Int32Array(0));
    this.stamp(line, 1);
    return line;
  }

  stamp({ net, cells, near }: GridLine, by: 1 | -1): void {
    this.field.stampLine(net, cells, near, by);
  }

  /** What the lines cost: length, and the price of conflicts and of what has no way. */
  measure(): Measure {
    let [cost, conflictMm] = [0, 0];
    for (const line of this.lines) {
      const conflict = line.cells.length === 0 ? NO_WAY_CONFLICT_MM : conflictOf(this.field, line);
      conflictMm += conflict;
      cost += line.cells.length === 0 ? NO_WAY_MM : line.lengthMm + CONFLICT_PER_MM * conflict;
    }
    return { cost: cost + this.board.problem.pieceMm * this.extraPieces(), conflictMm };
  }

  extraPieces(): number {
    return extraPieces(this.board, this.lines);
  }

  /** Mostly a line in conflict, while there is one; else any. */
  conflicting(random: Random): number {
    if (this.conflictMm === 0) return Math.floor(random() * this.lines.length);
    const inConflict = this.lines.flatMap((line, i) =>
      line.cells.length === 0 || conflictOf(this.field, line) > 0 ? [i] : [],
    );
    if (inConflict.length > 0 && random() < 0.75)
      return inConflict[Math.floor(random() * inConflict.length)] as number;
    return Math.floor(random() * this.lines.length);
  }

  /** Lines that pass where one passes. */
  neighbours(index: number): number[] {
    const { cells, from, to } = this.lines[index] as GridLine;
    const where =
      cells.length > 0 ? cells : Int32Array.of(this.search.cellOfPad(from), this.search.cellOfPad(to));
    return linesInBlocksOf(this.ground, this.lines, where).filter((i) => i !== index);
  }

  /** The lines of other nets that one comes too near to. */
  partners(index: number): number[] {
    const line = this.lines[index] as GridLine;
    const { field, ground } = this;
    const place = placeOfConflict(field, line);
    if (place < 0) return [];
    const reach = this.board.problem.lineGapMm + 2 * field.stepMm;
    const [x, y] = [ground.x(place), ground.y(place)];
    return this.lines.flatMap((other, i) =>
      other.net !== line.net && comesNear(ground, other, x, y, reach) ? [i] : [],
    );
  }

  /** Rips lines, leads others in their place, and keeps or restores. `lead` gives as many lines as were ripped, or null. */
  replace(
    indices: readonly number[],
    lead: (budgetMm: number, prices: ConflictPrices) => readonly GridLine[] | null,
    random: Random,
    temperature: number,
    before: () => void = () => {},
    undo: () => void = () => {},
  ): void {
    const old = indices.map((i) => this.lines[i] as GridLine);
    // What the new lines may cost together before they cannot be better any more.
    let budget = SLACK_MM + 4 * temperature;
    for (const line of old) {
      const detour = priceOf(line, conflictOf(this.field, line)) - line.lengthMm;
      budget += line.lengthMm + Math.min(MOST_DETOUR_MM, detour);
    }
    for (const line of old) this.stamp(line, -1);
    before();
    const fresh = lead(budget, this.#prices(random() < this.#strictShare));
    // A line that only closed a ring with lines that stay is not needed to join anything: it is not given up for that.
    const isWhole = fresh === null || fresh.length === indices.length;
    if (fresh !== null && !isWhole) for (const line of fresh) this.stamp(line, -1);
    if (fresh !== null && isWhole) {
      for (const [k, i] of indices.entries()) this.lines[i] = fresh[k] as GridLine;
      const measured = this.measure();
      const more = measured.cost - this.cost;
      if (more <= 1e-9 || random() < Math.exp(-more / Math.max(1e-6, temperature))) {
        this.#measured = measured;
        return;
      }
      for (const line of fresh) this.stamp(line, -1);
    }
    undo();
    for (const [k, i] of indices.entries()) {
      this.lines[i] = old[k] as GridLine;
      this.stamp(old[k] as GridLine, 1);
    }
  }

  #prices(isStrict: boolean): ConflictPrices {
    const prices = isStrict ? STRICT_PRICES : SEARCH_PRICES;
    if (this.board.partCount <= LARGE_BOARD) return prices;
    return { ...prices, reachMm: isStrict ? LARGE_STRICT_REACH_MM : LARGE_REACH_MM };
  }

  /** These lines and those that join the same parts in other nets. */
  withTwins(indices: readonly number[]): number[] {
    const { partOfPad } = this.board;
    const ends = (i: number): readonly [number, number] => {
      const { from, to } = this.lines[i] as GridLine;
      const [p, q] = [partOfPad[from] as number, partOfPad[to] as number];
      return p < q ? [p, q] : [q, p];
    };
    const wanted = indices.map(ends);
    return this.lines.flatMap((_, i) => {
      const [p, q] = ends(i);
      return indices.includes(i) || wanted.some(([a, b]) => a === p && b === q) ? [i] : [];
    });
  }
}
