import { lazy, Suspense, useEffect } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { Shelf } from './stages/shelf/Shelf.tsx';
import { readFact } from './storage/facts.ts';
import { useViewStore } from './stores/view-store.ts';
import { BrokenPage } from './ui/BrokenPage.tsx';
import { ErrorFence } from './ui/ErrorFence.tsx';

/** The worktable is the larger part of the application: it comes while the shelf is already there to look at. */
const loadWorktable = () => import('./shell/Worktable.tsx');
/** The table comes when a plan is opened, or a moment after the shelf. */
const Worktable = lazy(async () => ({ default: (await loadWorktable()).Worktable }));
/** The shelf has been looked at for so long before it is fetched, ms. */
const AHEAD_MS = 800;

/** Whether the maker asked the browser to fetch as little as it can. */
function savesData(): boolean {
  const { connection } = navigator as { readonly connection?: { readonly saveData?: boolean } };
  return connection?.saveData === true;
}

/** The addresses: the shelf, and a plan with one of its stages. */
export function App() {
  const setTheme = useViewStore((state) => state.setTheme);
  useEffect(() => {
    const ahead = setTimeout(() => {
      if (!savesData()) void loadWorktable();
    }, AHEAD_MS);
    // A browser that keeps nothing still gets a light table.
    readFact('theme').then(
      (value) => {
        if (value === 'dark' || value === 'light') setTheme(value);
        else if (window.matchMedia('(prefers-color-scheme: dark)').matches) setTheme('dark');
      },
      () => undefined,
    );
    return () => clearTimeout(ahead);
  }, [setTheme]);
  return (
    <BrowserRouter>
      <ErrorFence fallback={(message) => <BrokenPage message={message} />}>
        <Suspense fallback={<p className="visually-hidden">Loading …</p>}>
          <Routes>
            <Route path="/" element={<Shelf />} />
            <Route path="/plan/:planId" element={<Navigate to="parts" replace />} />
            <Route path="/plan/:planId/:stage/:view?" element={<Worktable />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </Suspense>
      </ErrorFence>
    </BrowserRouter>
  );
}
