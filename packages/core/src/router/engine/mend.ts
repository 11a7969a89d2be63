/** What is still in conflict when lines are tight is led anew, a line at a time among those that stay; whoever seals its ends makes room. */
import { type Random, seededRandom } from '../../random/random.ts';
import type { ExactCloth, ExactLine } from './exact.ts';
import type { Ground } from './ground.ts';
import { pointToLeg } from './legs.ts';
import { type LooseEnds, looseEnds } from './loose-ends.ts';
import { shuffle } from './rows.ts';
import { Weaving } from './weaving.ts';

/** With more lines than this to lead anew the search is better left to go on. */
const MOST_MENDED = 20;
/** Lines that pass nearer than this to an end of one that finds no way may be sealing it, mm. */
const SEALING_MM = 30;
/** So many sets of them are tried, of so many lines at most. */
const SETS_TRIED = 6;
const MOST_IN_SET = 3;

/** So many lines are led in all, with those that were led in vain. */
const MOST_LED = 60;

interface Mending {
  readonly weaving: Weaving;
  readonly cloth: ExactCloth;
  readonly random: Random;
  readonly mayCross: boolean;
  /** Lines are led between the pads they joined, not from wherever their strand ends. */
  readonly isBound: boolean;
  /** How many lines may still be led. */
  left: number;
  /** Whether there is no time for more. */
  readonly isOver: () => boolean;
}

/** Mends a cloth as far as there are ways; a line that finds none lies as it did. */
export function mend(cloth: ExactCloth, ground: Ground, isOver: () => boolean = () => false): void {
  const broken = cloth.lines.map((line, i) => (line.isKept === true ? 0 : cloth.brokenLegs(i)));
  if (broken.every((count) => count === 0)) return;
  const weaving = new Weaving(cloth, ground);
  const { problem } = cloth.board;
  const out = takeOut(weaving, broken);
  const mending = {
    weaving,
    cloth,
    random: seededRandom(out.size),
    mayCross: problem.neverPatched !== true,
    isBound: (problem.feed ?? 'any') !== 'any',
    left: MOST_LED,
    isOver,
  };
  if (out.size <= MOST_MENDED)
    for (const [slot, line] of out) if (ledWithRoom(mending, slot, line)) out.delete(slot);
  for (const [slot, line] of out) weaving.put(slot, line);
}

/** Takes lines off until no rule is broken: always the one that breaks most. Their patches go too. */
function takeOut(weaving: Weaving, broken: number[]): Map<number, ExactLine> {
  const { cloth } = weaving;
  const out = new Map<number, ExactLine>();
  for (;;) {
    const slot = broken.indexOf(Math.max(...broken));
    const line = cloth.lines[slot];
    if (line === undefined || broken[slot] === 0) return out;
    out.set(slot, line);
    weaving.takeOff(slot);
    broken[slot] = 0;
    for (const [i, count] of broken.entries()) if (count > 0) broken[i] = cloth.brokenLegs(i);
  }
}

/** Leads a line that was taken out, and if it finds no way, once others have made room or a part at its ends was turned. */
function ledWithRoom(mending: Mending, slot: number, line: ExactLine): boolean {
  if (led(mending, slot, line)) return true;
  const { cloth, random } = mending;
  const sealing = linesRound(mending, slot, line);
  for (let tries = 0; tries < SETS_TRIED && sealing.length > 0 && mending.left > 0; tries += 1) {
    shuffle(sealing, random);
    const others = sealing.slice(0, 1 + Math.floor(random() * MOST_IN_SET));
    if (allLed(mending, [[slot, line], ...entriesOf(cloth, others)])) return true;
  }
  return [line.from, line.to].some((pad) =>
    ledByTurning(mending, slot, line, cloth.board.partOfPad[pad] as number),
  );
}

type Entry = readonly [slot: number, line: ExactLine];

function entriesOf(cloth: ExactCloth, slots: readonly number[]): readonly Entry[] {
  return slots.map((i) => [i, cloth.lines[i] as ExactLine]);
}

/** Takes lines off and leads them in this order; when one finds no way all is as before. */
function allLed(
  mending: Mending,
  entries: readonly Entry[],
  before: () => void = () => {},
  undo: () => void = () => {},
): boolean {
  const { cloth, weaving } = mending;
  const lines = entries.map(([i]) => cloth.lines[i] as ExactLine);
  const patches = [...cloth.patches];
  for (const [i] of entries) weaving.takeOff(i);
  before();
  if (entries.every(([i, line]) => led(mending, i, line))) return true;
  for (const [i] of entries) weaving.takeOff(i);
  undo();
  for (const [k, [i]] of entries.entries()) weaving.put(i, lines[k] as ExactLine);
  cloth.patches.splice(0, cloth.patches.length, ...patches);
  return false;
}

/** The same with a part turned, as far as it may be: all lines at it, and those it then lies on, are led anew. */
function ledByTurning(mending: Mending, slot: number, line: ExactLine, part: number): boolean {
  const { cloth, weaving } = mending;
  const { board } = cloth;
  const count = board.problem.parts[part]?.turns.length ?? 1;
  const isAt = ({ from, to }: ExactLine): boolean =>
    board.partOfPad[from] === part || board.partOfPad[to] === part;
  if (count < 2 || (board.mateOf[part] as number) >= 0) return false;
  if (cloth.lines.some((one) => one.isKept === true && isAt(one))) return false;
  const was = cloth.turns[part] as number;
  const own = cloth.lines.flatMap((one, i) => (i !== slot && one.xy.length > 0 && isAt(one) ? [i] : []));
  for (let turn = 0; turn < count; turn += 1) {
    if (turn === was || mending.left <= 0) continue;
    cloth.turnPart(part, turn);
    const met = cloth
      .linesNear(part)
      .filter(
        (i) => !own.includes(i) && i !== slot && cloth.lines[i]?.isKept !== true && cloth.brokenLegs(i) > 0,
      );
    cloth.turnPart(part, was);
    const entries = [[slot, line] as const, ...entriesOf(cloth, [...own, ...met])];
    const turnTo = (to: number) => (): void => weaving.turnPart(part, to);
    if (met.length <= MOST_IN_SET && allLed(mending, entries, turnTo(turn), turnTo(was))) return true;
  }
  return false;
}

function led(mending: Mending, slot: number, line: ExactLine): boolean {
  const { weaving, cloth, random, mayCross, isBound } = mending;
  mending.left -= 1;
  if (mending.isOver()) mending.left = -1;
  if (mending.left < 0) return false;
  const ends = isBound ? { from: [line.from], to: [line.to] } : endsOf(cloth, line.net, random);
  return ends !== null && weaving.lead(slot, ends, mayCross);
}

/** Where a net that is not one may be joined. */
function endsOf(cloth: ExactCloth, net: number, random: Random): LooseEnds | null {
  const own = cloth.lines.filter((line) => line.net === net && line.isKept !== true && line.xy.length > 0);
  return looseEnds(cloth.board, net, own, random, (pad) => cloth.padXY(pad));
}

/** Lines of other nets that pass the ends of a line. */
function linesRound({ cloth, random, isBound }: Mending, slot: number, line: ExactLine): number[] {
  const ends = isBound ? null : endsOf(cloth, line.net, random);
  const pads = ends === null ? [line.from, line.to] : [...ends.from, ...ends.to];
  const places = pads.map((pad) => cloth.padXY(pad));
  return cloth.lines.flatMap(({ net, xy, isKept }, i) => {
    if (i === slot || isKept === true || net === line.net) return [];
    for (let k = 2; k < xy.length; k += 2) {
      const [ax, ay, bx, by] = xy.slice(k - 2, k + 2) as [number, number, number, number];
      if (places.some(([x, y]) => pointToLeg(x, y, ax, ay, bx, by) < SEALING_MM)) return [i];
    }
    return [];
  });
}
