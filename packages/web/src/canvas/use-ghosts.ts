import { useEffect } from 'react';
import { type Ghost, useViewStore } from '../stores/view-store.ts';

/** Lays these over the cloth while the component that shows them is there, and takes only its own away. */
export function useGhosts(ghosts: readonly Ghost[]): void {
  // Ghosts are small and made anew at each drawing: they are the same when they read the same.
  const written = JSON.stringify(ghosts);
  useEffect(
    () =>
      written === '[]'
        ? undefined
        : useViewStore.getState().layGhosts(JSON.parse(written) as readonly Ghost[]),
    [written],
  );
}
