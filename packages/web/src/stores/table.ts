/**
 * What the screen holds of the plan on the table: one value for each store, all of them replaced when a plan is laid there or taken away,
 * so that nothing of the one before is left. What belongs to the maker stays: theme, habits, patience, which names are shown.
 */
import type { History } from '@sashiko/core/plan/history';
import { faceUp, firstPanel } from '@sashiko/core/plan/panels';
import { endJobs } from '../workers/asking.ts';
import { NO_CURRENTS, useCurrentsStore } from './currents-store.ts';
import { NO_FINDINGS, useDrawnFindings } from './drawn-findings.ts';
import { useDroppedStore } from './dropped-store.ts';
import { homesJob, NO_JOBS, useJobsStore } from './jobs-store.ts';
import { usePlanStore } from './plan-store.ts';
import { sheetJob } from './sheet-store.ts';
import { freshView, useViewStore } from './view-store.ts';

/** Lays a plan on the table in place of the one that is there, as it is first looked at. */
export function layOnTable(history: History): void {
  clear();
  const panel = firstPanel(history.plan);
  useViewStore.setState(freshView(faceUp(panel, panel.workedFace)));
  usePlanStore.getState().lay(history);
}

/** Takes the plan off the table; what was asked about it ends, but for what goes on by itself. */
export function clearTable(): void {
  endJobs();
  usePlanStore.getState().lay(null);
  useViewStore.setState(freshView('right'));
  clear();
}

/** Nothing is known of any plan, looked for in one, or waits for one. */
function clear(): void {
  useJobsStore.setState(NO_JOBS);
  useCurrentsStore.setState(NO_CURRENTS);
  useDrawnFindings.setState(NO_FINDINGS);
  useDroppedStore.setState({ waiting: null });
  homesJob.forget();
  sheetJob.forget();
}
