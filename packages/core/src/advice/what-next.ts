/** What comes next with a plan, and why: one thing of all that is left, in the order of the work. */

import { maybeCheckRule } from '../checks/check-rules.ts';
import { type CheckStanding, KNOWN } from '../checks/check-standing.ts';
import type { Finding, Severity } from '../checks/finding.ts';
import { glowingParts } from '../checks/glowing-parts.ts';
import { partsThatAre } from '../joining/sides.ts';
import type { Plan } from '../plan/schema.ts';
import { counted } from '../units/words.ts';
import { wishDifference } from '../wishes/wish-difference.ts';

/** Where a thing is done: a stage of the work. */
export type WorkPlace = 'cloth' | 'parts' | 'thread' | 'check' | 'light' | 'sew' | 'bench';

/** What does it at once, where something can. */
export type NextAct = 'lights' | 'power' | 'propose' | 'check-again' | 'show-finding' | 'at-the-table';

export interface NextThing {
  /** What is there already, in a few words: `5 lights, no power yet`. */
  readonly done: string;
  /** What comes next, as a request: `Choose a holder`. Null when nothing is left. */
  readonly next: string | null;
  readonly why: string;
  readonly place: WorkPlace;
  readonly act: NextAct | null;
  /** The finding it is about, of `show-finding`. */
  readonly finding?: Finding;
}

/** How far the piece that is made has come. */
export interface Progress {
  /** Steps that are ticked. */
  readonly ticked: number;
  /** All steps; null while that is not known. */
  readonly steps: number | null;
  readonly readings: number;
  /** What is left to do, where that is known already. */
  readonly left?: Left;
  /** How what was found stands; missing: all of it is known. */
  readonly standing?: CheckStanding;
}

/** Rules that find what is merely not done yet: while something is left to sew, that is no mistake. */
export const UNFINISHED: ReadonlySet<string> = new Set(['open', 'switch-none']);

/** What is left to do before a plan is whole. */
export interface Left {
  /** How many threads are still to be led. */
  readonly threads: number;
  /** What is not on the cloth yet, without which no thread can be led. */
  readonly missing: 'light' | 'power' | null;
}

export function leftIn(plan: Plan): Left {
  const missing =
    glowingParts(plan).length === 0 ? 'light' : partsThatAre(plan, 'cell').length === 0 ? 'power' : null;
  return { threads: threadsLeft(plan), missing };
}

/** What is left to do in a few words: `3 threads to draw`; null when nothing is. */
export function leftWords({ threads, missing }: Left): string | null {
  if (missing !== null) return `no ${missing} yet`;
  return threads > 0 ? `${counted(threads, 'thread')} to draw` : null;
}

/** Whether a finding says what is left to do, not what is wrong. Something that is joined nowhere is left to do as long as anything else is. */
export function isLeftToDo(finding: Pick<Finding, 'ruleId'>, left: Left): boolean {
  return UNFINISHED.has(finding.ruleId) && leftWords(left) !== null;
}

/** How many threads are still to be led for all that is wished joined: one less than the pieces each wish is in. */
export function threadsLeft(plan: Plan): number {
  return wishDifference(plan).missing.reduce((sum, { groups }) => sum + groups.length - 1, 0);
}

/**
 * The next thing to do with a plan, seen from where the maker is. `findings` are those that are not accepted, worst first.
 * O(parts + runs).
 */
export function whatNext(
  plan: Plan,
  from: WorkPlace,
  findings: readonly Finding[],
  { ticked, steps, readings, left = leftIn(plan), standing = KNOWN }: Progress,
): NextThing {
  const lights = glowingParts(plan).length;
  const sources = partsThatAre(plan, 'cell').length;
  const runs = Object.keys(plan.runs).length;
  const lightWords = counted(lights, 'light');
  if (lights === 0)
    return {
      done: sources === 0 ? 'No light yet' : 'Power, no light yet',
      next: 'Place a light',
      why: 'All else follows from where the light is to be.',
      place: 'parts',
      act: 'lights',
    };
  if (sources === 0)
    return {
      done: `${lightWords}, no power yet`,
      next: 'Choose a holder',
      why: 'Without a cell nothing lights.',
      place: 'parts',
      act: 'power',
    };
  if (standing.state === 'failed')
    return {
      done: `${lightWords}, not checked`,
      next: 'Have it checked again',
      why: standing.why,
      place: 'check',
      act: 'check-again',
    };
  const wrong = findings.filter((finding) => !isLeftToDo(finding, left));
  const about = (severity: Severity, next: string): NextThing | null => {
    const alike = wrong.filter((finding) => finding.severity === severity);
    const [finding] = alike;
    if (finding === undefined) return null;
    return {
      done: `${lightWords}, ${counted(runs, 'thread')}`,
      next,
      why: `${alike.length === 1 ? 'One thing' : `The first of ${alike.length}`}: ${maybeCheckRule(finding.ruleId)?.title ?? finding.ruleId}.`,
      place: 'check',
      act: 'show-finding',
      finding,
    };
  };
  // What is wrong is not sewn on to; what is only weak can wait until all is joined.
  const stop = about('stop', 'Put right what is wrong');
  if (stop !== null) return stop;
  if (left.threads > 0)
    return {
      done: `${lightWords}, ${runs === 0 ? 'no thread yet' : counted(runs, 'thread')}`,
      next:
        runs === 0
          ? 'Draw the threads'
          : `Draw the ${counted(left.threads, 'thread')} that ${left.threads === 1 ? 'is' : 'are'} left`,
      why: 'Draw them from hole to hole, or have them proposed.',
      place: 'thread',
      act: 'propose',
    };
  const mend = about('mend', 'Mend what is weak');
  if (mend !== null) return mend;
  const clear = `${lightWords}, ${counted(runs, 'thread')}, ${standing.state === 'due' ? 'being looked at' : 'nothing to put right'}`;
  const isSewn = steps !== null && ticked >= steps;
  if (ticked === 0 && from !== 'light' && from !== 'sew')
    return {
      done: clear,
      next: 'See how it lights',
      why: 'How bright and for how long is known before a stitch is sewn.',
      place: 'light',
      act: null,
    };
  if (!isSewn)
    return {
      done: ticked === 0 ? clear : `${ticked}${steps === null ? '' : ` of ${steps}`} steps done`,
      next: ticked === 0 ? 'Begin to sew' : 'Go on sewing',
      why: 'Step by step, with large words and the drawing beside.',
      place: 'sew',
      act: 'at-the-table',
    };
  if (readings === 0)
    return {
      done: `All ${steps} steps done`,
      next: 'Measure it',
      why: 'A short is found before the cell is in.',
      place: 'bench',
      act: null,
    };
  return {
    done: `All ${steps} steps done, ${counted(readings, 'reading')}`,
    next: null,
    why: 'Nothing is left to do.',
    place: from,
    act: null,
  };
}
