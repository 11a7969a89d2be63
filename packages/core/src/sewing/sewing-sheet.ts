/** The sheet: everything a maker needs to sew a plan, worked out once. */

import { type Caution, cautionsFor } from '../checks/cautions.ts';
import type { Piece } from '../pieces/piece.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { isTicked } from '../plan/progress.ts';
import type { Plan } from '../plan/schema.ts';
import { groupBy } from '../units/group-by.ts';
import { type GatherItem, gatherList } from './gather.ts';
import { lastChances } from './last-chances.ts';
import type { SewingStep, StepDraft } from './step.ts';
import { orderedSteps, type Unfollowed } from './step-order.ts';
import { stepPlaces } from './step-place.ts';
import { finishingSteps } from './steps/finishing.ts';
import { joinSteps } from './steps/free-ends.ts';
import { holdingSteps, placingSteps } from './steps/holding.ts';
import { preparingSteps } from './steps/preparing.ts';
import { rehearsingSteps } from './steps/rehearsing.ts';
import { pieceSteps } from './steps/sewing-a-piece.ts';
import { type StepContext, stepContext } from './steps/step-context.ts';
import { isSupplyFirst, pieceTester, sourceTests } from './steps/testing.ts';
import { withTurnings } from './turnings.ts';
import { unfollowedHabits } from './unfollowed-habits.ts';

export interface SewingSheet {
  readonly steps: readonly SewingStep[];
  /** Habits this plan cannot follow everywhere, in words. */
  readonly unfollowed: readonly Unfollowed[];
  readonly pieces: readonly Piece[];
  readonly gather: readonly GatherItem[];
  readonly cautions: readonly Caution[];
}

/** Works out the sheet; yields the share done, 0 to 1. The same plan gives the same sheet. */
export function* makeSheet(plan: Plan): Generator<number, SewingSheet> {
  const pieces = cutPieces(plan);
  yield 0.2;
  const context = stepContext(plan, pieces);
  const usual: StepDraft[] = [];
  const about = 6 * (Object.keys(plan.parts).length + pieces.length + 4);
  for (const part of usualParts(context)) {
    usual.push(...part());
    yield 0.2 + 0.4 * Math.min(1, usual.length / about);
  }
  const { steps, unfollowed } = orderedSteps(context, usual, plan.stepOrder);
  yield 0.9;
  const chances = lastChances(context, steps);
  const placeOf = stepPlaces(plan, pieces);
  const placed = steps.map((step) => ({ ...step, ...placeOf(step) }));
  return {
    steps: withTurnings(placed).map((step) => ({ ...step, lastChance: chances.get(step.id) ?? null })),
    unfollowed: [...unfollowed, ...unfollowedHabits(plan, pieces)],
    pieces,
    gather: gatherList(plan, pieces),
    cautions: cautionsFor(plan),
  };
}

/** The whole sheet at once, for plans of a size that does not keep anybody waiting. */
export function sewingSheet(plan: Plan): SewingSheet {
  const work = makeSheet(plan);
  for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
}

/** The steps in their usual order, in portions; needs and habits put them in a valid one. */
function usualParts(context: StepContext): ReadonlyArray<() => readonly StepDraft[]> {
  const { plan, pieces } = context;
  const tests = groupBy(sourceTests(context), ({ id }) => id);
  const testOf = pieceTester(context);
  const test = (id: string): readonly StepDraft[] => tests.get(id) ?? [];
  const testsOf = (word: string): readonly StepDraft[] =>
    context.proofs.flatMap(({ circuit }) => test(`test:${word}:${circuit.source.part.id}`));
  const firstSide = plan.habits.firstSide === '+' ? '+' : '-';
  const lastOfSide = pieces.findLastIndex((piece) => piece.side === firstSide);
  const finishing = finishingSteps(context);
  return [
    () => preparingSteps(context),
    () => rehearsingSteps(context),
    () => placingSteps(context),
    () => (plan.habits.holdDowns === 'after' ? [] : holdingSteps(context)),
    () => testsOf('apart-early'),
    ...pieces.map((piece, i) => () => [
      ...[...pieceSteps(context, piece), testOf(piece)].map((step) => ({ ...step, pieceId: piece.id })),
      ...(i === lastOfSide ? testsOf('one-side') : []),
    ]),
    () => joinSteps(context),
    () => (isSupplyFirst(context) ? testsOf('supply') : []),
    () => (plan.habits.holdDowns === 'after' ? holdingSteps(context) : []),
    () => testsOf('apart'),
    () => (isSupplyFirst(context) ? [] : testsOf('supply')),
    () => finishing,
  ];
}

/** What is still to be done before a step: needs that are not ticked off. */
export function missingBefore(
  plan: Pick<Plan, 'ticks'>,
  steps: readonly SewingStep[],
  step: SewingStep,
): readonly SewingStep[] {
  const open = new Set(
    step.needs
      .filter(({ kind, stepId }) => kind === 'must' && !isTicked(plan, stepId))
      .map(({ stepId }) => stepId),
  );
  return steps.filter(({ id }) => open.has(id));
}
