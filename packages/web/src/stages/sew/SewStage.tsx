import { useState } from 'react';
import { StageCloth } from '../../canvas/StageCloth.tsx';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useSheet } from '../../stores/sheet-store.ts';
import { StageTray } from '../StageTray.tsx';
import { CutLeaf } from './CutLeaf.tsx';
import { GatherLeaf } from './GatherLeaf.tsx';
import { HabitsLeaf } from './HabitsLeaf.tsx';
import { MendLeaf } from './MendLeaf.tsx';
import { PrintLeaf } from './PrintLeaf.tsx';
import { SheetProgress } from './SheetProgress.tsx';
import { StepsLeaf } from './StepsLeaf.tsx';
import { StopsNotice } from './StopsNotice.tsx';

const LEAVES = ['Steps', 'Cut', 'Gather', 'Habits', 'Print', 'Mend'] as const;
type LeafName = (typeof LEAVES)[number];

/** Nothing can be dragged or drawn while it is sewn. */
const LOOKS_ONLY = { movesParts: false, drawsThread: false };

/** The sewing sheet beside the cloth: what to do, cut and gather, in the maker's habits; the prints; and what to do when it goes wrong. */
export function SewStage() {
  const plan = useShownPlan();
  const { sheet, share, again } = useSheet(plan);
  const [leaf, setLeaf] = useState<LeafName>('Steps');
  const hasPlan = usePlanStore((state) => state.history !== null);
  if (!hasPlan) return null;
  return (
    <>
      <StageCloth abilities={LOOKS_ONLY} />
      <StageTray stage="sew" question="Part of the sheet" leaves={LEAVES} open={leaf} onOpen={setLeaf}>
        <StopsNotice plan={plan} />
        {leaf !== 'Habits' && leaf !== 'Print' && <SheetProgress share={share} again={again} />}
        {leaf === 'Habits' && <HabitsLeaf plan={plan} unfollowed={sheet?.unfollowed ?? []} />}
        {leaf === 'Print' && <PrintLeaf plan={plan} />}
        {sheet !== null && leaf === 'Steps' && <StepsLeaf plan={plan} sheet={sheet} />}
        {sheet !== null && leaf === 'Cut' && <CutLeaf plan={plan} pieces={sheet.pieces} />}
        {sheet !== null && leaf === 'Gather' && <GatherLeaf plan={plan} pieces={sheet.pieces} />}
        {sheet !== null && leaf === 'Mend' && <MendLeaf plan={plan} pieces={sheet.pieces} />}
      </StageTray>
    </>
  );
}
