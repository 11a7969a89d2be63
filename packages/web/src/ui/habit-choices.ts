/** The habits on which makers differ, in their own words. A new habit is one entry here and one field of the plan. None is better than another. */
import type { Habits } from '@sashiko/core/plan/records';
import { SEWN_STITCHES } from '@sashiko/core/thread/stitch-kinds';

type Choosable = {
  readonly [Key in keyof Habits]: Habits[Key] extends string ? Key : never;
}[keyof Habits];

export interface HabitChoice {
  readonly field: Choosable;
  readonly label: string;
  readonly options: ReadonlyArray<{ readonly value: string; readonly label: string }>;
}

function choice<Field extends Choosable>(
  field: Field,
  label: string,
  options: ReadonlyArray<readonly [value: Habits[Field], label: string]>,
): HabitChoice {
  return { field, label, options: options.map(([value, words]) => ({ value, label: words })) };
}

export const HABIT_CHOICES: readonly HabitChoice[] = [
  choice('pieces', 'Thread of a side', [
    ['unbroken', 'one piece, split at an arm’s length'],
    ['each-part', 'a new piece at every part'],
    ['spliced', 'one line, spliced where it runs out'],
  ]),
  choice('firstSide', 'Sewn first', [
    ['-', 'the − side'],
    ['+', 'the + side'],
    ['power', 'power lines, then lights'],
  ]),
  choice('knots', 'Ends are', [
    ['knotted', 'knotted'],
    ['caught', 'caught under the stitches'],
    ['each-hole', 'knotted round each hole'],
  ]),
  choice('sealing', 'Knots are sealed', [
    ['varnish', 'with clear varnish'],
    ['fabric-glue', 'with fabric glue'],
    ['hot-glue', 'with hot glue'],
    ['none', 'not at all'],
  ]),
  choice('legSign', 'Legs: + is told by', [
    ['big-loop', 'a bigger loop'],
    ['square-loop', 'a square loop'],
    ['minus-curled', 'staying straight until sewn'],
    ['ink', 'an ink mark'],
  ]),
  choice(
    'stitchId',
    'Lines are sewn in',
    SEWN_STITCHES.map(({ id, title }) => [id, title.toLowerCase()] as const),
  ),
  choice('seamPasses', 'Threads over seams', [
    ['allowed', 'may pass'],
    ['never', 'never: each panel a circuit of its own'],
  ]),
  choice('crossings', 'Crossings', [
    ['patch', 'over a patch if need be'],
    ['wire', 'one line as insulated wire'],
    ['other-face', 'one line on the other face'],
    ['never', 'never: plan again'],
  ]),
  choice('switchSide', 'A switch goes into', [
    ['+', 'the + side'],
    ['-', 'the − side'],
  ]),
  choice('rehearsal', 'Before the first stitch', [
    ['none', 'nothing is rehearsed'],
    ['paper', 'parts are laid on the print'],
    ['clips', 'that, and the circuit on clips'],
  ]),
  choice('lineOrder', 'Machine lines', [
    ['by-side', 'come with their side'],
    ['machine-first', 'first; parts are linked by hand later'],
  ]),
  choice('holdDowns', 'Parts are held down', [
    ['before', 'before the circuit'],
    ['after', 'after the circuit'],
    ['tape', 'with tape or glue'],
  ]),
  choice('cover', 'Threads are covered', [
    ['none', 'not at all'],
    ['paint', 'with fabric paint'],
    ['layer', 'by a second layer'],
    ['lining', 'by a lining'],
  ]),
  choice('marker', 'Lines are marked', [
    ['air', 'with ink that fades'],
    ['water', 'with ink that washes out'],
    ['heat', 'with ink that irons away'],
    ['chalk', 'with chalk'],
  ]),
];

/** The choice of one habit. Throws RangeError when it is none of these. */
export function habitChoice(field: Choosable): HabitChoice {
  const found = HABIT_CHOICES.find((one) => one.field === field);
  if (found === undefined) throw new RangeError(`habitChoice: no choice of "${field}"`);
  return found;
}
