import { formatCurrent, formatVolt } from '@sashiko/core/units/electrical';
import { useMemo, useState } from 'react';
import { Glow } from '../../canvas/Glow.tsx';
import { StageCloth } from '../../canvas/StageCloth.tsx';
import { useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { AssumptionsLeaf } from '../AssumptionsLeaf.tsx';
import { clickPart } from '../click-part.ts';
import { StageTray } from '../StageTray.tsx';
import { standNotes } from '../StateLeaf.tsx';
import { FinishedLeaf } from './FinishedLeaf.tsx';
import { NowLeaf } from './NowLeaf.tsx';
import { SumsLeaf } from './SumsLeaf.tsx';
import { SureLeaf } from './SureLeaf.tsx';
import { useLight } from './use-light.ts';
import { VoltsOverlay } from './VoltsOverlay.tsx';
import { WhatIfLeaf } from './WhatIfLeaf.tsx';

const LEAVES = ['Now', 'What if', 'Sure?', 'Sums', 'Finished', 'Assumed'] as const;
/** One empty list for all: a new one would be drawn anew. */
const NO_LIGHTS: never[] = [];
/** What a click does here. */
const CLICK_HINT = 'Click a switch, button or closure to put it the other way.';

type LeafName = (typeof LEAVES)[number];

/** A press on the cloth puts a switch the other way; nothing else can be done there. */
const PUTS_SWITCHES = { movesParts: false, drawsThread: false, onPart: clickPart };

/** The room is dimmed: lights glow as bright as computed, and the numbers stand beside. */
export function LightStage() {
  const plan = useShownPlan();
  const face = useViewStore((state) => state.face);
  const showsVolts = useViewStore((state) => state.showsVolts);
  const [leaf, setLeaf] = useState<LeafName>('Now');
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
        leaves={LEAVES}
        open={leaf}
        onOpen={(name) => {
          setLeaf(name);
          useViewStore.getState().setSpotlight(null);
        }}
      >
        {leaf === 'Now' && <NowLeaf plan={plan} known={known} />}
        {leaf === 'What if' && <WhatIfLeaf plan={plan} />}
        {leaf === 'Sure?' && <SureLeaf plan={plan} />}
        {leaf === 'Sums' && <SumsLeaf plan={plan} />}
        {leaf === 'Finished' && <FinishedLeaf plan={plan} />}
        {leaf === 'Assumed' && <AssumptionsLeaf plan={plan} />}
      </StageTray>
    </>
  );
}
