import { CHECK_RULES } from '@sashiko/core/checks/check-rules';
import { assumedIn } from '@sashiko/core/plan/assumed';
import { rulesOnPanel } from '@sashiko/core/spacing/clearance';
import { formatLength } from '@sashiko/core/units/length';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { useShownPlan } from '../../stores/plan-store.ts';

/** What the word "clear" rests on; the wanted gap is changed under Gaps. */
export function Assumptions() {
  const plan = useShownPlan();
  const rules = rulesOnPanel(plan, usePanelInHand(plan));
  const assumed = assumedIn(plan);
  const mm = (value: number): string => formatLength(value, plan.habits.unit, 1);
  return (
    <section>
      <h2>Assumptions</h2>
      <p className="quiet">
        Between threads of different sides: {rules.gapInStitches} × the stitch, or the room both threads take
        up (a hand wanders {mm(assumed.handWanderMm)}, a machine {mm(assumed.machineWanderMm)}, hairs stand
        off {mm(assumed.platedFuzzMm)} to {mm(assumed.steelFuzzMm)}, the cloth gives × {rules.looseness}) and{' '}
        {mm(assumed.betweenEnvelopesMm)} more. They are changed at the Light stage, under Assumed. Where
        stitches lie along their line is never counted on.{' '}
        {rules.separatesFaces
          ? 'This cloth keeps its two faces apart, where neither thread comes through.'
          : 'This cloth does not keep its faces apart.'}{' '}
        {CHECK_RULES.length} rules are checked while you edit.
      </p>
    </section>
  );
}
