/** Habits that a plan cannot follow, in words: nothing is refused for it, and no electrical rule gives way. */
import type { Piece } from '../nets/pieces.ts';
import { partsThatAre } from '../nets/sides.ts';
import { hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import type { Unfollowed } from './step-order.ts';

/** What stands against the habits of a plan besides the order of its steps. */
export function unfollowedHabits(plan: Plan, pieces: readonly Piece[]): readonly Unfollowed[] {
  const { habits } = plan;
  const found: Unfollowed[] = [];
  const hasSwitch = Object.values(plan.parts).some(
    (part) => hasElement(kindOf(plan, part), 'switch') && !hasElement(kindOf(plan, part), 'cell'),
  );
  if (habits.switchSide === '-' && hasSwitch && partsThatAre(plan, 'pin').length > 0)
    found.push({
      ruleId: 'switch-side',
      text: 'Your switches go into the − side, but with a board the + side must be switched: it is.',
    });
  const patches = Object.keys(plan.patches).length;
  if (habits.crossings === 'never' && patches > 0)
    found.push({
      ruleId: 'crossings',
      text: `You never cross, but this plan still holds ${patches === 1 ? 'a patch' : `${patches} patches`}: let it be routed anew, or sew it as it is.`,
    });
  const long = pieces.filter(({ isLong }) => isLong).length;
  if (long > 0)
    found.push({
      ruleId: 'longest-piece',
      text:
        habits.pieces === 'spliced'
          ? `Your longest piece is so short that splices would eat it up: ${long === 1 ? 'one thread stays' : `${long} threads stay`} whole.`
          : `${long === 1 ? 'One thread is' : `${long} threads are`} longer than your longest piece, because a single line is: splice, or lead it by way of another part.`,
    });
  return found;
}
