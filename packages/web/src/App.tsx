import { ConfigProvider } from 'antd';
import { lazy, Suspense, useEffect } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { Shelf } from './stages/shelf/Shelf.tsx';
import { readFact } from './storage/repository.ts';
import { useMakerStore } from './stores/maker-store.ts';
import { useViewStore } from './stores/view-store.ts';
import { ErrorFence } from './ui/ErrorFence.tsx';
import { DARK_THEME, LIGHT_THEME } from './ui/theme.ts';

/** The worktable is the larger part of the application: it comes while the shelf is already there to look at. */
const loadWorktable = () => import('./shell/Worktable.tsx');
const Worktable = lazy(async () => ({ default: (await loadWorktable()).Worktable }));

export function App() {
  const isDark = useViewStore((state) => state.isNight || state.theme === 'dark');
  const setTheme = useViewStore((state) => state.setTheme);
  useEffect(() => {
    void loadWorktable();
    useMakerStore
      .getState()
      .load()
      .catch(() => undefined);
    // A browser that keeps nothing still gets a light table.
    readFact('theme').then(
      (value) => {
        if (value === 'dark' || value === 'light') setTheme(value);
        else if (window.matchMedia('(prefers-color-scheme: dark)').matches) setTheme('dark');
      },
      () => undefined,
    );
  }, [setTheme]);
  return (
    <ConfigProvider theme={isDark ? DARK_THEME : LIGHT_THEME} wave={{ disabled: true }}>
      <BrowserRouter>
        <ErrorFence isWholePage>
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
    </ConfigProvider>
  );
}
