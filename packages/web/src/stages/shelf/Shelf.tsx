import { describeProblem } from '@sashiko/core/errors/problem';
import { LARGEST_FILE_CHARACTERS, PLAN_FILE_ENDING, serializePlan } from '@sashiko/core/formats/plan-file';
import { looksLikeShelf, type ShelfBackup } from '@sashiko/core/formats/shelf-file';
import { tidyName } from '@sashiko/core/plan/edits/cloth-edits';
import { Button, Input } from 'antd';
import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import {
  addCopy,
  addPlan,
  deleteForGood,
  importPlan,
  layOutDemo,
  listPlans,
  rawText,
  readPlan,
  renameStored,
  type ShelfEntry,
  setRemoved,
} from '../../storage/repository.ts';
import { backupDue } from '../../storage/safekeeping.ts';
import { useShelfStore } from '../../stores/shelf-store.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { download, fileName } from '../../ui/download.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { readTextFile } from '../../ui/read-file.ts';
import { usePageTheme } from '../../ui/use-page-theme.ts';
import { PlanCard } from './PlanCard.tsx';
import { RestoreDialog } from './RestoreDialog.tsx';
import { readBackup } from './read-backup.ts';
import { lastBackup, Safekeeping, saveBackup } from './Safekeeping.tsx';

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
  const [isDropping, setDropping] = useState(false);
  const report = (error: unknown): void =>
    tell(`That could not be kept. ${error instanceof Error ? error.message : String(error)}`, 'problem');
  useEffect(() => {
    document.title = 'Sashiko';
    layOutDemo(Date.now()).catch(() =>
      tell(
        'This browser has no room left for plans: save those you need as files, and delete others.',
        'problem',
      ),
    );
  }, [tell]);

  const takeFile = async (file: File): Promise<void> => {
    hush();
    const refuse = (why: string): void =>
      tell(`“${file.name}” was not taken in. ${why} Nothing was changed.`, 'problem');
    const beginning = await file
      .slice(0, 300)
      .text()
      .catch(() => '');
    if (looksLikeShelf(beginning)) {
      setBackup(await readBackup(file));
      return;
    }
    const text = await readTextFile(file, LARGEST_FILE_CHARACTERS);
    if (!text.ok) {
      refuse(describeProblem(text.problem));
      return;
    }
    try {
      const id = await importPlan(text.value, Date.now());
      void navigate(`/plan/${id}/parts`);
    } catch (error) {
      refuse(error instanceof Error ? error.message : String(error));
    }
  };
  const copy = async ({ id, name }: ShelfEntry): Promise<void> => {
    const plan = await readPlan(id);
    if (plan?.ok === true) await addCopy(plan.value, `${name.slice(0, 110)}, copy`, Date.now());
  };
  const exportOne = async ({ id, name }: ShelfEntry): Promise<void> => {
    const plan = await readPlan(id);
    // What cannot be read is taken out as it lies there.
    const text = plan?.ok === true ? serializePlan(plan.value) : await rawText(id);
    if (text !== undefined) download(fileName(name, PLAN_FILE_ENDING), 'application/json', text);
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
        if (file !== undefined) void takeFile(file);
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
        <Input.Search
          aria-label="Search plans"
          placeholder="Search"
          allowClear
          style={{ width: 180 }}
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <FileButton
          label="Plan file"
          accept=".json,application/json"
          size="middle"
          onFile={(file) => void takeFile(file)}
        >
          Import a plan file
        </FileButton>
        <Button
          type="primary"
          onClick={() => {
            addPlan('New plan', Date.now()).then((id) => navigate(`/plan/${id}/cloth`), report);
          }}
        >
          New plan
        </Button>
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
          <Button
            size="small"
            onClick={() => {
              void setRemoved(justRemoved.id, 0);
              setJustRemoved(null);
            }}
          >
            Undo
          </Button>
        </div>
      )}
      <ul className="plans">
        {shown?.map((entry) => (
          <PlanCard
            key={entry.id}
            entry={entry}
            onCopy={() => void copy(entry).catch(report)}
            onRename={() => setRenaming(entry)}
            onRemove={() => void remove(entry).catch(report)}
            onExport={() => void exportOne(entry).catch(report)}
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
                <Button
                  size="small"
                  onClick={() => {
                    void setRemoved(entry.id, 0);
                    setJustRemoved(null);
                  }}
                >
                  Put back
                </Button>{' '}
                <Button size="small" danger onClick={() => void deleteForGood(entry.id)}>
                  Delete for good
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
      <Safekeeping onBackup={setBackup} />
      {backup !== null && <RestoreDialog backup={backup} onClose={() => setBackup(null)} />}
      {renaming !== null && <RenameDialog entry={renaming} onClose={() => setRenaming(null)} />}
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
      <Button size="small" onClick={() => void saveBackup(Date.now())}>
        Back up the shelf
      </Button>
      <button type="button" className="linkish" aria-label="Not now" onClick={() => setHushed(true)}>
        ✕
      </button>
    </div>
  );
}

function RenameDialog({ entry, onClose }: { readonly entry: ShelfEntry; readonly onClose: () => void }) {
  const [text, setText] = useState(entry.name);
  const name = tidyName(text);
  const take = (): void => {
    if (!name.ok) return;
    void renameStored(entry.id, name.value, Date.now()).then(onClose);
  };
  return (
    <Dialog
      title="Rename"
      open
      onCancel={onClose}
      onOk={take}
      okText="Rename"
      okButtonProps={{ disabled: !name.ok }}
    >
      <Input
        aria-label="Name"
        autoFocus
        value={text}
        status={name.ok ? '' : 'error'}
        onChange={(event) => setText(event.target.value)}
        onPressEnter={take}
      />
      {!name.ok && <p className="plus">{describeProblem(name.problem)}</p>}
    </Dialog>
  );
}
