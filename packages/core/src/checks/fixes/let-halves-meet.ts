import { scale } from '../../geometry/point.ts';
import { moveParts } from '../../plan/edits/part-edits.ts';
import { closingPairs } from '../../power/halves-meet.ts';
import { formatLength } from '../../units/length.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Moves one half of a closure to where it meets the other when the ends are closed; or both by half of that. */
export const letHalvesMeetFix: FixKind = {
  id: 'let-halves-meet',
  rules: ['closure-apart'],
  propose: (plan, { partIds: [leftId, rightId] }) => {
    const pair = closingPairs(plan).find(({ left, right }) => left.id === leftId && right.id === rightId);
    if (pair === undefined) return [];
    const { left, right, move } = pair;
    const far = formatLength(Math.hypot(move.x, move.y), plan.habits.unit, 1);
    return [
      ...sound(
        moveParts(plan, [right.id], move),
        `move ${right.name} ${far}, to where it meets ${left.name}`,
      ),
      ...sound(
        moveParts(plan, [left.id], scale(move, -1)),
        `move ${left.name} ${far}, to where it meets ${right.name}`,
      ),
    ];
  },
};
