import { FitPanel } from './FitPanel.tsx';
import { SpreadPanel } from './SpreadPanel.tsx';
import { StrandPanel } from './StrandPanel.tsx';

/** Ways to lay parts out by rule: along a line, as a strand, into openings. */
export function LayOutPanel() {
  return (
    <>
      <SpreadPanel />
      <StrandPanel />
      <FitPanel />
    </>
  );
}
