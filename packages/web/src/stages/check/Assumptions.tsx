import { CHECK_RULES } from '@sashiko/core/checks/check-rules';
import { panelOf } from '@sashiko/core/plan/panels';
import { rulesOnPanel } from '@sashiko/core/spacing/clearance';
import { useShownPlan } from '../../stores/plan-store.ts';

/** What the word "clear" rests on; the wanted gap is changed under Gaps. */
export function Assumptions() {
  const plan = useShownPlan();
  const rules = rulesOnPanel(plan, panelOf(plan));
  return (
    <section>
      <h2>Assumptions</h2>
      <p className="quiet">
        Between threads of different sides: {rules.gapInStitches} × the stitch, or both threads’ envelopes (a
        hand wanders 1 mm, a machine 0.3, hairs stand off 0.2 to 0.5 mm, the cloth gives × {rules.looseness})
        and 1 mm more. Where stitches lie along their line is never counted on.{' '}
        {rules.separatesFaces
          ? 'This cloth keeps its two faces apart, where neither thread comes through.'
          : 'This cloth does not keep its faces apart.'}{' '}
        {CHECK_RULES.length} rules are checked while you edit.
      </p>
    </section>
  );
}
