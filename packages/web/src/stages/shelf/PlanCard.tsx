import { planFromValue } from '@sashiko/core/formats/plan-file';
import { memo, useMemo } from 'react';
import { Link } from 'react-router';
import { ClothDrawing } from '../../canvas/ClothDrawing.tsx';
import type { StoredPlan } from '../../storage/database.ts';

interface PlanCardProps {
  readonly entry: StoredPlan;
  readonly onCopy: () => void;
  readonly onRename: () => void;
  readonly onRemove: () => void;
  readonly onExport: () => void;
}

const DATE = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** One plan on the shelf, with a small drawing of it. */
export const PlanCard = memo(function PlanCard({
  entry,
  onCopy,
  onRename,
  onRemove,
  onExport,
}: PlanCardProps) {
  const plan = useMemo(() => planFromValue(entry.plan), [entry.plan]);
  const lights = Object.values(entry.plan.parts).filter((part) => part.colourId !== undefined).length;
  return (
    <li className="card">
      <Link to={`/plan/${entry.id}/parts`} className="picture" aria-hidden="true" tabIndex={-1}>
        {plan.ok && (
          <svg
            viewBox={`-10 -10 ${plan.value.cloth.shape.widthMm + 20} ${plan.value.cloth.shape.heightMm + 20}`}
            aria-hidden="true"
          >
            <ClothDrawing plan={plan.value} face="right" />
          </svg>
        )}
      </Link>
      <div className="words">
        <Link to={`/plan/${entry.id}/parts`}>{entry.name}</Link>
        <p className="quiet">
          {lights} {lights === 1 ? 'light' : 'lights'}, {Object.keys(entry.plan.runs).length} runs ·{' '}
          {DATE.format(entry.changedAt)}
        </p>
      </div>
      <div className="actions">
        <button type="button" onClick={onCopy} aria-label={`Copy ${entry.name}`}>
          Copy
        </button>
        <button type="button" onClick={onRename} aria-label={`Rename ${entry.name}`}>
          Rename
        </button>
        <button type="button" onClick={onExport} aria-label={`Export ${entry.name}`}>
          Export
        </button>
        <button type="button" onClick={onRemove} aria-label={`Delete ${entry.name}`}>
          Delete
        </button>
      </div>
    </li>
  );
});
