/** What the plans that come with Sashiko are built with. */
import { expectOk } from '@sashiko/core/errors/problem';
import { type CurveNode, cornersOf } from '@sashiko/core/geometry/curve';
import {
  addMarkings,
  changeClothKind,
  dyeCloth,
  type MarkingDraft,
  takePiece,
} from '@sashiko/core/plan/edits/cloth-edits';
import { stateFacts } from '@sashiko/core/plan/edits/plan-edits';
import { newPlan } from '@sashiko/core/plan/new-plan';
import type { Plan } from '@sashiko/core/plan/schema';
import { routingProblemOf } from '@sashiko/core/router/problem-of-plan';
import { proposalEdit } from '@sashiko/core/router/proposal';
import { route } from '@sashiko/core/router/route';
import { USUAL_REQUEST } from '@sashiko/core/router/route-request';
import { PlanBuilder, type Spot } from '@sashiko/core/testing/plan-builder';

export const corners = (...points: readonly Spot[]): readonly CurveNode[] =>
  cornersOf(points.map(([x, y]) => ({ x, y })));

export const mark = (name: string, nodes: readonly CurveNode[], closed = true): MarkingDraft => ({
  use: 'mark',
  name,
  nodes,
  closed,
});

/** The upper side of an outline, from node to node: the open side of a pocket. */
export function upperSide(nodes: readonly CurveNode[]): { readonly from: number; readonly to: number } {
  const sides = nodes.map(({ at }, from) => {
    const to = (from + 1) % nodes.length;
    return { from, to, y: at.y + (nodes[to] as CurveNode).at.y };
  });
  const [first] = [...sides].sort((a, b) => a.y - b.y);
  return { from: first?.from ?? 0, to: first?.to ?? 0 };
}

/** A plan with its piece, its cloth and its lines, ready for parts. */
export function begin(
  id: string,
  name: string,
  piece: readonly [pieceId: string, sizes: Readonly<Record<string, number>>],
  cloth: readonly [kindId: string, colourId: string],
  facts: Partial<Plan['facts']>,
  lines: readonly MarkingDraft[],
): PlanBuilder {
  const build = new PlanBuilder(name);
  build.plan = newPlan(id, name);
  build.edit(takePiece(build.plan, ...piece));
  build.edit(changeClothKind(build.plan, cloth[0])).edit(dyeCloth(build.plan, cloth[1]));
  build.edit(stateFacts(build.plan, facts));
  return lines.length === 0 ? build : build.edit(addMarkings(build.plan, lines));
}

/** With the threads that the router proposes. */
export function routed(build: PlanBuilder, seed = 7): PlanBuilder {
  const problem = expectOk(routingProblemOf(build.plan, USUAL_REQUEST));
  const search = route(problem, { seed });
  let step = search.next();
  while (step.done !== true) step = search.next();
  return build.edit(proposalEdit(build.plan, problem, step.value));
}
