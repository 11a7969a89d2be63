import rules from 'virtual:library-rules';
import type { ThemeConfig } from 'antd';
import { ConfigProvider, theme } from 'antd';
import type { ReactNode } from 'react';
import { useViewStore } from '../stores/view-store.ts';
import { Filled } from './Filled.tsx';
import { DARK_THEME, LIGHT_THEME } from './theme.ts';

// After the styles of the application, which say the order of all layers: theirs has the last word wherever this stands.
const sheet = document.createElement('style');
sheet.textContent = rules;
document.head.append(sheet);

/** The component library in the look of the application. The shelf does without it, so that it is there at once. */
export function LibraryLook({
  isNight = false,
  children,
}: {
  /** The room is dimmed, whichever theme the maker has chosen. */
  readonly isNight?: boolean;
  readonly children: ReactNode;
}) {
  const isDark = useViewStore((state) => state.theme === 'dark') || isNight;
  return (
    <ConfigProvider theme={isDark ? DARK_THEME : LIGHT_THEME} wave={{ disabled: true }}>
      {children}
      <Filled>
        <KeptLook look={isDark ? LIGHT_THEME : DARK_THEME} />
      </Filled>
    </ConfigProvider>
  );
}

/** The other look is kept worked out, so that nothing has to wait for it when the room goes dark. */
function KeptLook({ look }: { readonly look: ThemeConfig }) {
  return (
    <ConfigProvider theme={look}>
      <Kept />
    </ConfigProvider>
  );
}

function Kept() {
  theme.useToken();
  return null;
}
