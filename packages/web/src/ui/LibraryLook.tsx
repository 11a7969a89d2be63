import { ConfigProvider } from 'antd';
import type { ReactNode } from 'react';
import { useViewStore } from '../stores/view-store.ts';
import { DARK_THEME, LIGHT_THEME } from './theme.ts';

/** The component library in the look of the application. The shelf does without it, so that it is there at once. */
export function LibraryLook({ children }: { readonly children: ReactNode }) {
  const isDark = useViewStore((state) => state.isNight || state.theme === 'dark');
  return (
    <ConfigProvider theme={isDark ? DARK_THEME : LIGHT_THEME} wave={{ disabled: true }}>
      {children}
    </ConfigProvider>
  );
}
