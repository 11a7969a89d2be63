import { useEffect } from 'react';
import type { ShelfEntry } from '../../storage/shelf.ts';

/** Has those drawn that have changed since they were drawn last, or never were; what draws them is fetched only then. */
export function useLooks(entries: readonly ShelfEntry[] | undefined): void {
  const missing = (entries ?? []).filter(({ look }) => look === null).map(({ id }) => id);
  const due = missing.join(' ');
  useEffect(() => {
    if (due === '') return;
    // What cannot be kept is drawn again the next time.
    void import('./draw-looks.tsx').then(({ drawLooks }) => drawLooks(due.split(' '))).catch(() => undefined);
  }, [due]);
}
