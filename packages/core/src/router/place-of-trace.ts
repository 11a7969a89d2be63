import type { Point } from '../geometry/point.ts';
import type { Plan } from '../plan/schema.ts';
import { offBoard } from './laid-out.ts';
import type { PlanProblem } from './problem-of-plan.ts';
import type { RoutedTrace } from './routing-problem.ts';

/**
 * A place at a routed line, which the router tells on its board, in the frame of the panel the line lies on.
 * Throws for a line of another plan.
 */
export function placeOfTrace(
  { parts }: Pick<Plan, 'parts'>,
  problem: PlanProblem,
  { from }: Pick<RoutedTrace, 'from'>,
  onBoard: Point,
): { readonly at: Point; readonly panelId: string } {
  const part = parts[problem.parts[from.part]?.id ?? ''];
  if (part === undefined) throw new Error('the line begins at a part that is not in the plan');
  return { at: offBoard(problem, part, onBoard), panelId: part.panelId };
}
