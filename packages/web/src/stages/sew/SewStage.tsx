import { useState } from 'react';
import { StageCloth } from '../../canvas/StageCloth.tsx';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useSheet } from '../../stores/sheet-store.ts';
import { StageTray } from '../StageTray.tsx';
import { CutPanel } from './CutPanel.tsx';
import { GatherPanel } from './GatherPanel.tsx';
import { HabitsPanel } from './HabitsPanel.tsx';
import { MendPanel } from './MendPanel.tsx';
import { PrintPanel } from './PrintPanel.tsx';
import { SheetProgress } from './SheetProgress.tsx';
import { StepsPanel } from './StepsPanel.tsx';
import { StopsNotice } from './StopsNotice.tsx';

const PANELS = ['Steps', 'Cut', 'Gather', 'Habits', 'Print', 'Mend'] as const;
type PanelName = (typeof PANELS)[number];

const LOOKS_ONLY = { movesParts: false, drawsThread: false };

/** The sewing sheet beside the cloth: what to do, cut and gather, in the maker's habits; the prints; and what to do when it goes wrong. */
export function SewStage() {
  const plan = useShownPlan();
  const { sheet, share, again } = useSheet(plan);
  const [panel, setPanel] = useState<PanelName>('Steps');
  const hasPlan = usePlanStore((state) => state.history !== null);
  if (!hasPlan) return null;
  return (
    <>
      <StageCloth abilities={LOOKS_ONLY} />
      <StageTray stage="sew" question="Part of the sheet" panels={PANELS} open={panel} onOpen={setPanel}>
        <StopsNotice plan={plan} />
        {panel !== 'Habits' && panel !== 'Print' && <SheetProgress share={share} again={again} />}
        {panel === 'Habits' && <HabitsPanel plan={plan} unfollowed={sheet?.unfollowed ?? []} />}
        {panel === 'Print' && <PrintPanel plan={plan} />}
        {sheet !== null && panel === 'Steps' && <StepsPanel plan={plan} sheet={sheet} />}
        {sheet !== null && panel === 'Cut' && <CutPanel plan={plan} pieces={sheet.pieces} />}
        {sheet !== null && panel === 'Gather' && <GatherPanel plan={plan} pieces={sheet.pieces} />}
        {sheet !== null && panel === 'Mend' && <MendPanel plan={plan} pieces={sheet.pieces} />}
      </StageTray>
    </>
  );
}
