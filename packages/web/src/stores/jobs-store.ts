/** Long work: one job at a time in the worker, with progress and cancel. */

import type { WayOut } from '@sashiko/core/advice/ways-out';
import { previewProposal } from '@sashiko/core/router/proposal';
import { type RouteRequest, USUAL_REQUEST } from '@sashiko/core/router/route-request';
import { remembered } from '@sashiko/core/units/remembered';
import { create } from 'zustand';
import { Asking } from '../workers/asking.ts';
import type { RouteJobResult, RoutePatience } from '../workers/messages.ts';

/** What would do without patches, as far as it was asked for. */
export type WaysOutJob =
  | { readonly state: 'working'; readonly share: number; cancel(): void }
  | { readonly state: 'found'; readonly ways: readonly WayOut[]; readonly shown: string | null };

/** Threads are being looked for. */
export interface RouteWorking {
  readonly state: 'working';
  readonly share: number;
  /** The best so far, to be seen while it improves. */
  readonly best: RouteJobResult | null;
  cancel(): void;
  finish(): void;
}

/** Threads that can be taken or left, and what was asked for. */
export interface RouteProposal {
  readonly state: 'proposal';
  readonly result: RouteJobResult;
  readonly request: RouteRequest;
  readonly waysOut: WaysOutJob | null;
}

/** How the routing stands. */
export type RouteJob = { readonly state: 'idle' } | RouteWorking | RouteProposal;

/** Places for a holder or a board: what was looked for stays while another stage is looked at. */
export const homesJob = new Asking('homes');

/** Long work on the plan on the table, and how it is asked for: it names parts and runs of that plan. */
export interface JobsOfPlan {
  readonly route: RouteJob;
  /** What is asked of the router, as it was left last. */
  readonly request: RouteRequest;
}

/** A plan of which nothing was asked yet. */
export const NO_JOBS: JobsOfPlan = { route: { state: 'idle' }, request: USUAL_REQUEST };

/** With what the maker asked for in all plans: it stays when another is opened. */
interface JobsState extends JobsOfPlan {
  readonly patience: RoutePatience;
  /** Whether threads about a dragged part are led anew where the drag breaks a rule. */
  readonly threadsFollow: boolean;
  setRoute(route: RouteJob): void;
  setRequest(change: Partial<RouteRequest>): void;
  setPatience(patience: RoutePatience): void;
  setThreadsFollow(threadsFollow: boolean): void;
}

/** What is asked of the router, and what it has. */
export const useJobsStore = create<JobsState>()((set) => ({
  ...NO_JOBS,
  patience: 'usual',
  threadsFollow: true,
  setRoute: (route) => set({ route }),
  setRequest: (change) => set((state) => ({ request: { ...state.request, ...change } })),
  setPatience: (patience) => set({ patience }),
  setThreadsFollow: (threadsFollow) => set({ threadsFollow }),
}));

/** The proposal that waits to be taken or left, if there is one. */
export function proposalOf({ route }: JobsState): RouteProposal | null {
  return route.state === 'proposal' ? route : null;
}

/** The way without patches that is looked at, if there is one. */
export function shownWayOf({ waysOut }: RouteProposal): WayOut | undefined {
  return waysOut?.state === 'found' ? waysOut.ways.find(({ id }) => id === waysOut.shown) : undefined;
}

/** The threads to be drawn over the present ones: the way out that is looked at, or else the proposal, or the best so far. */
export function shownProposalOf({ route }: JobsState): ShownThreads | null {
  if (route.state === 'idle') return null;
  if (route.state === 'working') return route.best === null ? null : threadsOf(route.best);
  const way = shownWayOf(route);
  return way === undefined ? threadsOf(route.result) : threadsOfWay(way);
}

/** Threads as they are drawn: of the plan they were led on, with the plan as it would be. */
export type ShownThreads = Pick<WayOut, 'plan' | 'problem' | 'solution'> & Pick<RouteJobResult, 'preview'>;

/** The same object for the same result, so that nothing is drawn anew. */
const threadsOf = remembered(
  { name: 'threads of a proposal', under: (result: RouteJobResult) => result },
  ({ base, problem, solution, preview }): ShownThreads => ({ plan: base, problem, solution, preview }),
);

/** The same for a way out: its plan is worked out when it is first looked at. */
const threadsOfWay = remembered(
  { name: 'threads of a way out', under: (way: WayOut) => way },
  ({ plan, problem, solution }): ShownThreads => {
    const preview = previewProposal(plan, problem, solution);
    return { plan, problem, solution, preview: preview.ok ? preview.value : null };
  },
);
