/** The sewing sheet of the open plan, worked out in the worker whenever something it rests on changes. */
import { type FieldName, isLog, type Plan, type TableName } from '@sashiko/core/plan/schema';
import { isRoundDone, roundsOf } from '@sashiko/core/sewing/rounds';
import type { SewingSheet } from '@sashiko/core/sewing/sewing-sheet';
import { remembered } from '@sashiko/core/units/remembered';
import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { ask, Cancelled } from '../workers/workshop.ts';
import { usePlanStore } from './plan-store.ts';

interface SheetState {
  readonly planId: string | null;
  readonly sheet: SewingSheet | null;
  /** What the sheet was worked out from. */
  readonly of: Plan | null;
  /** Share done while it is worked out, or null when it is up to date. */
  readonly share: number | null;
  /** The plan it could not be worked out of. */
  readonly failedOf: Plan | null;
}

export const useSheetStore = create<SheetState>()(() => ({
  planId: null,
  sheet: null,
  of: null,
  share: null,
  failedOf: null,
}));

/** What the sheet does not rest on, besides what happens to the piece that is made. */
const BESIDE = new Set<keyof Plan>(['cuts', 'prices', 'kits', 'name', 'nextNumber']);

function restsOnTheSame(a: Plan, b: Plan): boolean {
  return (Object.keys(a) as (keyof Plan)[]).every(
    (field) => BESIDE.has(field) || isLog(field as FieldName | TableName) || a[field] === b[field],
  );
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

const askAgain = (): void => useSheetStore.setState({ failedOf: null });

/** The sheet of the plan, worked out anew whenever something it rests on has changed. */
export function useSheet(plan: Plan): SheetWork {
  const { planId, sheet, of, share, failedOf } = useSheetStore();
  const isCurrent = of !== null && planId === plan.id && restsOnTheSame(of, plan);
  const hasFailed = failedOf === plan;
  useEffect(() => {
    if (isCurrent || hasFailed) return;
    useSheetStore.setState({
      share: 0,
      ...(useSheetStore.getState().planId === plan.id ? {} : { planId: plan.id, sheet: null, of: null }),
    });
    const job = ask('sheet', { plan }, (done) => useSheetStore.setState({ share: done }));
    job.answer.then(
      (answer) => useSheetStore.setState({ planId: plan.id, sheet: answer, of: plan, share: null }),
      (error: unknown) => {
        if (error instanceof Cancelled) return;
        useSheetStore.setState({ share: null, failedOf: plan });
        usePlanStore.getState().tell(error instanceof Error ? error.message : String(error), 'problem');
      },
    );
    return () => job.cancel();
  }, [plan, isCurrent, hasFailed]);
  return {
    sheet: planId === plan.id ? sheet : null,
    share: isCurrent || hasFailed ? null : (share ?? 0),
    again: hasFailed ? askAgain : null,
  };
}

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
  const sheet = useSheetStore((state) => (state.planId === plan.id ? state.sheet : null));
  return useMemo(() => {
    if (sheet === null) return { done: Object.keys(plan.ticks).length, all: null };
    const rounds = roundsIn(sheet);
    return {
      done: rounds.filter((round) => isRoundDone({ ticks: plan.ticks }, round)).length,
      all: rounds.length,
    };
  }, [sheet, plan.ticks]);
}
