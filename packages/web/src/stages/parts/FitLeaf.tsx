import { markingsFor } from '@sashiko/core/cloth/cloth';
import { poseParts } from '@sashiko/core/plan/edits/part-edits';
import type { Fit } from '@sashiko/core/plan/fit-finder';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { panelOf } from '@sashiko/core/plan/panels';
import type { Part } from '@sashiko/core/plan/records';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Progress, Select } from 'antd';
import { useState } from 'react';
import { useGhosts } from '../../canvas/use-ghosts.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { useJob } from '../../workers/use-job.ts';

/** Places and turns at which every spot of the chosen part falls into an opening. */
export function FitLeaf() {
  const plan = useShownPlan();
  const partId = useViewStore((state) => state.selection.partIds[0]);
  const part = partId === undefined ? undefined : plan.parts[partId];
  return (
    <section aria-label="Find a fit">
      <h2>Find a fit</h2>
      {part === undefined || kindOf(plan, part).spots.length === 0 ? (
        <p className="quiet">
          Choose a part with something that must show or be reached, such as a light-sensing holder. Every
          place is found where all of it falls into openings, windows or zones of reach.
        </p>
      ) : (
        <FitSearchForm key={part.id} part={part} />
      )}
    </section>
  );
}

/** What of a part must lie in which area; then every place and turn is tried. */
function FitSearchForm({ part }: { readonly part: Part }) {
  const plan = useShownPlan();
  const { unit } = plan.habits;
  const kind = kindOf(plan, part);
  const areas = (['opening', 'window', 'reach'] as const).flatMap((use) =>
    markingsFor(panelOf(plan, part), use),
  );
  const everywhere = areas.filter((area) => area.use !== 'reach').map((area) => area.id);
  const [spotAreas, setSpotAreas] = useState<Readonly<Record<string, readonly string[]>>>({});
  const [marginMm, setMarginMm] = useState(1);
  const job = useJob('findFits', { plan, partId: part.id, marginMm, spotAreas });
  const [shown, setShown] = useState<Fit | null>(null);
  useGhosts(
    shown === null
      ? []
      : [
          {
            kindId: part.kindId,
            at: shown.at,
            turnDeg: shown.turnDeg,
            face: part.face,
            ...(part.options === undefined ? {} : { options: part.options }),
          },
        ],
  );
  const take = (fit: Fit): void => {
    const { at, turnDeg } = fit;
    if (
      usePlanStore
        .getState()
        .commit(poseParts(currentPlan(), `fit ${part.name}`, new Map([[part.id, { at, turnDeg }]])))
    )
      setShown(null);
  };
  return (
    <>
      {kind.spots.map((spot) => (
        <div className="field" key={spot.id}>
          <span id={`spot-${spot.id}`}>The {spot.title} in</span>
          <Select
            aria-labelledby={`spot-${spot.id}`}
            mode="multiple"
            size="small"
            placeholder="does not matter"
            value={[...(spotAreas[spot.id] ?? everywhere)]}
            options={areas.map((area) => ({ value: area.id, label: area.name }))}
            onChange={(ids: string[]) => setSpotAreas({ ...spotAreas, [spot.id]: ids })}
          />
        </div>
      ))}
      <LengthField label="Room round each" valueMm={marginMm} unit={unit} onChange={setMarginMm} />
      <div className="buttons">
        {job.share !== null ? (
          <Button size="small" onClick={job.cancel}>
            Stop
          </Button>
        ) : (
          <Button size="small" type="primary" disabled={areas.length === 0} onClick={job.ask}>
            Search
          </Button>
        )}
      </div>
      {areas.length === 0 && <p className="quiet">Draw openings or windows on the Cloth stage first.</p>}
      {job.share !== null && <Progress percent={Math.round(job.share * 100)} size="small" />}
      {job.problem !== null && <p role="alert">{job.problem}</p>}
      {job.share === null && job.answer !== null && job.problem === null && (
        <>
          <p role="status">
            {fitWords(job.answer.length)}
            {job.isStale && ' That was for the piece as it was: search again to be sure.'}
          </p>
          <ul className="line-list">
            {job.answer.map((fit, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: answers come best first and stay so
              <li key={i} onPointerEnter={() => setShown(fit)} onFocus={() => setShown(fit)}>
                <span>
                  {`${formatLength(fit.at.x, unit)}, ${formatLength(fit.at.y, unit)}, turned ${Math.round(fit.turnDeg)}°`}
                  <span className="quiet">{` ${formatLength(fit.marginMm, unit)} to spare`}</span>
                </span>
                <Button size="small" aria-label={`Take place ${i + 1}`} onClick={() => take(fit)}>
                  Take
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** How many places fit, and what to do where none does. */
function fitWords(count: number): string {
  if (count === 0)
    return 'Nowhere: no place and turn satisfies all of them. Try less room, or larger openings.';
  return count === 1 ? 'Just one place fits.' : `${count} places fit, the roomiest first.`;
}
