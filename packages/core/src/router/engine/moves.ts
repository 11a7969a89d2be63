/**
 * One change of the lines of a realisation after another: a few are ripped out and led anew, a part is turned, a strand takes another order, two
 * pins are exchanged. A new move is a function here and its share of the throw in `improve`.
 */
import type { Random } from '../../random/random.ts';
import { pinSwap, swapPins, swapped } from './exchange.ts';
import { comesNear, conflictOf, type GridLine } from './grid-line.ts';
import { leadEdges, reconnect } from './lead-again.ts';
import type { PlannedEdge } from './order-plan.ts';
import type { ConflictPrices } from './path-search.ts';
import type { Realisation } from './realise.ts';
import { reordered } from './reorder.ts';
import { shuffle } from './rows.ts';

/** Parts with more lines than this are not taken apart at once. */
const MOST_ROUND_PART = 8;
/** How often ripped lines are joined however is cheapest instead of as they were. */
const RECONNECT_SHARE = 0.85;
/** Lines nearer than this to the middle of a part are led anew with it when it is turned, mm. */
const BESIDE_MM = 18;
/** Up to where each sort of move goes, of 1: what is left rips some lines. While lines are in conflict, and once they are not. */
const TANGLED_SHARES = { round: 0.2, turn: 0.4, reorder: 0.6 };
const CLEAN_SHARES = { round: 0.1, turn: 0.5, reorder: 0.6 };
/** How often two pins are exchanged, where they may be. */
const EXCHANGE_SHARE = 0.12;
/** How often the lines that join the same parts in other nets are ripped too. */
const PAIRED_SHARE = 0.5;
/** How often it is a part at the end of a line in conflict that is turned, while there is one. */
const TURN_TANGLED_SHARE = 0.7;

/** One move of the search; keeps it when it is better by the temperature, else takes it back. */
export function improve(work: Realisation, random: Random, temperature: number): void {
  if (work.lines.length === 0) return;
  const roll = random();
  // Once nothing is in conflict, turning parts shortens lines oftener than leading them anew.
  const share = work.conflictMm > 0 ? TANGLED_SHARES : CLEAN_SHARES;
  if (work.exchangesPins && random() < EXCHANGE_SHARE) exchange(work, random, temperature);
  else if (roll < share.round) ripRoundPart(work, random, temperature);
  else if (roll < share.turn) turnSomething(work, random, temperature);
  else if (roll < share.reorder && !work.isBound) reorder(work, random, temperature);
  else ripSome(work, random, temperature);
}

/** Rips a line, whom it meets, and some that pass where it does. */
function ripSome(work: Realisation, random: Random, temperature: number): void {
  const first = work.conflicting(random);
  const near = work.neighbours(first);
  shuffle(near, random);
  // Whom it meets goes first: one of the two has to give way.
  const met = work.partners(first);
  const others = [...met, ...near.filter((i) => !met.includes(i))];
  const isPaired = random() < PAIRED_SHARE;
  const count = Math.floor(random() * (isPaired ? 3 : 4)) + (met.length > 0 ? 1 : 0);
  const some = [first, ...others.slice(0, count)];
  const chosen = isPaired ? work.withTwins(some) : some;
  work.replace(chosen, leader(work, chosen, random), random, temperature);
}

/** Rips everything that ends at a part, and whom it meets: a strand may pass the part on its other side. */
function ripRoundPart(work: Realisation, random: Random, temperature: number): void {
  const first = work.lines[work.conflicting(random)] as GridLine;
  const part = work.board.partOfPad[random() < 0.5 ? first.from : first.to] as number;
  const chosen = work.lines.flatMap((line, i) =>
    work.board.partOfPad[line.from] === part || work.board.partOfPad[line.to] === part ? [i] : [],
  );
  if (chosen.length > MOST_ROUND_PART) {
    ripSome(work, random, temperature);
    return;
  }
  const index = work.lines.indexOf(first);
  for (const met of work.partners(index)) if (!chosen.includes(met)) chosen.push(met);
  work.replace(chosen, leader(work, chosen, random), random, temperature);
}

/** Leads ripped lines anew: joined however is cheapest, or from and to the same pads. */
function leader(
  work: Realisation,
  chosen: readonly number[],
  random: Random,
): (budgetMm: number, prices: ConflictPrices) => readonly GridLine[] | null {
  if (!work.isBound && random() < RECONNECT_SHARE)
    return (budget, prices) => reconnect(work, chosen, budget, prices, random);
  const edges = chosen.map((i) => work.lines[i] as GridLine);
  return (budget, prices) => leadEdges(work, edges, budget, prices, random);
}

/** Turns a part, and its twin with it; lines that end at it or pass it are led anew. */
function turnSomething(work: Realisation, random: Random, temperature: number): void {
  const { board, field } = work;
  const movable = board.problem.parts.flatMap((part, p) => (part.turns.length > 1 ? [p] : []));
  if (movable.length === 0) {
    ripSome(work, random, temperature);
    return;
  }
  const p = partToTurn(work, movable, random);
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
  const own = work.lines.flatMap((line, i) =>
    turned.includes(board.partOfPad[line.from] as number) ||
    turned.includes(board.partOfPad[line.to] as number)
      ? [i]
      : [],
  );
  // Lines that pass where a turned part will lie are led anew too.
  const passing = work.lines.flatMap((line, i) =>
    !own.includes(i) && turned.some((part) => isBeside(work, line, part)) ? [i] : [],
  );
  const chosen = [...own, ...passing];
  const turn = (to: number): void => {
    for (const part of turned) {
      field.stampPart(part, -1);
      field.turns[part] = to;
      field.stampPart(part, 1);
    }
  };
  work.replace(
    chosen,
    leader(work, chosen, random),
    random,
    temperature,
    () => turn(becomes),
    () => turn(was),
  );
}

/** Mostly a part at the end of a line in conflict, while there is one that may be turned; else any. */
function partToTurn(work: Realisation, movable: readonly number[], random: Random): number {
  if (work.conflictMm > 0 && random() < TURN_TANGLED_SHARE) {
    const { from, to } = work.lines[work.conflicting(random)] as GridLine;
    const part = work.board.partOfPad[random() < 0.5 ? from : to] as number;
    if ((work.board.problem.parts[part]?.turns.length ?? 1) > 1) return part;
  }
  return movable[Math.floor(random() * movable.length)] as number;
}

/** Whether a line comes near a part's middle. */
function isBeside(work: Realisation, line: GridLine, part: number): boolean {
  const { at } = work.board.problem.parts[part] as { at: { x: number; y: number } };
  return comesNear(work.ground, line, at.x, at.y, BESIDE_MM);
}

/** A stop takes another pin, and who had that takes its own; the lines at both are led anew. */
function exchange(work: Realisation, random: Random, temperature: number): void {
  const { board, field } = work;
  const index = work.conflicting(random);
  const { from, to } = work.lines[index] as GridLine;
  const swap = pinSwap(board, random, (pad) => work.conflictMm > 0 && (pad === from || pad === to));
  if (swap === null) return;
  const isAt = (line: GridLine, { net }: { readonly net: number }, pad: number): boolean =>
    line.net === net && (line.from === pad || line.to === pad);
  const chosen = work.lines.flatMap((line, i) =>
    isAt(line, swap.one, swap.from) || (swap.other !== null && isAt(line, swap.other, swap.to)) ? [i] : [],
  );
  if (chosen.length === 0) return;
  // Whom they meet has to give way too, or hardly any exchange would do.
  for (const i of chosen.slice())
    for (const met of work.partners(i)) if (!chosen.includes(met)) chosen.push(met);
  const edges = chosen.map((i) => swapped(work.lines[i] as GridLine, swap));
  const part = board.partOfPad[swap.from] as number;
  const give = (isBack: boolean): void => {
    field.stampPart(part, -1);
    swapPins(board, swap, isBack);
    field.stampPart(part, 1);
  };
  work.replace(
    chosen,
    (budget, prices) => leadEdges(work, edges, budget, prices, random),
    random,
    temperature,
    () => give(false),
    () => give(true),
  );
}

/** Another order for a strand: two of its edges exchanged, or a stop moved to another place in it. */
function reorder(work: Realisation, random: Random, temperature: number): void {
  const index = work.conflicting(random);
  const first = work.lines[index] as GridLine;
  const padXY = (pad: number) => work.search.padXY(pad);
  const change = reordered(work.board, work.lines, first, random, padXY);
  if (change === null) {
    ripSome(work, random, temperature);
    return;
  }
  const { out, fresh } = change;
  if (fresh.length !== out.length || fresh.length === 0) return;
  const straight = (edges: readonly PlannedEdge[]): number =>
    edges.reduce((sum, edge) => sum + work.straightMm(edge), 0);
  const longer = straight(fresh) - straight(out.map((index) => work.lines[index] as GridLine));
  // A much longer order is only worth trying where there is something to untangle.
  const isTangled = first.cells.length === 0 || conflictOf(work.field, first) > 0;
  if (longer > (isTangled ? 160 : 40) || (longer > 15 && !isTangled && random() < 0.6)) return;
  work.replace(out, (budget, prices) => leadEdges(work, fresh, budget, prices, random), random, temperature);
}
