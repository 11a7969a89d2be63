/** What is computed from the shown plan, once for all who ask. */
import { threadsLeft } from '@sashiko/core/advice/what-next';
import { CHECK_RULES } from '@sashiko/core/checks/check-rules';
import { CheckSession } from '@sashiko/core/checks/check-session';
import { tracePathsAsSet } from '@sashiko/core/joining/trace-path';
import { cutPieces } from '@sashiko/core/pieces/pieces';
import type { Plan } from '@sashiko/core/plan/schema';
import { tightestPlaces } from '@sashiko/core/spacing/tightest';
import { remembered } from '@sashiko/core/units/remembered';
import { wishDifference } from '@sashiko/core/wishes/wish-difference';

/** Keeps a function's answer for as long as the plan it was asked about is alive. */
function oncePerPlan<T>(name: string, compute: (plan: Plan) => T): (plan: Plan) => T {
  return remembered({ name, under: (plan: Plan) => plan }, compute);
}

/** The checks of the drawing follow whichever plan is shown, from edit to edit; those by current come from a worker (`use-findings.ts`). */
const session = new CheckSession(CHECK_RULES, false);

/** How many of the tightest places are listed. */
const TIGHTEST = 12;

export const findingsOf = oncePerPlan('findingsOf', (plan) => session.update(plan));
export const tightestOf = oncePerPlan('tightestOf', (plan) => tightestPlaces(plan, TIGHTEST));
export const pathsOf = oncePerPlan('pathsOf', tracePathsAsSet);
export const wishesIn = oncePerPlan('wishesIn', wishDifference);
/** How many threads are still to be led. */
export const threadsLeftIn = oncePerPlan('threadsLeftIn', threadsLeft);
export const piecesOf = oncePerPlan('piecesOf', cutPieces);
