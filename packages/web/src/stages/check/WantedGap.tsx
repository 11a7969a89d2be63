import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import { rulesOnPanel } from '@sashiko/core/spacing/clearance';
import { Slider } from 'antd';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { useCommittedPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { Hard } from '../../ui/Hard.tsx';
import { useAnswer } from '../../workers/use-answer.ts';

/** The widest gap that can be asked for, in stitches. */
const MOST_STITCHES = 3;

/** The makers' rule raised or lowered, and how many findings each setting would bring. */
export function WantedGap() {
  const plan = useShownPlan();
  const resting = useCommittedPlan();
  const commit = usePlanStore((state) => state.commit);
  const prices = useAnswer('gapPrices', { plan: resting }).answer ?? [];
  const gap = plan.habits.gapInStitches;
  const rules = rulesOnPanel(plan, usePanelInHand(plan));
  const most = Math.max(1, ...prices.map(([, count]) => count));
  return (
    <section>
      <h2>
        Wanted gap <Hard term="gap" />
      </h2>
      <p>
        <span className="figure">{gap}</span> × the longer stitch
        {gap === 1 ? ', as makers do' : gap < 1 ? ': bolder than makers do' : ': safer than makers do'}.
      </p>
      <Slider
        ariaLabelForHandle="Wanted gap in stitches"
        min={0}
        max={MOST_STITCHES}
        step={0.25}
        value={Math.min(gap, MOST_STITCHES)}
        tooltip={{ formatter: (value) => `${value} stitches` }}
        onChange={(value) =>
          commit(changeHabits(plan, { gapInStitches: value }, 'change the wanted gap'), 'gap')
        }
      />
      {prices.length > 0 && (
        <div
          className="gap-prices"
          role="img"
          aria-label={prices.map(([at, count]) => `${at} stitches: ${count} findings`).join('; ')}
        >
          {prices.map(([at, count]) => (
            <span key={at} className={at === gap ? 'chosen' : ''} title={`${at} stitches: ${count} findings`}>
              <i style={{ height: `${4 + (24 * count) / most}px` }} />
              {count}
            </span>
          ))}
        </div>
      )}
      <p className="quiet">
        The bars: findings each setting brings, 0 to 3 stitches. The room a thread takes up{' '}
        <Hard term="room" /> is kept whatever you choose (× {rules.looseness} for this cloth).
      </p>
    </section>
  );
}
