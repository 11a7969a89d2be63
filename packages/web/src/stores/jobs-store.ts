/** Long work: one job at a time in the worker, with progress and cancel. */

import { create } from 'zustand';
import type { RouteJobResult } from '../workers/messages.ts';

export type RouteJob =
  | { readonly state: 'idle' }
  | {
      readonly state: 'working';
      readonly share: number;
      /** The best so far, to be seen while it improves. */
      readonly best: RouteJobResult | null;
      cancel(): void;
      finish(): void;
    }
  | { readonly state: 'proposal'; readonly result: RouteJobResult };

interface JobsState {
  readonly route: RouteJob;
  setRoute(route: RouteJob): void;
}

export const useJobsStore = create<JobsState>()((set) => ({
  route: { state: 'idle' },
  setRoute: (route) => set({ route }),
}));
