import { clothBox } from '@sashiko/core/cloth/cloth';
import { panelOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { memo } from 'react';
import { Link } from 'react-router';
import { ClothDrawing } from '../../canvas/ClothDrawing.tsx';
import type { ShelfEntry } from '../../storage/repository.ts';
import { ErrorFence } from '../../ui/ErrorFence.tsx';

interface PlanCardProps {
  readonly entry: ShelfEntry;
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
  const { plan } = entry;
  return (
    <li className="card">
      <Link to={`/plan/${entry.id}/parts`} className="picture" aria-hidden="true" tabIndex={-1}>
        {plan.ok && (
          <ErrorFence fallback={null}>
            <svg viewBox={viewBoxOf(plan.value)} aria-hidden="true">
              <ClothDrawing plan={plan.value} face="right" />
            </svg>
          </ErrorFence>
        )}
      </Link>
      <div className="words">
        <Link to={`/plan/${entry.id}/parts`}>{entry.name}</Link>
        <p className="quiet">
          {plan.ok ? contents(plan.value) : 'cannot be read: open it to see why, or export it as it is'}
          {entry.changedAt > 0 && ` · ${DATE.format(entry.changedAt)}`}
        </p>
      </div>
      <div className="actions">
        {plan.ok && (
          <>
            <button type="button" onClick={onCopy} aria-label={`Copy ${entry.name}`}>
              Copy
            </button>
            <button type="button" onClick={onRename} aria-label={`Rename ${entry.name}`}>
              Rename
            </button>
          </>
        )}
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
  const { left, top, widthMm, heightMm } = clothBox(panelOf(plan));
  const room = Math.max(widthMm, heightMm) * 0.04;
  return `${left - room} ${top - room} ${widthMm + 2 * room} ${heightMm + 2 * room}`;
}
