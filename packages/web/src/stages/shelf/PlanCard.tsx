import { clothBox } from '@sashiko/core/cloth/cloth';
import { planFromValue } from '@sashiko/core/formats/plan-file';
import type { Plan } from '@sashiko/core/plan/schema';
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

/** What lies on a plan's cloth, in a few words. */
function contents(plan: Plan): string {
  const lights = Object.values(plan.parts).filter((part) => part.colourId !== undefined).length;
  const runs = Object.keys(plan.runs).length;
  return `${lights} ${lights === 1 ? 'light' : 'lights'}, ${runs} ${runs === 1 ? 'run' : 'runs'}`;
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
  return (
    <li className="card">
      <Link to={`/plan/${entry.id}/parts`} className="picture" aria-hidden="true" tabIndex={-1}>
        {plan.ok && (
          <svg viewBox={viewBoxOf(plan.value)} aria-hidden="true">
            <ClothDrawing plan={plan.value} face="right" />
          </svg>
        )}
      </Link>
      <div className="words">
        <Link to={`/plan/${entry.id}/parts`}>{entry.name}</Link>
        <p className="quiet">
          {plan.ok ? contents(plan.value) : 'cannot be read: open it to see why'} ·{' '}
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

/** The piece with some table round it. */
function viewBoxOf(plan: Plan): string {
  const { left, top, widthMm, heightMm } = clothBox(plan.cloth);
  const room = Math.max(widthMm, heightMm) * 0.04;
  return `${left - room} ${top - room} ${widthMm + 2 * room} ${heightMm + 2 * room}`;
}
