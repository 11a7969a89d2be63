import { ConfigProvider } from 'antd';
import { useEffect } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { Worktable } from './shell/Worktable.tsx';
import { Shelf } from './stages/shelf/Shelf.tsx';
import { readFact } from './storage/repository.ts';
import { useViewStore } from './stores/view-store.ts';
import { DARK_THEME, LIGHT_THEME } from './ui/theme.ts';

export function App() {
  const isDark = useViewStore((state) => state.isNight || state.theme === 'dark');
  const setTheme = useViewStore((state) => state.setTheme);
  useEffect(() => {
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
        <Routes>
          <Route path="/" element={<Shelf />} />
          <Route path="/plan/:planId" element={<Navigate to="parts" replace />} />
          <Route path="/plan/:planId/:stage" element={<Worktable />} />
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </BrowserRouter>
    </ConfigProvider>
  );
}
