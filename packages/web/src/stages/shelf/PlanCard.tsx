import { memo } from 'react';
import { Link } from 'react-router';
import type { ShelfEntry } from '../../storage/shelf.ts';
import type { CardVerdict } from './check-shelf.ts';

interface PlanCardProps {
  readonly entry: ShelfEntry;
  /** What was found when it was checked; null where it was not, or has changed since. */
  readonly verdict: CardVerdict | null;
  readonly onCopy: () => void;
  /** A new piece from the same plan. */
  readonly onBegin: () => void;
  readonly onRename: () => void;
  readonly onRemove: () => void;
  readonly onExport: () => void;
}

/** When a plan was changed, as it is read in English. */
const DATE = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** The verdict of a check by sign, beside its words. */
const MARK: Readonly<Record<CardVerdict['kind'], string>> = { stop: '✕', mend: '!', clear: '✓', plain: '…' };

/** One plan on the shelf, with a small drawing of it. */
export const PlanCard = memo(function PlanCard({
  entry,
  verdict,
  onCopy,
  onBegin,
  onRename,
  onRemove,
  onExport,
}: PlanCardProps) {
  const { look } = entry;
  const isReadable = look?.svg != null;
  const words =
    look === null
      ? ''
      : isReadable
        ? look.words
        : 'cannot be read: open it to see why, or export it as it is';
  return (
    <li className="card">
      <Link to={`/plan/${entry.id}/parts`} className="picture" aria-hidden="true" tabIndex={-1}>
        {look?.svg != null && look.svg !== '' && (
          // As a picture: nothing in it can run or reach out, whatever a plan holds.
          <img src={`data:image/svg+xml,${encodeURIComponent(look.svg)}`} alt="" />
        )}
      </Link>
      <div className="words">
        <Link to={`/plan/${entry.id}/parts`}>{entry.name}</Link>
        <p className="quiet">
          {[
            ...(words === '' ? [] : [words]),
            ...(entry.changedAt > 0 ? [DATE.format(entry.changedAt)] : []),
          ].join(' · ')}
        </p>
        {verdict !== null && (
          <p className={`verdict ${verdict.kind}`}>
            <span aria-hidden="true">{MARK[verdict.kind]} </span>
            <Link to={`/plan/${entry.id}/check`}>{verdict.words}</Link>
          </p>
        )}
      </div>
      <div className="actions">
        {(look === null || isReadable) && (
          <>
            <button type="button" onClick={onBegin} aria-label={`Begin a piece from ${entry.name}`}>
              Begin from it
            </button>
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
