import { deriveSides } from '@sashiko/core/joining/sides';
import { runName } from '@sashiko/core/plan/edits/run-edits';
import { sumRun } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatLength } from '@sashiko/core/units/length';
import { useViewStore } from '../../stores/view-store.ts';
import { Hard } from '../../ui/Hard.tsx';
import { LongList } from '../../ui/LongList.tsx';

/** All runs by side, to choose one without aiming at it. */
export function RunList({ plan }: { readonly plan: Plan }) {
  const select = useViewStore((state) => state.select);
  const chosen = useViewStore((state) => state.selection.runId);
  const runs = Object.values(plan.runs);
  const sides = deriveSides(plan);
  if (runs.length === 0) return null;
  return (
    <section>
      <h2>
        Runs on the cloth <Hard term="run" />
      </h2>
      <LongList items={runs} keyOf={({ id }) => id} aboutPx={44} lines="steps" shownKey={chosen}>
        {(run) => {
          const side = sides.of(sides.nets.ofRun(run.id));
          const isPlus = side === '+';
          return (
            <li key={run.id} className={chosen === run.id ? 'chosen' : ''}>
              <span className={isPlus ? 'plus' : 'minus'} aria-hidden="true">
                {isPlus ? '+' : side === '-' ? '−' : '·'}
              </span>
              <button type="button" className="linkish" onClick={() => select({ runId: run.id })}>
                {runName(plan, run)},{' '}
                <span className="figure">{formatLength(sumRun(plan, run).pathMm, plan.habits.unit, 0)}</span>
                <span className="visually-hidden">
                  , {side === 'neither' ? 'not joined to a holder' : `${side} side`}
                </span>
              </button>
            </li>
          );
        }}
      </LongList>
    </section>
  );
}
