import { describeProblem } from '@sashiko/core/errors/problem';
import { LARGEST_FILE_CHARACTERS, PLAN_FILE_ENDING, serializePlan } from '@sashiko/core/formats/plan-file';
import { tidyName } from '@sashiko/core/plan/edits/cloth-edits';
import { Button, Input } from 'antd';
import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { StoredPlan } from '../../storage/database.ts';
import {
  addCopy,
  addPlan,
  deleteForGood,
  importPlan,
  layOutDemo,
  listPlans,
  renameStored,
  setRemoved,
} from '../../storage/repository.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { download, fileName } from '../../ui/download.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { usePageTheme } from '../../ui/use-page-theme.ts';
import { PlanCard } from './PlanCard.tsx';

/** All plans of this browser. */
export function Shelf() {
  usePageTheme();
  const navigate = useNavigate();
  const plans = useLiveQuery(() => listPlans());
  const removed = useLiveQuery(() => listPlans(true));
  const [problem, setProblem] = useState<string | null>(null);
  const [justRemoved, setJustRemoved] = useState<StoredPlan | null>(null);
  const [renaming, setRenaming] = useState<StoredPlan | null>(null);
  const [search, setSearch] = useState('');
  const [isDropping, setDropping] = useState(false);
  const report = (error: unknown): void => setProblem(error instanceof Error ? error.message : String(error));
  useEffect(() => {
    document.title = 'Sashiko';
    layOutDemo(Date.now()).catch(() =>
      setProblem(
        'This browser does not let pages keep data (a private window, or storage is full). Plans cannot be saved here.',
      ),
    );
  }, []);

  const takeFile = async (file: File): Promise<void> => {
    setProblem(null);
    if (file.size > LARGEST_FILE_CHARACTERS * 2) {
      setProblem(
        `“${file.name}” is ${Math.round(file.size / 1e6)} MB: a plan file is never that large. Nothing was changed.`,
      );
      return;
    }
    try {
      const id = await importPlan(await file.text(), Date.now());
      void navigate(`/plan/${id}/parts`);
    } catch (error) {
      setProblem(
        `“${file.name}” was not taken in. ${error instanceof Error ? error.message : String(error)} Nothing was changed.`,
      );
    }
  };
  const remove = async (entry: StoredPlan): Promise<void> => {
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
      {problem !== null && (
        <div className="problem" role="alert">
          <span>{problem}</span>
          <button type="button" className="linkish" aria-label="Close" onClick={() => setProblem(null)}>
            ✕
          </button>
        </div>
      )}
      {justRemoved !== null && (
        <div className="problem" role="status" style={{ borderLeftColor: 'var(--leaf)' }}>
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
            onCopy={() => void addCopy(entry.plan, `${entry.name}, copy`, Date.now()).catch(report)}
            onRename={() => setRenaming(entry)}
            onRemove={() => void remove(entry).catch(report)}
            onExport={() =>
              download(fileName(entry.name, PLAN_FILE_ENDING), 'application/json', serializePlan(entry.plan))
            }
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
      {renaming !== null && <RenameDialog entry={renaming} onClose={() => setRenaming(null)} />}
    </main>
  );
}

function RenameDialog({ entry, onClose }: { readonly entry: StoredPlan; readonly onClose: () => void }) {
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
