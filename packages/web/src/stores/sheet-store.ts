/** The sewing sheet of the open plan, worked out in the worker whenever something it rests on changes. */
import { changesSheet, FIELD_NAMES, type Plan, TABLE_NAMES } from '@sashiko/core/plan/schema';
import { isRoundDone, roundsOf } from '@sashiko/core/sewing/rounds';
import type { SewingSheet } from '@sashiko/core/sewing/sewing-sheet';
import { remembered } from '@sashiko/core/units/remembered';
import { useEffect, useMemo } from 'react';
import { Asking, useAsking, useAskingFor } from '../workers/asking.ts';
import { usePlanStore } from './plan-store.ts';

/** The sheet that was worked out last, whatever leaf asked for it. */
export const sheetJob = new Asking('sheet');

/** What the sewing sheet is worked out from. */
const RESTED_ON = [...FIELD_NAMES, ...TABLE_NAMES].filter(changesSheet);

/** Whether two plans have the same sheet. */
function restsOnTheSame(a: Plan, b: Plan): boolean {
  return RESTED_ON.every((name) => a[name] === b[name]);
}

/** The sheet of a plan as far as it is. */
export interface SheetWork {
  /** The last one while a newer one is worked out; null before the first. */
  readonly sheet: SewingSheet | null;
  /** Share done; null when it is up to date, or could not be worked out. */
  readonly share: number | null;
  /** Works it out again, where that went wrong. */
  readonly again: (() => void) | null;
}

/** The sheet of the plan, worked out anew whenever something it rests on has changed. */
export function useSheet(plan: Plan): SheetWork {
  const { answer, answered, asked, share, problem, ended } = useAsking(sheetJob);
  const isCurrent = answered !== null && answered.plan.id === plan.id && restsOnTheSame(answered.plan, plan);
  const hasFailed = problem !== null && ended?.plan === plan;
  useEffect(() => {
    if (isCurrent || hasFailed) return;
    void work(plan);
    return sheetJob.cancel;
  }, [plan, isCurrent, hasFailed]);
  return {
    sheet: answered?.plan.id === plan.id ? answer : null,
    share: isCurrent || hasFailed ? null : asked === null ? 0 : share,
    again: hasFailed ? () => void work(plan) : null,
  };
}

/** Has the sheet of a plan worked out; what went wrong is told. */
async function work(plan: Plan): Promise<void> {
  const outcome = await sheetJob.ask({ plan });
  if (outcome.kind === 'failed') usePlanStore.getState().tell(outcome.problem, 'problem');
}

/** Worked out once for each sheet. */
const roundsIn = remembered({ name: 'rounds', under: (sheet: SewingSheet) => sheet }, ({ steps }) =>
  roundsOf(steps),
);

/** How far the piece that is made has come, in steps as the sheet numbers them. */
export interface WorkDone {
  readonly done: number;
  /** Null before the sheet was worked out; then what is done are ticks. */
  readonly all: number | null;
}

/** How much of the sheet of a plan is done. */
export function useWorkDone(plan: Plan): WorkDone {
  const sheet = useAskingFor(sheetJob, ({ answer, answered }) =>
    answered?.plan.id === plan.id ? answer : null,
  );
  return useMemo(() => {
    if (sheet === null) return { done: Object.keys(plan.ticks).length, all: null };
    const rounds = roundsIn(sheet);
    return {
      done: rounds.filter((round) => isRoundDone({ ticks: plan.ticks }, round)).length,
      all: rounds.length,
    };
  }, [sheet, plan.ticks]);
}
