/**
 * From planned edges to lines that keep their distance: every edge is led through the grid, then a few lines at a time are
 * ripped out and led anew, or a part is turned, or a strand takes another order; what makes it better stays.
 */
import type { Random } from '../../random/random.ts';
import type { Board } from './board.ts';
import { pinSwap, swapPins, swapped } from './exchange.ts';
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
import { leadEdges, reconnect } from './lead-again.ts';
import { hypotenuse } from './legs.ts';
import type { PlannedEdge } from './order-plan.ts';
import { type ConflictPrices, PathSearch } from './path-search.ts';
import { reordered } from './reorder.ts';
import { shuffle } from './rows.ts';
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
/** Parts with more lines than this are not taken apart at once. */
const MOST_ROUND_PART = 8;
/** How often ripped lines are joined however is cheapest instead of as they were. */
const RECONNECT_SHARE = 0.85;
/** New lines are led on while they are no more than this dearer than the old ones, mm. */
const SLACK_MM = 8;

/** Lines nearer than this to the middle of a part are led anew with it when it is turned, mm. */
const BESIDE_MM = 18;

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

/** Up to where each sort of move goes, of 1: what is left rips some lines. While lines are in conflict, and once they are not. */
const TANGLED_SHARES = { round: 0.2, turn: 0.4, reorder: 0.6 };
const CLEAN_SHARES = { round: 0.1, turn: 0.5, reorder: 0.6 };

/** How often two pins are exchanged, where they may be. */
const EXCHANGE_SHARE = 0.12;

/** How often the lines that join the same parts in other nets are ripped too. */
const PAIRED_SHARE = 0.5;
/** How often it is a part at the end of a line in conflict that is turned, while there is one. */
const TURN_TANGLED_SHARE = 0.7;

export class Realisation {
  readonly board: Board;
  readonly ground: Ground;
  readonly field: Field;
  readonly search: PathSearch;
  lines: GridLine[] = [];
  #measured: Measure = { cost: 0, conflictMm: 0 };
  /** How often a crossing is not to be had at any price, so that long ways round are found: oftener where there are many. */
  readonly #strictShare: number;
  readonly #exchangesPins: boolean;
  /** The order of the stops is given: ripped lines are led from and to the same pads. */
  readonly #isBound: boolean;

  constructor(ground: Ground, turns: Int32Array, { keepsEdges }: RealisationOptions = {}) {
    const { board } = ground;
    this.board = board;
    this.ground = ground;
    this.field = new Field(ground, turns);
    this.search = new PathSearch(this.field);
    this.#strictShare = board.partCount > MANY_PARTS ? 0.5 : 0.4;
    this.#exchangesPins = keepsEdges !== true && board.exchanges.length > 0;
    const { feed = 'any' } = board.problem;
    this.#isBound = keepsEdges === true || feed !== 'any';
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

  /** One move of the search; keeps it when it is better by the temperature, else takes it back. */
  improve(random: Random, temperature: number): void {
    if (this.lines.length === 0) return;
    const roll = random();
    // Once nothing is in conflict, turning parts shortens lines oftener than leading them anew.
    const share = this.conflictMm > 0 ? TANGLED_SHARES : CLEAN_SHARES;
    if (this.#exchangesPins && random() < EXCHANGE_SHARE) this.#exchange(random, temperature);
    else if (roll < share.round) this.#ripRoundPart(random, temperature);
    else if (roll < share.turn) this.#turnSomething(random, temperature);
    else if (roll < share.reorder && !this.#isBound) this.#reorder(random, temperature);
    else this.#ripSome(random, temperature);
  }

  /** Mostly a line in conflict, while there is one; else any. */
  #conflicting(random: Random): number {
    if (this.conflictMm === 0) return Math.floor(random() * this.lines.length);
    const inConflict = this.lines.flatMap((line, i) =>
      line.cells.length === 0 || conflictOf(this.field, line) > 0 ? [i] : [],
    );
    if (inConflict.length > 0 && random() < 0.75)
      return inConflict[Math.floor(random() * inConflict.length)] as number;
    return Math.floor(random() * this.lines.length);
  }

  /** Lines that pass where one passes. */
  #neighbours(index: number): number[] {
    const { cells, from, to } = this.lines[index] as GridLine;
    const where =
      cells.length > 0 ? cells : Int32Array.of(this.search.cellOfPad(from), this.search.cellOfPad(to));
    return linesInBlocksOf(this.ground, this.lines, where).filter((i) => i !== index);
  }

  #ripSome(random: Random, temperature: number): void {
    const first = this.#conflicting(random);
    const near = this.#neighbours(first);
    shuffle(near, random);
    // Whom it meets goes first: one of the two has to give way.
    const met = this.#partners(first);
    const others = [...met, ...near.filter((i) => !met.includes(i))];
    const isPaired = random() < PAIRED_SHARE;
    const count = Math.floor(random() * (isPaired ? 3 : 4)) + (met.length > 0 ? 1 : 0);
    const some = [first, ...others.slice(0, count)];
    const chosen = isPaired ? this.#withTwins(some) : some;
    this.#replace(chosen, this.#leader(chosen, random), random, temperature);
  }

  /** Rips everything that ends at a part, and whom it meets: a strand may pass the part on its other side. */
  #ripRoundPart(random: Random, temperature: number): void {
    const first = this.lines[this.#conflicting(random)] as GridLine;
    const part = this.board.partOfPad[random() < 0.5 ? first.from : first.to] as number;
    const chosen = this.lines.flatMap((line, i) =>
      this.board.partOfPad[line.from] === part || this.board.partOfPad[line.to] === part ? [i] : [],
    );
    if (chosen.length > MOST_ROUND_PART) {
      this.#ripSome(random, temperature);
      return;
    }
    const index = this.lines.indexOf(first);
    for (const met of this.#partners(index)) if (!chosen.includes(met)) chosen.push(met);
    this.#replace(chosen, this.#leader(chosen, random), random, temperature);
  }

  /** Leads ripped lines anew: joined however is cheapest, or from and to the same pads. */
  #leader(
    chosen: readonly number[],
    random: Random,
  ): (budgetMm: number, prices: ConflictPrices) => readonly GridLine[] | null {
    if (!this.#isBound && random() < RECONNECT_SHARE)
      return (budget, prices) => reconnect(this, chosen, budget, prices, random);
    const edges = chosen.map((i) => this.lines[i] as GridLine);
    return (budget, prices) => leadEdges(this, edges, budget, prices, random);
  }

  /** The lines of other nets that one comes too near to. */
  #partners(index: number): number[] {
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
  #replace(
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
  #withTwins(indices: readonly number[]): number[] {
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

  #turnSomething(random: Random, temperature: number): void {
    const { board, field } = this;
    const movable = board.problem.parts.flatMap((part, p) => (part.turns.length > 1 ? [p] : []));
    if (movable.length === 0) {
      this.#ripSome(random, temperature);
      return;
    }
    const p = this.#partToTurn(movable, random);
    const count = board.problem.parts[p]?.turns.length ?? 1;
    const was = field.turns[p] as number;
    const roll = random();
    const becomes =
      roll < 0.35
        ? (was + Math.floor(count / 2)) % count
        : roll < 0.8
          ? (was + (random() < 0.5 ? 1 : count - 1)) % count
          : Math.floor(random() * count);
    if (becomes === was) return;
    const mate = board.mateOf[p] as number;
    const turned = mate < 0 ? [p] : [p, mate];
    const own = this.lines.flatMap((line, i) =>
      turned.includes(board.partOfPad[line.from] as number) ||
      turned.includes(board.partOfPad[line.to] as number)
        ? [i]
        : [],
    );
    // Lines that pass where a turned part will lie are led anew too.
    const passing = this.lines.flatMap((line, i) =>
      !own.includes(i) && turned.some((part) => this.#isBeside(line, part)) ? [i] : [],
    );
    const chosen = [...own, ...passing];
    const turn = (to: number): void => {
      for (const part of turned) {
        field.stampPart(part, -1);
        field.turns[part] = to;
        field.stampPart(part, 1);
      }
    };
    this.#replace(
      chosen,
      this.#leader(chosen, random),
      random,
      temperature,
      () => turn(becomes),
      () => turn(was),
    );
  }

  /** Mostly a part at the end of a line in conflict, while there is one that may be turned; else any. */
  #partToTurn(movable: readonly number[], random: Random): number {
    if (this.conflictMm > 0 && random() < TURN_TANGLED_SHARE) {
      const { from, to } = this.lines[this.#conflicting(random)] as GridLine;
      const part = this.board.partOfPad[random() < 0.5 ? from : to] as number;
      if ((this.board.problem.parts[part]?.turns.length ?? 1) > 1) return part;
    }
    return movable[Math.floor(random() * movable.length)] as number;
  }

  /** Whether a line comes near a part's middle. */
  #isBeside(line: GridLine, part: number): boolean {
    const { at } = this.board.problem.parts[part] as { at: { x: number; y: number } };
    return comesNear(this.ground, line, at.x, at.y, BESIDE_MM);
  }

  /** A stop takes another pin, and who had that takes its own; the lines at both are led anew. */
  #exchange(random: Random, temperature: number): void {
    const { board, field } = this;
    const index = this.#conflicting(random);
    const { from, to } = this.lines[index] as GridLine;
    const swap = pinSwap(board, random, (pad) => this.conflictMm > 0 && (pad === from || pad === to));
    if (swap === null) return;
    const isAt = (line: GridLine, { net }: { readonly net: number }, pad: number): boolean =>
      line.net === net && (line.from === pad || line.to === pad);
    const chosen = this.lines.flatMap((line, i) =>
      isAt(line, swap.one, swap.from) || (swap.other !== null && isAt(line, swap.other, swap.to)) ? [i] : [],
    );
    if (chosen.length === 0) return;
    // Whom they meet has to give way too, or hardly any exchange would do.
    for (const i of chosen.slice())
      for (const met of this.#partners(i)) if (!chosen.includes(met)) chosen.push(met);
    const edges = chosen.map((i) => swapped(this.lines[i] as GridLine, swap));
    const part = board.partOfPad[swap.from] as number;
    const give = (isBack: boolean): void => {
      field.stampPart(part, -1);
      swapPins(board, swap, isBack);
      field.stampPart(part, 1);
    };
    this.#replace(
      chosen,
      (budget, prices) => leadEdges(this, edges, budget, prices, random),
      random,
      temperature,
      () => give(false),
      () => give(true),
    );
  }

  /** Another order for a strand: two of its edges exchanged, or a stop moved to another place in it. */
  #reorder(random: Random, temperature: number): void {
    const index = this.#conflicting(random);
    const first = this.lines[index] as GridLine;
    const padXY = (pad: number) => this.search.padXY(pad);
    const change = reordered(this.board, this.lines, first, random, padXY);
    if (change === null) {
      this.#ripSome(random, temperature);
      return;
    }
    const { out, fresh } = change;
    if (fresh.length !== out.length || fresh.length === 0) return;
    const straight = (edges: readonly PlannedEdge[]): number =>
      edges.reduce((sum, edge) => sum + this.straightMm(edge), 0);
    const longer = straight(fresh) - straight(out.map((index) => this.lines[index] as GridLine));
    // A much longer order is only worth trying where there is something to untangle.
    const isTangled = first.cells.length === 0 || conflictOf(this.field, first) > 0;
    if (longer > (isTangled ? 160 : 40) || (longer > 15 && !isTangled && random() < 0.6)) return;
    this.#replace(
      out,
      (budget, prices) => leadEdges(this, fresh, budget, prices, random),
      random,
      temperature,
    );
  }
}
