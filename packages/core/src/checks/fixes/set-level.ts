import { maybeHole } from '../../parts/part-kind.ts';
import { setLevel } from '../../plan/edits/part-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Lets a pin that cannot fade be on: what hangs on it shines fully then. */
export const setLevelFix: FixKind = {
  id: 'set-level',
  rules: ['pwm'],
  propose: (plan, { key, partIds: [partId = ''] }) => {
    const part = plan.parts[partId];
    const holeId = key.slice(key.lastIndexOf('.') + 1);
    const hole = part === undefined ? undefined : maybeHole(kindOf(plan, part), holeId);
    if (part === undefined || hole === undefined) return [];
    const label = `let ${hole.label ?? hole.id} of ${part.name} be fully on`;
    return sound(setLevel(plan, partId, hole.terminal, 1)).map((edit) => ({ ...edit, label }));
  },
};
