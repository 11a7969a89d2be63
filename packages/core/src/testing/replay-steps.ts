/**
 * Sews a piece from the words of a sheet alone, as a person would who has never seen the plan: reads each sentence, keeps the needle in
 * mind, and notes which holes become joined, how much thread that took, and what was cut.
 */

import type { Face } from '../cloth/cloth.ts';

export interface Replay {
  /** Joined holes by their names on the sheet, as `a | b` with the names in order. */
  readonly joints: readonly string[];
  /** Pieces by the hole they start at: thread cut, and thread the lines alone would take, mm. */
  readonly pieces: ReadonlyArray<{
    readonly start: string;
    readonly cutMm: number;
    readonly linesMm: number;
    readonly loops: number;
  }>;
}

const NUMBER = String.raw`(\d+(?:\.\d+)?)`;
const TURN = /^Turn the piece over, (right|wrong) side up\. /;
const CUT = new RegExp(
  `^Take ${NUMBER} mm of conductive thread .*?(?: Cut (\\d+) more of ${NUMBER} mm:|$)`,
  's',
);
const START =
  /^Start at (.+?): come up from the (right|wrong) side(?: and sew (\d+) tight loops? through it|, leave .+? hanging)/;
const SEW = new RegExp(
  `^Sew (back |once more |back once more )?${NUMBER} mm \\((?:[1-9]\\d* stitch(?:es)? of about [\\d.]+ mm|laid along the line, tied down .+?)\\).*? to ((?:the [+−] |the root |hole |loop |tape joint ).+?); (?:turn the piece over, (right|wrong) side up; )?(?:(\\d+) tight loops?|take two small)`,
);
const WIND = new RegExp(`^Wind ${NUMBER} mm of conductive thread `);
const MACHINE = new RegExp(
  `^Machine-sew ${NUMBER} mm \\([1-9]\\d* stitch(?:es)? of about [\\d.]+ mm\\) along the printed line from (.+?) to (.+?)(?:, once more, close beside the line that is there)?: .*bobbin tail of ${NUMBER} mm at the start and of ${NUMBER} mm at the end`,
);
const JOINT = /^By hand: thread .+? at (.+?) into a needle, .*? sew (\d+) tight loops?/;
/** A tail of a machine line that stays a free end. */
const FREE = /^At (.+) leave \d+ mm of the bobbin tail /;
const LAY =
  /^Lay .+? from (.+?) to (.+?), (?:strip its two ends and join them there|join its two ends there)/;

/** Replays sentences in their order. Throws RangeError where they cannot be followed: a line sewn without a thread in the needle. */
export function replaySteps(texts: readonly string[]): Replay {
  const joints: string[] = [];
  const pieces: { start: string; cutMm: number; linesMm: number; loops: number }[] = [];
  let inHand: number | null = null;
  let at: string | null = null;
  let up: Face = 'right';
  let onBobbin = 0;
  /** Ends of machine lines whose tails hang still, and how much thread each tail is. */
  const tails = new Map<string, number>();
  for (const whole of texts) {
    const turned = TURN.exec(whole);
    if (turned !== null) up = turned[1] as Face;
    const text = whole.replace(TURN, '');
    const cut = CUT.exec(text);
    if (cut !== null) {
      if (at !== null) throw new RangeError(`replaySteps: the last thread is not finished at “${text}”`);
      inHand = Number(cut[1]) + (cut[2] === undefined ? 0 : Number(cut[2]) * Number(cut[3]));
      continue;
    }
    const start = START.exec(text);
    if (start !== null) {
      if (inHand === null) throw new RangeError(`replaySteps: nothing is in the needle at “${text}”`);
      if (start[2] === up) throw new RangeError(`replaySteps: the ${up} side lies up at “${text}”`);
      at = start[1] as string;
      pieces.push({ start: at, cutMm: inHand, linesMm: 0, loops: Number(start[3] ?? 0) });
      inHand = null;
      continue;
    }
    const line = SEW.exec(text);
    if (line !== null) {
      const piece = pieces.at(-1);
      const to = line[3] as string;
      if (at === null || piece === undefined)
        throw new RangeError(`replaySteps: no thread to sew with at “${text}”`);
      if (line[1] !== undefined && !joints.includes(joint(at, to)))
        throw new RangeError(`replaySteps: there is no line to sew beside at “${text}”`);
      piece.linesMm += Number(line[2]);
      piece.loops += Number(line[5] ?? 0);
      joints.push(joint(at, to));
      at = to;
      if (line[4] !== undefined) up = line[4] as Face;
      continue;
    }
    const wound = WIND.exec(text);
    if (wound !== null) {
      onBobbin += Number(wound[1]);
      continue;
    }
    const seam = MACHINE.exec(text);
    if (seam !== null) {
      const [mm, first, second] = [seam[1], seam[4], seam[5]].map(Number) as [number, number, number];
      onBobbin -= mm + first + second;
      if (onBobbin < 0) throw new RangeError(`replaySteps: the bobbin is empty at “${text}”`);
      joints.push(joint(seam[2] as string, seam[3] as string));
      for (const end of [seam[2], seam[3]] as [string, string]) tails.set(end, (tails.get(end) ?? 0) + 1);
      continue;
    }
    const joined = JOINT.exec(text);
    if (joined !== null) {
      // Several lines may end at one hole, each with tails of its own.
      const [end, count] = [
        joined[1] as string,
        Number(/^By hand: thread each of the (\d+) /.exec(text)?.[1] ?? 1),
      ];
      const hang = (tails.get(end) ?? 0) - count;
      if (hang < 0) throw new RangeError(`replaySteps: no tail hangs there at “${text}”`);
      if (hang === 0) tails.delete(end);
      else tails.set(end, hang);
      continue;
    }
    const free = FREE.exec(text);
    if (free !== null) {
      if (!tails.has(free[1] as string))
        throw new RangeError(`replaySteps: no tail hangs there at “${text}”`);
      tails.delete(free[1] as string);
      continue;
    }
    const laid = LAY.exec(text);
    if (laid !== null) joints.push(joint(laid[1] as string, laid[2] as string));
    else if (/^(Weave|Knot the thread round the last|Leave) /.test(text)) at = null;
    // Other work turns the piece as it likes; whoever looks at faces reads the turnings alone.
    const over = /; then turn the piece over, (right|wrong) side up\./.exec(text);
    if (over !== null) up = over[1] as Face;
  }
  if (tails.size > 0)
    throw new RangeError(`replaySteps: tails are never joined: ${[...tails.keys()].join(', ')}`);
  return { joints: joints.sort(), pieces };
}

/** Two names as one, whichever way round. */
export function joint(a: string, b: string): string {
  return [a, b].sort().join(' | ');
}
