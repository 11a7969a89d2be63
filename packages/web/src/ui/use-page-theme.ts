import { useLayoutEffect } from 'react';
import { useViewStore } from '../stores/view-store.ts';

/** Sets the page's colours: the maker's theme, or night while the room is dimmed. */
export function usePageTheme(isNight = false): void {
  const theme = useViewStore((state) => state.theme);
  useLayoutEffect(() => {
    document.documentElement.dataset['theme'] = isNight ? 'dark' : theme;
  }, [theme, isNight]);
}
