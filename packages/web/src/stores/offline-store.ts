/** Whether the application is kept in this browser, and whether a newer one waits. */
import { create } from 'zustand';

/** Whether the application opens without a network. */
interface OfflineState {
  /** Everything is here: it opens without a network. */
  readonly isKept: boolean;
  /** A newer version was fetched and is taken at the next start. */
  readonly isUpdateWaiting: boolean;
}

/** Told by the service worker. */
export const useOfflineStore = create<OfflineState>()(() => ({ isKept: false, isUpdateWaiting: false }));
