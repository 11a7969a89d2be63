import { useEffect, useRef } from 'react';
import type { ShelfEntry } from '../../storage/shelf.ts';

/** Has those drawn that have changed since they were drawn last, or never were; what draws them is fetched only then. */
export function useLooks(entries: readonly ShelfEntry[] | undefined): void {
  const inWork = useRef(new Set<string>());
  const isGone = useRef(false);
  const missing = (entries ?? []).filter(({ look }) => look === null).map(({ id }) => id);
  const due = missing.join(' ');
  useEffect(() => {
    const ids = due.split(' ').filter((id) => id !== '' && !inWork.current.has(id));
    if (ids.length === 0) return;
    for (const id of ids) inWork.current.add(id);
    void import('./draw-looks.tsx')
      .then(({ drawLooks }) => drawLooks(ids, () => isGone.current))
      // What cannot be kept is drawn again the next time.
      .catch(() => undefined)
      .finally(() => {
        for (const id of ids) inWork.current.delete(id);
      });
  }, [due]);
  useEffect(() => {
    isGone.current = false;
    return () => {
      isGone.current = true;
    };
  }, []);
}
