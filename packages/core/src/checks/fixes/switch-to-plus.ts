import { partsThatAre } from '../../joining/sides.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { putRun } from '../../plan/edits/changes.ts';
import { checkEdit } from '../../plan/edits/check-edit.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holeKey, holesAt } from '../../plan/placed.ts';
import type { HoleRef, Part, Run } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { FixKind } from '../fix-kind.ts';
import { asDrawnThenAnew, changedRuns } from './lead-anew.ts';
import { sound } from './sound.ts';

/**
 * Moves a switch from the − side into the + side: its two − lines become one, and the + line at the holder goes through
 * the switch instead. Only where one run comes to each of its holes.
 */
export const switchToPlusFix: FixKind = {
  id: 'switch-to-plus',
  rules: ['board-ground-switch', 'switch-both'],
  *propose(plan, _finding, tries) {
    for (const toggle of partsThatAre(plan, 'switch'))
      for (const holder of partsThatAre(plan, 'cell')) {
        const edits = rewired(plan, toggle, holder) ?? [];
        yield* edits;
        const [first] = edits;
        if (first !== undefined) yield* asDrawnThenAnew(plan, first, changedRuns(plan), tries);
      }
  },
};

function rewired(plan: Plan, toggle: Part, holder: Part) {
  const [contact] = elementsOf(kindOf(plan, toggle), 'switch');
  const [cell] = elementsOf(kindOf(plan, holder), 'cell');
  if (contact === undefined || cell === undefined) return null;
  const runsAt = (part: Part, terminal: string): readonly Run[] => {
    const holes = new Set(holesAt(plan, part, terminal).map(holeKey));
    return Object.values(plan.runs).filter(
      (run) => holes.has(holeKey(run.from)) || holes.has(holeKey(run.to)),
    );
  };
  const [near, far] = [runsAt(toggle, contact.a), runsAt(toggle, contact.b)];
  const feeds = runsAt(holder, cell.plus);
  const [one, other, feed] = [near[0], far[0], feeds[0]];
  if (one === undefined || other === undefined || feed === undefined) return null;
  if (near.length > 1 || far.length > 1 || feeds.length > 1 || one === other) return null;
  const endAway = (run: Run): HoleRef => (run.from.partId === toggle.id ? run.to : run.from);
  const bendsToward = (run: Run): Run['bends'] =>
    run.from.partId === toggle.id ? [...run.bends].reverse() : run.bends;
  const through: Run = {
    ...one,
    from: endAway(one),
    to: endAway(other),
    bends: [...bendsToward(one), toggle.at, ...[...bendsToward(other)].reverse()],
  };
  const isFromHolder = feed.from.partId === holder.id;
  const [source, target] = isFromHolder ? [feed.from, feed.to] : [feed.to, feed.from];
  return ([contact.a, contact.b] as const).flatMap((first, i) => {
    const second = i === 0 ? contact.b : contact.a;
    const [enter] = holesAt(plan, toggle, first);
    const [leave] = holesAt(plan, toggle, second);
    if (enter === undefined || leave === undefined) return [];
    return [
      { ...through, bends: [...bendsToward(one), ...[...bendsToward(other)].reverse()] },
      through,
    ].flatMap((line) =>
      sound(
        checkEdit(plan, `move ${toggle.name} into the + side`, [
          putRun(plan, line),
          putRun(plan, { ...other, from: source, to: enter, bends: [] }),
          putRun(plan, {
            ...feed,
            from: leave,
            to: target,
            bends: isFromHolder ? feed.bends : [...feed.bends].reverse(),
          }),
        ]),
      ),
    );
  });
}
