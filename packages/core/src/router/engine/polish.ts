/** Lines that are tight already, made shorter by turning their parts by a step or two: judged exactly, one part after the other. */
import type { ExactCloth, ExactLine } from './exact.ts';
import { lengthOf, rounded } from './legs.ts';

/** Turns that are tried, in steps. */
const STEPS = [1, -1, 2, -2];
const MOST_ROUNDS = 5;
/** Lines that are so much longer before they are pulled tight do not get shorter than they were, mm. */
const HOPELESS_MM = 3;
const WORTH_MM = 0.02;
/** Two points nearer than this are the same, mm. */
const SAME_MM = 2e-3;

/** Turns parts as long as that shortens the lines, and yields after each part. What was legal before stays legal. */
export function* polishTurns(cloth: ExactCloth): Generator<void, void> {
  const { parts } = cloth.board.problem;
  const { partOfPad, mateOf } = cloth.board;
  const linesOf: number[][] = parts.map(() => []);
  for (const [i, { from, to }] of cloth.lines.entries())
    for (const end of new Set([from, to].map((pad) => partOfPad[pad] as number))) linesOf[end]?.push(i);
  // Parts not tried since a line of theirs last changed; paired parts turn together.
  let open = new Set(parts.keys());
  for (let round = 0; round < MOST_ROUNDS && open.size > 0; round += 1) {
    const next = new Set<number>();
    for (const p of open) {
      const mate = mateOf[p] as number;
      const turned = mate < 0 ? [p] : [p, mate];
      const own = [...new Set(turned.flatMap((part) => linesOf[part] as number[]))];
      if (turnWhileShorter(cloth, turned, own))
        for (const i of own)
          for (const pad of [cloth.lines[i]?.from, cloth.lines[i]?.to])
            next.add(partOfPad[pad as number] as number);
      yield;
    }
    cloth.tighten(1);
    open = next;
  }
}

/** Whether turning these parts, which turn alike, has made these lines shorter. */
function turnWhileShorter(cloth: ExactCloth, parts: readonly number[], own: readonly number[]): boolean {
  const [p] = parts as readonly [number];
  const count = cloth.board.problem.parts[p]?.turns.length ?? 1;
  if (count < 2 || own.length === 0 || own.some((i) => cloth.lines[i]?.isKept === true)) return false;
  for (const step of STEPS) {
    let isShorter = false;
    while (tryTurn(cloth, parts, own, ((cloth.turns[p] as number) + step + count) % count)) isShorter = true;
    if (isShorter) return true;
  }
  return false;
}

function tryTurn(cloth: ExactCloth, parts: readonly number[], own: readonly number[], turn: number): boolean {
  const old = own.map((i) => (cloth.lines[i] as ExactLine).xy);
  const length = old.reduce((sum, xy) => sum + lengthOf(xy), 0);
  const was = parts.map((p) => cloth.turns[p] as number);
  const ends = own.map((i) => endsOf(cloth, i));
  for (const p of parts) cloth.turnPart(p, turn);
  const fresh = own.map((i, k) => withEnds(old[k] as number[], ends[k] as Ends, endsOf(cloth, i)));
  const isHopeless = fresh.reduce((sum, xy) => sum + lengthOf(xy), 0) > length + HOPELESS_MM;
  if (!isHopeless) {
    for (const [k, i] of own.entries()) cloth.setLine(i, fresh[k] as number[]);
    if (isShorterAndLegal(cloth, parts, own, length - WORTH_MM)) return true;
    for (const [k, i] of own.entries()) cloth.setLine(i, old[k] as number[]);
  }
  for (const [k, p] of parts.entries()) cloth.turnPart(p, was[k] as number);
  return false;
}

function isShorterAndLegal(
  cloth: ExactCloth,
  parts: readonly number[],
  own: readonly number[],
  mm: number,
): boolean {
  if (own.some((i) => cloth.brokenLegs(i) > 0)) return false;
  let length = 0;
  for (const i of own) {
    cloth.tightenLine(i);
    length += lengthOf((cloth.lines[i] as ExactLine).xy);
  }
  if (length > mm) return false;
  const passing = parts.flatMap((p) => cloth.linesNear(p).filter((i) => !own.includes(i)));
  return passing.every((i) => cloth.lines[i]?.isKept === true || cloth.brokenLegs(i) === 0);
}

type Ends = ReadonlyArray<readonly [number, number]>;

/** Where a line begins and ends: pad, way out, way out, pad. */
function endsOf(cloth: ExactCloth, index: number): Ends {
  const { from, to } = cloth.lines[index] as ExactLine;
  return [cloth.padXY(from), cloth.exitXY(from), cloth.exitXY(to), cloth.padXY(to)];
}

/** A line whose ends have moved. */
function withEnds(xy: readonly number[], before: Ends, after: Ends): number[] {
  const result: number[] = [];
  for (let i = 0; i < xy.length; i += 2) {
    const [px, py] = [xy[i] as number, xy[i + 1] as number];
    const end = before.findIndex(([x, y]) => Math.abs(x - px) < SAME_MM && Math.abs(y - py) < SAME_MM);
    const [x, y] = after[end] ?? [px, py];
    result.push(rounded(x), rounded(y));
  }
  return result;
}
