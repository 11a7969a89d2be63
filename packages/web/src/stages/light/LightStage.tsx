import { formatCurrent, formatVolt } from '@sashiko/core/units/electrical';
import { useMemo, useState } from 'react';
import { Glow } from '../../canvas/Glow.tsx';
import { StageCloth } from '../../canvas/StageCloth.tsx';
import { useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { AssumptionsPanel } from '../AssumptionsPanel.tsx';
import { clickPart } from '../click-part.ts';
import { StageTray } from '../StageTray.tsx';
import { standNotes } from '../StatePanel.tsx';
import { FinishedPanel } from './FinishedPanel.tsx';
import { NowPanel } from './NowPanel.tsx';
import { SumsPanel } from './SumsPanel.tsx';
import { SurePanel } from './SurePanel.tsx';
import { useLight } from './use-light.ts';
import { VoltsOverlay } from './VoltsOverlay.tsx';
import { WhatIfPanel } from './WhatIfPanel.tsx';

const PANELS = ['Now', 'What if', 'Sure?', 'Sums', 'Finished', 'Assumed'] as const;
const NO_LIGHTS: never[] = [];
/** What a click does here. */
const CLICK_HINT = 'Click a switch, button or closure to put it the other way.';

type PanelName = (typeof PANELS)[number];

const PUTS_SWITCHES = { movesParts: false, drawsThread: false, onPart: clickPart };

/** The room is dimmed: lights glow as bright as computed, and the numbers stand beside. */
export function LightStage() {
  const plan = useShownPlan();
  const face = useViewStore((state) => state.face);
  const showsVolts = useViewStore((state) => state.showsVolts);
  const [panel, setPanel] = useState<PanelName>('Now');
  const known = useLight(plan);
  const lights = known.answer?.answer.lights ?? NO_LIGHTS;
  const stands = useMemo(() => standNotes(plan), [plan]);
  const litParts = useMemo(
    () => new Set(lights.filter((light) => light.isLit).map((light) => light.partId)),
    [lights],
  );
  const notes = useMemo(() => {
    const words = lights.map(({ partId, amp, volt, isLit }) => [
      partId,
      showsVolts ? formatVolt(volt) : !isLit ? 'dark' : formatCurrent(amp),
    ]);
    return { ...stands, ...Object.fromEntries(words) };
  }, [stands, lights, showsVolts]);
  return (
    <>
      <StageCloth
        isDim
        abilities={PUTS_SWITCHES}
        litParts={litParts}
        notes={notes}
        underlay={<Glow plan={plan} face={face} lights={lights} />}
        overlay={(scale) => (
          <>
            {showsVolts && known.answer !== null && (
              <VoltsOverlay plan={plan} face={face} scale={scale} threads={known.answer.threads} />
            )}
          </>
        )}
        hint={Object.keys(stands).length > 0 ? CLICK_HINT : null}
      />
      <StageTray
        stage="light"
        question="What to ask of the light"
        panels={PANELS}
        open={panel}
        onOpen={(name) => {
          setPanel(name);
          useViewStore.getState().setSpotlight(null);
        }}
      >
        {panel === 'Now' && <NowPanel plan={plan} known={known} />}
        {panel === 'What if' && <WhatIfPanel plan={plan} />}
        {panel === 'Sure?' && <SurePanel plan={plan} />}
        {panel === 'Sums' && <SumsPanel plan={plan} />}
        {panel === 'Finished' && <FinishedPanel plan={plan} />}
        {panel === 'Assumed' && <AssumptionsPanel plan={plan} />}
      </StageTray>
    </>
  );
}
