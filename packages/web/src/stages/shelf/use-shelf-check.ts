import { useEffect, useState } from 'react';
import type { ShelfEntry } from '../../storage/shelf.ts';
import { reported } from '../../stores/shelf-store.ts';
import type { CardVerdict, ShelfCheck } from './check-shelf.ts';

const checking = () => import('./check-shelf.ts');

const NOT_CHECKED: ShelfCheck = { verdicts: new Map(), progress: null };

export interface ShelfChecking {
  /** How far it is; null when nothing is under way. */
  readonly progress: ShelfCheck['progress'];
  /** What is known of a plan in the state it is in. */
  verdictOf(entry: ShelfEntry): CardVerdict | null;
  start(entries: readonly ShelfEntry[]): void;
  stop(): void;
}

/** Checks the plans on the shelf when the maker asks for it; what is not done when the shelf is left is called off. */
export function useShelfCheck(): ShelfChecking {
  const [{ verdicts, progress }, setCheck] = useState(NOT_CHECKED);
  const stop = (): void => reported(checking().then(({ stopChecking }) => stopChecking()));
  const isUnderWay = progress !== null;
  useEffect(() => {
    if (!isUnderWay) return;
    return () => reported(checking().then(({ stopChecking }) => stopChecking()));
  }, [isUnderWay]);
  return {
    progress,
    verdictOf(entry) {
      const verdict = verdicts.get(entry.id);
      return verdict?.revision === entry.revision ? verdict : null;
    },
    start(entries) {
      // It may take a moment until what does it is there.
      setCheck({ verdicts, progress: { done: 0, all: entries.length, share: 0 } });
      reported(checking().then(({ checkShelf }) => checkShelf(entries, setCheck)));
    },
    stop,
  };
}
