import type { ShelfBackup } from '@sashiko/core/formats/shelf-file';
import { useLiveQuery } from 'dexie-react-hooks';
import { lazy, Suspense, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { backupDue, lastBackup } from '../../storage/keeping.ts';
import { layOutOnce } from '../../storage/lay-out.ts';
import { deleteForGood, listPlans, type ShelfEntry, setRemoved } from '../../storage/shelf.ts';
import { reported, useShelfStore } from '../../stores/shelf-store.ts';
import { FileAsk } from '../../ui/FileAsk.tsx';
import { usePageTheme } from '../../ui/use-page-theme.ts';
import { PlanCard } from './PlanCard.tsx';
import { Safekeeping } from './Safekeeping.tsx';
import { useLooks } from './use-looks.ts';

/** What a plan is comes with the first thing that is done with one: to look at the shelf it is not needed. */
const work = () => import('./shelf-work.ts');
const Renaming = lazy(async () => ({ default: (await import('./dialogs.tsx')).Renaming }));
const Starts = lazy(async () => ({ default: (await import('./Starts.tsx')).Starts }));
const Restoring = lazy(async () => ({ default: (await import('./dialogs.tsx')).Restoring }));

/** All plans of this browser. */
export function Shelf() {
  usePageTheme();
  const navigate = useNavigate();
  const plans = useLiveQuery(() => listPlans());
  const removed = useLiveQuery(() => listPlans(true));
  const { notice, isForThisPage, tell, hush } = useShelfStore();
  const [backup, setBackup] = useState<ShelfBackup | null>(null);
  const [justRemoved, setJustRemoved] = useState<ShelfEntry | null>(null);
  const [renaming, setRenaming] = useState<ShelfEntry | null>(null);
  const [search, setSearch] = useState('');
  const [isStarting, setStarting] = useState(false);
  const [isDropping, setDropping] = useState(false);
  useEffect(() => {
    document.title = 'Sashiko';
    layOutOnce(Date.now()).catch(() =>
      tell(
        'This browser has no room left for plans: save those you need as files, and delete others.',
        'problem',
      ),
    );
  }, [tell]);
  useLooks(plans);

  const takeFile = async (file: File): Promise<void> => {
    const taken = await (await work()).takeFile(file);
    if (taken === null) return;
    if ('backup' in taken) setBackup(taken.backup);
    else void navigate(`/plan/${taken.planId}/parts`);
  };
  const copy = async (entry: ShelfEntry): Promise<void> => (await work()).copyPlan(entry);
  const exportOne = async (entry: ShelfEntry): Promise<void> => (await work()).exportPlan(entry);
  const begin = async (): Promise<void> => {
    const id = await (await work()).addPlan('New plan', Date.now());
    void navigate(`/plan/${id}/cloth`);
  };
  const beginFirst = async (): Promise<void> => {
    void navigate(`/plan/${await (await work()).addFirstPiece(Date.now())}/parts`);
  };
  const beginFrom = async (entry: ShelfEntry): Promise<void> => {
    const id = await (await work()).addFromTemplate(entry);
    if (id !== null) void navigate(`/plan/${id}/parts`);
  };
  const remove = async (entry: ShelfEntry): Promise<void> => {
    await setRemoved(entry.id, Date.now());
    setJustRemoved(entry);
  };
  const shown = plans?.filter((entry) => entry.name.toLowerCase().includes(search.trim().toLowerCase()));

  return (
    <main
      className={`shelf${isDropping ? ' dropping' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setDropping(true);
      }}
      onDragLeave={() => setDropping(false)}
      onDrop={(event) => {
        event.preventDefault();
        setDropping(false);
        const file = event.dataTransfer.files[0];
        if (file !== undefined) reported(takeFile(file));
      }}
    >
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
        <FileAsk
          label="Plan file"
          accept=".json,application/json"
          onFile={(file) => reported(takeFile(file))}
        >
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
          onClick={() => reported(beginFirst())}
        >
          A first piece
        </button>
        <button type="button" className="button loud" onClick={() => reported(begin())}>
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
      {justRemoved !== null && (
        <div className="problem word" role="status">
          <span>“{justRemoved.name}” was taken off the shelf.</span>
          <button
            type="button"
            className="button small"
            onClick={() => {
              reported(setRemoved(justRemoved.id, 0));
              setJustRemoved(null);
            }}
          >
            Undo
          </button>
        </div>
      )}
      <ul className="plans">
        {shown?.map((entry) => (
          <PlanCard
            key={entry.id}
            entry={entry}
            onCopy={() => reported(copy(entry))}
            onBegin={() => reported(beginFrom(entry))}
            onRename={() => setRenaming(entry)}
            onRemove={() => reported(remove(entry))}
            onExport={() => reported(exportOne(entry))}
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
                <button
                  type="button"
                  className="button small"
                  onClick={() => {
                    reported(setRemoved(entry.id, 0));
                    setJustRemoved(null);
                  }}
                >
                  Put back
                </button>{' '}
                <button
                  type="button"
                  className="button small danger"
                  onClick={() => reported(deleteForGood(entry.id))}
                >
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
      <Safekeeping onBackup={setBackup} />
      <Suspense fallback={null}>
        {backup !== null && <Restoring backup={backup} onClose={() => setBackup(null)} />}
        {renaming !== null && <Renaming entry={renaming} onClose={() => setRenaming(null)} />}
      </Suspense>
    </main>
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
      <button
        type="button"
        className="button small"
        onClick={() => reported(work().then(({ saveBackup }) => saveBackup(Date.now())))}
      >
        Back up the shelf
      </button>
      <button type="button" className="linkish" aria-label="Not now" onClick={() => setHushed(true)}>
        ✕
      </button>
    </div>
  );
}
