/**
 * Sews a piece from the words of a sheet alone, as a person would who has never seen the plan: reads each sentence, keeps the needle in
 * mind, and notes which holes become joined, how much thread that took, and what was cut.
 */

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
const CUT = new RegExp(
  `^Take ${NUMBER} mm of conductive thread .*?(?: Cut (\\d+) more of ${NUMBER} mm:|$)`,
  's',
);
const START = /^Start at (.+?): come up from the (?:right|wrong) side and sew (\d+) tight loops? through it/;
const SEW = new RegExp(
  `^Sew ${NUMBER} mm \\(\\d+ stitch(?:es)? of about [\\d.]+ mm\\).*? to ((?:the [+−] |hole ).+?); (\\d+) tight loops?`,
);
const LAY = /^Lay .+? from (.+?) to (.+?), join its bared ends/;

/** Replays sentences in their order. Throws RangeError where they cannot be followed: a line sewn without a thread in the needle. */
export function replaySteps(texts: readonly string[]): Replay {
  const joints: string[] = [];
  const pieces: { start: string; cutMm: number; linesMm: number; loops: number }[] = [];
  let inHand: number | null = null;
  let at: string | null = null;
  for (const text of texts) {
    const cut = CUT.exec(text);
    if (cut !== null) {
      inHand = Number(cut[1]) + (cut[2] === undefined ? 0 : Number(cut[2]) * Number(cut[3]));
      at = null;
      continue;
    }
    const start = START.exec(text);
    if (start !== null) {
      if (inHand === null) throw new RangeError(`replaySteps: nothing is in the needle at “${text}”`);
      at = start[1] as string;
      pieces.push({ start: at, cutMm: inHand, linesMm: 0, loops: Number(start[2]) });
      inHand = null;
      continue;
    }
    const line = SEW.exec(text);
    if (line !== null) {
      const piece = pieces.at(-1);
      if (at === null || piece === undefined)
        throw new RangeError(`replaySteps: no thread to sew with at “${text}”`);
      piece.linesMm += Number(line[1]);
      piece.loops += Number(line[3]);
      joints.push(joint(at, line[2] as string));
      at = line[2] as string;
      continue;
    }
    const laid = LAY.exec(text);
    if (laid !== null) joints.push(joint(laid[1] as string, laid[2] as string));
    else if (/^(Weave|Knot the thread round the last|Leave) /.test(text)) at = null;
  }
  return { joints: joints.sort(), pieces };
}

/** Two names as one, whichever way round. */
export function joint(a: string, b: string): string {
  return [a, b].sort().join(' | ');
}
