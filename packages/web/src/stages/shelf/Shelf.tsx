import { useLiveQuery } from 'dexie-react-hooks';
import { lazy, Suspense, useState } from 'react';
import { backupDue, lastBackup } from '../../storage/keeping.ts';
import type { ShelfEntry } from '../../storage/shelf.ts';
import { useShelfStore } from '../../stores/shelf-store.ts';
import { FileAsk } from '../../ui/FileAsk.tsx';
import { usePageTheme } from '../../ui/use-page-theme.ts';
import { PlanCard } from './PlanCard.tsx';
import { Safekeeping } from './Safekeeping.tsx';
import { useFileTarget } from './use-file-target.ts';
import { useLooks } from './use-looks.ts';
import { saveBackupNow, useShelf } from './use-shelf.ts';
import { type ShelfChecking, useShelfCheck } from './use-shelf-check.ts';

/** Dialogs bring the component library with them: they are fetched when they are opened. */
const Renaming = lazy(async () => ({ default: (await import('./dialogs.tsx')).Renaming }));
const Starts = lazy(async () => ({ default: (await import('./Starts.tsx')).Starts }));
const Restoring = lazy(async () => ({ default: (await import('./dialogs.tsx')).Restoring }));

/** All plans of this browser. */
export function Shelf() {
  usePageTheme();
  const { plans, removed, ...shelf } = useShelf();
  const { notice, isForThisPage, hush } = useShelfStore();
  const [search, setSearch] = useState('');
  const [isStarting, setStarting] = useState(false);
  const { isDropping, target } = useFileTarget(shelf.takeFile);
  useLooks(plans);
  const check = useShelfCheck();
  const shown = plans?.filter((entry) => entry.name.toLowerCase().includes(search.trim().toLowerCase()));

  return (
    <main className={`shelf${isDropping ? ' dropping' : ''}`} {...target}>
      <header>
        <img src="/icon.svg" alt="" width={56} height={56} />
        <div style={{ flex: 1, minWidth: 260 }}>
          <h1>Sashiko</h1>
          <p className="lead">
            Plan where light goes on cloth, sew it with thread that carries it, and know beforehand that it
            will work.
          </p>
        </div>
        <input
          type="search"
          className="search"
          aria-label="Search plans"
          placeholder="Search"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <CheckAll check={check} entries={shown ?? []} />
        <FileAsk label="Plan file" accept=".json,application/json" onFile={shelf.takeFile}>
          {(ask) => (
            <button type="button" className="button" onClick={ask}>
              Import a plan file
            </button>
          )}
        </FileAsk>
        <button
          type="button"
          className="button"
          title="A felt bookmark with one light: what comes next is said all the way"
          onClick={shelf.beginFirst}
        >
          A first piece
        </button>
        <button type="button" className="button loud" onClick={shelf.begin}>
          New plan
        </button>
      </header>
      {isForThisPage && (
        <div className="problem" role="status">
          <span>
            This browser does not let pages keep data (a private window, or its storage is turned off).
            Everything works, but plans last only while this page is open: save them as files.
          </span>
        </div>
      )}
      {notice !== null && (
        <div className={notice.kind === 'problem' ? 'problem' : 'problem word'} role="alert">
          <span>{notice.text}</span>
          <button type="button" className="linkish" aria-label="Close" onClick={hush}>
            ✕
          </button>
        </div>
      )}
      <BackupReminder plans={plans ?? []} />
      {shelf.justRemoved !== null && (
        <div className="problem word" role="status">
          <span>“{shelf.justRemoved.name}” was taken off the shelf.</span>
          <button type="button" className="button small" onClick={shelf.putBack(shelf.justRemoved)}>
            Undo
          </button>
        </div>
      )}
      <ul className="plans">
        {shown?.map((entry) => (
          <PlanCard
            key={entry.id}
            entry={entry}
            verdict={check.verdictOf(entry)}
            onCopy={shelf.copy(entry)}
            onBegin={shelf.beginFrom(entry)}
            onRename={() => shelf.setRenaming(entry)}
            onRemove={shelf.remove(entry)}
            onExport={shelf.exportOne(entry)}
          />
        ))}
      </ul>
      {shown?.length === 0 && (
        <p className="lead">
          {search === ''
            ? 'The shelf is empty. Begin with “New plan”, or import a plan file.'
            : 'No plan has that name.'}
        </p>
      )}
      {removed !== undefined && removed.length > 0 && (
        <>
          <hr className="stitch-line" />
          <h2>Taken off the shelf</h2>
          <ul>
            {removed.map((entry) => (
              <li key={entry.id}>
                {entry.name}{' '}
                <button type="button" className="button small" onClick={shelf.putBack(entry)}>
                  Put back
                </button>{' '}
                <button type="button" className="button small danger" onClick={shelf.deleteForGood(entry)}>
                  Delete for good
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      <details className="starts" onToggle={(event) => setStarting(event.currentTarget.open)}>
        <summary>
          <h2>Lit pieces to begin from</h2>
        </summary>
        <Suspense fallback={null}>{isStarting && <Starts />}</Suspense>
      </details>
      <Safekeeping onBackup={shelf.setBackup} />
      <Suspense fallback={null}>
        {shelf.backup !== null && <Restoring backup={shelf.backup} onClose={() => shelf.setBackup(null)} />}
        {shelf.renaming !== null && (
          <Renaming entry={shelf.renaming} onClose={() => shelf.setRenaming(null)} />
        )}
      </Suspense>
    </main>
  );
}

/** Has every plan that is shown checked, in all its states; each card says what came of it. */
function CheckAll({
  check,
  entries,
}: {
  readonly check: ShelfChecking;
  readonly entries: readonly ShelfEntry[];
}) {
  const { progress } = check;
  return progress === null ? (
    <button
      type="button"
      className="button check-all"
      title="Says of every plan shown whether it is clear, in all its states"
      disabled={entries.length === 0}
      onClick={() => check.start(entries)}
    >
      Check all
    </button>
  ) : (
    <span className="checking" role="status">
      Checked {progress.done} of {progress.all}{' '}
      <button type="button" className="button small" onClick={check.stop}>
        Stop
      </button>
    </span>
  );
}

/** Says when too much has changed since the last backup; demo plans nobody has touched do not count. */
function BackupReminder({ plans }: { readonly plans: readonly ShelfEntry[] }) {
  const last = useLiveQuery(lastBackup);
  const [isHushed, setHushed] = useState(false);
  if (last === undefined || isHushed) return null;
  const own = plans.filter(({ isOwn }) => isOwn).map(({ changedAt }) => changedAt);
  const due = backupDue(own, last, Date.now());
  if (due === null) return null;
  return (
    <div className="problem word" role="status">
      <span>
        {due.changed === 1 ? '1 plan has' : `${due.changed} plans have`} changed{' '}
        {last === null
          ? `in ${due.days} days, and the shelf was never backed up`
          : `since the last backup, ${due.days} days ago`}
        .
      </span>
      <button type="button" className="button small" onClick={saveBackupNow}>
        Back up the shelf
      </button>
      <button type="button" className="linkish" aria-label="Not now" onClick={() => setHushed(true)}>
        ✕
      </button>
    </div>
  );
}
