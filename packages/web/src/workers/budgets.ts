/** How much work one question may cost. */
import type { MessageName, WorkerMessages } from './messages.ts';

/** A proposal may take so long: enough that more hardly helps (measured on the benchmark instances). */
const ROUTE_MS = 1500;
const ROUTE_MS_PER_PART = 150;

/** Processor time of a question, ms: many times what it takes at 400 parts. What waits for other work is not counted. */
const BUDGET_MS: Readonly<Record<Exclude<MessageName, 'route'>, number>> = {
  warm: 20_000,
  waysOut: 25_000,
  homes: 240_000,
  tidy: 20_000,
  repair: 20_000,
  readPicture: 30_000,
  straighten: 60_000,
  findFits: 240_000,
  trials: 240_000,
  gapPrices: 120_000,
  currents: 30_000,
  fixes: 60_000,
  lightNow: 30_000,
  howLong: 120_000,
  whatIfs: 240_000,
  sourceChoices: 240_000,
  lightTrials: 240_000,
  sums: 60_000,
  sheet: 120_000,
  printList: 5_000,
  print: 300_000,
};

/** The processor time a question may take, ms. */
export function budgetMs<Name extends MessageName>(name: Name, request: WorkerMessages[Name][0]): number {
  if (name !== 'route') return BUDGET_MS[name as Exclude<MessageName, 'route'>];
  const { plan, patience } = request as WorkerMessages['route'][0];
  const usual = ROUTE_MS + ROUTE_MS_PER_PART * Object.keys(plan.parts).length;
  return patience === 'usual' ? usual : Math.max(usual, 1000 * patience);
}
