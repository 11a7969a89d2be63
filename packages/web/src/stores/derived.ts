/** What is computed from the shown plan, once for all who ask. */
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

/** How many of the tightest places are listed. */
const TIGHTEST = 12;

/** The least gaps there are, least first. */
export const tightestOf = oncePerPlan('tightestOf', (plan) => tightestPlaces(plan, TIGHTEST));
/** The way of the current through every light, as switches stand. */
export const pathsOf = oncePerPlan('pathsOf', tracePathsAsSet);
/** What should be joined, and what of it is not. */
export const wishesIn = oncePerPlan('wishesIn', wishDifference);
/** Which runs are sewn with one piece of thread. */
export const piecesOf = oncePerPlan('piecesOf', cutPieces);
