/** The plans on the shelf, and all that can be done with them. What goes wrong is told on the shelf. */
import type { ShelfBackup } from '@sashiko/core/formats/shelf-file';
import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { layOutOnce } from '../../storage/lay-out.ts';
import { deleteForGood, listPlans, type ShelfEntry, setRemoved } from '../../storage/shelf.ts';
import { reported, useShelfStore } from '../../stores/shelf-store.ts';

/** What a plan is comes with the first thing that is done with one: to look at the shelf it is not needed. */
const work = () => import('./shelf-work.ts');

export function useShelf() {
  const navigate = useNavigate();
  const tell = useShelfStore((state) => state.tell);
  const [backup, setBackup] = useState<ShelfBackup | null>(null);
  const [renaming, setRenaming] = useState<ShelfEntry | null>(null);
  const [justRemoved, setJustRemoved] = useState<ShelfEntry | null>(null);
  const plans = useLiveQuery(() => listPlans());
  const removed = useLiveQuery(() => listPlans(true));
  useEffect(() => {
    document.title = 'Sashiko';
    layOutOnce(Date.now()).catch(() =>
      tell(
        'This browser has no room left for plans: save those you need as files, and delete others.',
        'problem',
      ),
    );
  }, [tell]);

  const open = (id: string, stage: 'cloth' | 'parts'): void => void navigate(`/plan/${id}/${stage}`);
  const take = async (file: File): Promise<void> => {
    const taken = await (await work()).takeFile(file);
    if (taken === null) return;
    if ('backup' in taken) setBackup(taken.backup);
    else open(taken.planId, 'parts');
  };
  const begin = async (): Promise<void> =>
    open(await (await work()).addPlan('New plan', Date.now()), 'cloth');
  const beginFirst = async (): Promise<void> => open(await (await work()).addFirstPiece(Date.now()), 'parts');
  const beginFrom = async (entry: ShelfEntry): Promise<void> => {
    const id = await (await work()).addFromTemplate(entry);
    if (id !== null) open(id, 'parts');
  };
  const remove = async (entry: ShelfEntry): Promise<void> => {
    await setRemoved(entry.id, Date.now());
    setJustRemoved(entry);
  };
  return {
    plans,
    removed,
    /** A backup that was read, to choose from. */
    backup,
    setBackup,
    renaming,
    setRenaming,
    /** What was taken off the shelf last, as long as that can be undone by one press. */
    justRemoved,
    takeFile: (file: File) => reported(take(file)),
    begin: () => reported(begin()),
    beginFirst: () => reported(beginFirst()),
    beginFrom: (entry: ShelfEntry) => () => reported(beginFrom(entry)),
    copy: (entry: ShelfEntry) => () => reported(work().then(({ copyPlan }) => copyPlan(entry))),
    exportOne: (entry: ShelfEntry) => () => reported(work().then(({ exportPlan }) => exportPlan(entry))),
    remove: (entry: ShelfEntry) => () => reported(remove(entry)),
    putBack: (entry: ShelfEntry) => () => {
      reported(setRemoved(entry.id, 0));
      setJustRemoved(null);
    },
    deleteForGood: (entry: ShelfEntry) => () => reported(deleteForGood(entry.id)),
  };
}

export function saveBackupNow(): void {
  reported(work().then(({ saveBackup }) => saveBackup(Date.now())));
}
