import { type ReactNode, useDeferredValue } from 'react';

/** What may come a moment after the rest: it is drawn in slices between which the page answers, and once it is there it changes with the rest. */
export function Filled({ children }: { readonly children: ReactNode }) {
  const isDue = useDeferredValue(true, false);
  return isDue ? children : null;
}
