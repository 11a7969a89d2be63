import type { LightPath, PathStep } from '@sashiko/core/joining/trace-path';
import { holeName } from '@sashiko/core/plan/hole-names';
import type { Plan } from '@sashiko/core/plan/schema';
import { capital } from '@sashiko/core/units/words';
import { pathsOf } from '../../stores/derived.ts';
import { useShownPlan } from '../../stores/plan-store.ts';
import { StateLeaf } from '../StateLeaf.tsx';

/** Breaks and shorts are never told in the same words. */
const STATE_WORDS: Readonly<Record<LightPath['state'], string>> = {
  whole: 'whole',
  open: 'open, as it stands now',
  lost: 'lost on the way (not touching that should)',
  bypassed: 'bypassed (touching that should not)',
  shorted: 'shorted (touching that should not)',
  reversed: 'the wrong way round',
};

/** From + through each light back to −: whole, or where it is lost, bypassed or shorted. */
export function PathsLeaf({
  lightId,
  onChoose,
}: {
  readonly lightId: string | null;
  readonly onChoose: (lightId: string | null) => void;
}) {
  const plan = useShownPlan();
  const paths = pathsOf(plan);
  return (
    <section aria-label="The way of the current">
      <StateLeaf plan={plan} />
      <h2>From + through each light back to −</h2>
      {paths.length === 0 && <p className="quiet">There is no light on the cloth yet.</p>}
      {paths.map((path) => {
        const isChosen = path.lightId === lightId;
        return (
          <div key={path.lightId} className={`finding-card${isChosen ? ' chosen' : ''}`}>
            <button
              type="button"
              className="finding plain"
              aria-pressed={isChosen}
              onClick={() => onChoose(isChosen ? null : path.lightId)}
            >
              <span
                className={`mark ${path.state === 'whole' ? 'whole' : path.state === 'open' ? 'open' : 'stop'}`}
                aria-hidden="true"
              >
                {path.state === 'whole'
                  ? '✓'
                  : path.state === 'lost'
                    ? '…'
                    : path.state === 'open'
                      ? '◦'
                      : '✗'}
              </span>
              <strong>{plan.parts[path.partId]?.name}</strong>
              <span className="kind">{STATE_WORDS[path.state]}</span>
              {path.problem !== null && <span className="detail">{path.problem}</span>}
            </button>
            {isChosen && (
              <ol className="way">
                {path.steps.map((step, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a way is its order
                  <li key={i}>{stepWords(plan, step)}</li>
                ))}
              </ol>
            )}
          </div>
        );
      })}
    </section>
  );
}

/** One step of the way, from hole to hole or through a part. */
function stepWords(plan: Plan, step: PathStep): string {
  return step.kind === 'part'
    ? capital(step.text)
    : `Along the thread from ${holeName(plan, step.from)} to ${holeName(plan, step.to)}`;
}
