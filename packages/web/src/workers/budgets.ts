/** How much work one question may cost. */
import type { Plan } from '@sashiko/core/plan/schema';
import type { RouteRequest } from '@sashiko/core/router/route-request';
import type { MessageName, RoutePatience } from './messages.ts';

/** A proposal usually takes so long, s: more hardly helps (measured on the benchmark instances). */
const ROUTE_S = 1.5;
const ROUTE_S_PER_PART = 0.15;
/** Where parts may move, the threads are led twice, and places tried between. */
const MOVING_TIMES = 2.4;
/** While something is left out and it gets better it goes on, but no longer than this, s. */
const LONGEST_ROUTE_S = 60;

/** Processor seconds that a proposal takes, as long as nothing is left out. */
export function usualRouteS(plan: Plan, { mayMoveMm }: RouteRequest, patience: RoutePatience): number {
  const once = ROUTE_S + ROUTE_S_PER_PART * Object.keys(plan.parts).length;
  const usual = mayMoveMm > 0 ? MOVING_TIMES * once : once;
  return Math.min(LONGEST_ROUTE_S, patience === 'usual' ? usual : Math.max(usual, patience));
}

/** Processor time of a question, ms: many times what it takes at 400 parts. What waits for other work is not counted. */
const BUDGET_MS: Readonly<Record<Exclude<MessageName, 'route'>, number>> = {
  warm: 20_000,
  waysOut: 25_000,
  bench: 60_000,
  compare: 60_000,
  homes: 240_000,
  tidy: 20_000,
  repair: 20_000,
  readPicture: 30_000,
  straighten: 60_000,
  findFits: 240_000,
  trials: 240_000,
  gapPrices: 120_000,
  findings: 30_000,
  currents: 30_000,
  fixes: 60_000,
  fixAll: 240_000,
  lightNow: 30_000,
  howLong: 120_000,
  whatIfs: 240_000,
  sourceChoices: 240_000,
  lightTrials: 240_000,
  sums: 60_000,
  verdict: 60_000,
  sheet: 120_000,
  printList: 5_000,
  print: 300_000,
};

/** The processor time a question may take, ms. */
export function budgetMs(name: MessageName): number {
  return name === 'route' ? 1000 * LONGEST_ROUTE_S : BUDGET_MS[name as Exclude<MessageName, 'route'>];
}
