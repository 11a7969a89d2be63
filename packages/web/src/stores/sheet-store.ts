/** The sewing sheet of the open plan, worked out in the worker whenever something it rests on changes. */
import type { Plan } from '@sashiko/core/plan/schema';
import type { SewingSheet } from '@sashiko/core/sewing/sewing-sheet';
import { useEffect } from 'react';
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
}

export const useSheetStore = create<SheetState>()(() => ({
  planId: null,
  sheet: null,
  of: null,
  share: null,
}));

/** Fields of a plan that the sheet does not rest on: ticks and readings come with every step that is done. */
const BESIDE = new Set<keyof Plan>([
  'ticks',
  'readings',
  'sitting',
  'cuts',
  'prices',
  'kits',
  'name',
  'nextNumber',
]);

function restsOnTheSame(a: Plan, b: Plan): boolean {
  return (Object.keys(a) as (keyof Plan)[]).every((field) => BESIDE.has(field) || a[field] === b[field]);
}

/** The sheet of the plan, or the last one while a newer one is worked out; null before the first. */
export function useSheet(plan: Plan): { readonly sheet: SewingSheet | null; readonly share: number | null } {
  const { planId, sheet, of, share } = useSheetStore();
  const isCurrent = of !== null && planId === plan.id && restsOnTheSame(of, plan);
  useEffect(() => {
    if (isCurrent) return;
    useSheetStore.setState({
      share: 0,
      ...(useSheetStore.getState().planId === plan.id ? {} : { planId: plan.id, sheet: null, of: null }),
    });
    const job = ask('sheet', { plan }, (done) => useSheetStore.setState({ share: done }));
    job.answer.then(
      (answer) => useSheetStore.setState({ planId: plan.id, sheet: answer, of: plan, share: null }),
      (error: unknown) => {
        if (error instanceof Cancelled) return;
        useSheetStore.setState({ share: null });
        usePlanStore.getState().tell(error instanceof Error ? error.message : String(error), 'problem');
      },
    );
    return () => job.cancel();
  }, [plan, isCurrent]);
  return { sheet: planId === plan.id ? sheet : null, share: isCurrent ? null : (share ?? 0) };
}

/** How many steps the sheet of a plan has, as far as it was worked out. */
export function useStepCount(planId: string): number | null {
  return useSheetStore((state) => (state.planId === planId ? (state.sheet?.steps.length ?? null) : null));
}
