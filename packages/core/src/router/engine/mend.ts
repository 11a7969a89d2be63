/** What is still in conflict when lines are tight is led anew, a line at a time among those that stay; whoever seals its ends makes room. */
import { type Random, seededRandom } from '../../random/random.ts';
import type { ExactCloth, ExactLine } from './exact.ts';
import type { Ground } from './ground.ts';
import { leadOver } from './lead-over.ts';
import { pointToLeg } from './legs.ts';
import { type LooseEnds, looseEnds } from './loose-ends.ts';
import { shuffle } from './rows.ts';

/** With more lines than this to lead anew the search is better left to go on. */
const MOST_MENDED = 12;
/** Lines that pass nearer than this to an end of one that finds no way may be sealing it, mm. */
const SEALING_MM = 30;
/** So many sets of them are tried, of so many lines at most. */
const SETS_TRIED = 6;
const MOST_IN_SET = 3;

interface Mending {
  readonly cloth: ExactCloth;
  readonly ground: Ground;
  readonly random: Random;
  readonly mayCross: boolean;
  /** Lines are led between the pads they joined, not from wherever their strand ends. */
  readonly isBound: boolean;
}

/** Mends a cloth as far as there are ways; a line that finds none lies as it did. */
export function mend(cloth: ExactCloth, ground: Ground): void {
  const out = takeOut(cloth);
  if (out.size === 0) return;
  const { problem } = cloth.board;
  const mending = {
    cloth,
    ground,
    random: seededRandom(out.size),
    mayCross: problem.neverPatched !== true,
    isBound: (problem.feed ?? 'any') !== 'any',
  };
  if (out.size <= MOST_MENDED)
    for (const [slot, line] of out) if (ledWithRoom(mending, slot, line)) out.delete(slot);
  for (const [slot, line] of out) cloth.replaceLine(slot, line);
}

/** Takes lines off until no rule is broken: always the one that breaks most. Their patches go too. */
function takeOut(cloth: ExactCloth): Map<number, ExactLine> {
  const out = new Map<number, ExactLine>();
  const broken = cloth.lines.map((line, i) => (line.isKept === true ? 0 : cloth.brokenLegs(i)));
  for (;;) {
    const slot = broken.indexOf(Math.max(...broken));
    const line = cloth.lines[slot];
    if (line === undefined || broken[slot] === 0) return out;
    out.set(slot, line);
    takeOff(cloth, slot);
    broken[slot] = 0;
    for (const [i, count] of broken.entries()) if (count > 0) broken[i] = cloth.brokenLegs(i);
  }
}

/** Takes one line off, with its patches. */
function takeOff(cloth: ExactCloth, slot: number): void {
  cloth.replaceLine(slot, { ...(cloth.lines[slot] as ExactLine), xy: [] });
  const patches = cloth.patches.filter(({ i, j }) => i !== slot && j !== slot);
  cloth.patches.splice(0, cloth.patches.length, ...patches);
}

/** Leads a line that was taken out, and if it finds no way, once others have made room for it and found ways again. */
function ledWithRoom(mending: Mending, slot: number, line: ExactLine): boolean {
  if (led(mending, slot, line)) return true;
  const { cloth, random } = mending;
  const sealing = linesRound(mending, slot, line);
  for (let tries = 0; tries < SETS_TRIED && sealing.length > 0; tries += 1) {
    const before = { lines: [...cloth.lines], patches: [...cloth.patches] };
    shuffle(sealing, random);
    const others = sealing.slice(0, 1 + Math.floor(random() * MOST_IN_SET));
    for (const other of others) takeOff(cloth, other);
    if (
      led(mending, slot, line) &&
      others.every((other) => led(mending, other, before.lines[other] as ExactLine))
    )
      return true;
    for (const i of [slot, ...others]) cloth.replaceLine(i, before.lines[i] as ExactLine);
    cloth.patches.splice(0, cloth.patches.length, ...before.patches);
  }
  return false;
}

function led({ cloth, ground, random, mayCross, isBound }: Mending, slot: number, line: ExactLine): boolean {
  const ends = isBound ? { from: [line.from], to: [line.to] } : endsOf(cloth, line.net, random);
  return ends !== null && leadOver(cloth, ground, slot, ends, mayCross);
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
