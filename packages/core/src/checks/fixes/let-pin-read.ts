import { standPin } from '../../plan/edits/part-edits.ts';
import { deleteRuns } from '../../plan/edits/run-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Plan } from '../../plan/schema.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** A pin that works against a + or − is let read instead of drive, or the thread that joins them is unpicked. */
export const letPinReadFix: FixKind = {
  id: 'let-pin-read',
  rules: ['pin-fight'],
  propose: (plan, finding) => {
    const [, partId, pin] = /^pin-fight:([a-z0-9-]+)\.([a-z0-9-]+)/.exec(finding.key) ?? [];
    if (partId === undefined || pin === undefined) return [];
    const unpicked = Object.values(plan.runs)
      .filter(({ from, to, prewired, locked }) => {
        const isAt = [from, to].some((ref) => ref.partId === partId && ref.holeId === pin);
        return isAt && prewired !== true && locked !== true;
      })
      .flatMap(({ id }) => sound(deleteRuns(plan, [id])));
    return [
      ...sound(standPin(plan, partId, pin, 'read'), `let ${pinName(plan, partId, pin)} be read, not driven`),
      ...unpicked,
    ];
  },
};

/** `P0 of face board`. */
function pinName(plan: Plan, partId: string, pin: string): string {
  const part = plan.parts[partId];
  const hole =
    part === undefined ? undefined : kindOf(plan, part).holes.find(({ terminal }) => terminal === pin);
  return `${hole?.label ?? pin} of ${part?.name ?? partId}`;
}
