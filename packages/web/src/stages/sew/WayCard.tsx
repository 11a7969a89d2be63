import { untickSteps } from '@sashiko/core/plan/edits/progress-edits';
import { isTicked } from '@sashiko/core/plan/progress';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatWorkTime } from '@sashiko/core/sewing/pace';
import type { RepairWay } from '@sashiko/core/sewing/repair-work';
import { formatLength } from '@sashiko/core/units/length';
import { Button } from 'antd';
import { usePlanStore } from '../../stores/plan-store.ts';

/** A way to mend it: what it costs, step by step. */
export function WayCard({
  plan,
  way,
  isFirst,
}: {
  readonly plan: Plan;
  readonly way: RepairWay;
  readonly isFirst: boolean;
}) {
  const commit = usePlanStore((state) => state.commit);
  const tell = usePlanStore((state) => state.tell);
  const { unit } = plan.habits;
  const ticked = way.unticks.filter((id) => isTicked(plan, id)).length;
  return (
    <section className="cut" aria-label={way.title}>
      <h3>
        {way.title}
        {isFirst && <span className="least"> try this first</span>}
      </h3>
      <p className="quiet">
        {formatWorkTime(way.seconds)}; undo {formatLength(way.undoneMm, unit, 0)};{' '}
        {way.cutMm === 0 ? 'no new thread' : `new thread ${formatLength(way.cutMm, unit, 0)}`}
      </p>
      <ol>
        {way.doings.map((doing) => (
          <li key={doing}>{doing}</li>
        ))}
      </ol>
      <Button
        size="small"
        disabled={ticked === 0}
        onClick={() => {
          if (commit(untickSteps(plan, way.unticks, 'mend a thread', Date.now())))
            tell(`${ticked} ${ticked === 1 ? 'step is' : 'steps are'} open again on the sheet.`);
        }}
      >
        {ticked === 0
          ? 'No step of it is ticked'
          : `Open its ${ticked} ticked ${ticked === 1 ? 'step' : 'steps'} again`}
      </Button>
    </section>
  );
}
