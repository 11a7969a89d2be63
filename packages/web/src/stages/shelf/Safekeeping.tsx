import { SHELF_FILE_ENDING, type ShelfBackup } from '@sashiko/core/formats/shelf-file';
import { Button } from 'antd';
import { useLiveQuery } from 'dexie-react-hooks';
import { readFact, writeFact } from '../../storage/repository.ts';
import { BACKED_UP, backUpShelf, isKeptForGood } from '../../storage/safekeeping.ts';
import { useOfflineStore } from '../../stores/offline-store.ts';
import { useShelfStore } from '../../stores/shelf-store.ts';
import { download } from '../../ui/download.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { readBackup } from './read-backup.ts';

const DATE = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** Saves the whole shelf as one file and remembers when; what goes wrong is told. */
export async function saveBackup(now: number): Promise<void> {
  const { tell } = useShelfStore.getState();
  try {
    const day = new Date(now).toISOString().slice(0, 10);
    download(`shelf-${day}${SHELF_FILE_ENDING}`, 'application/json', await backUpShelf(now));
    await writeFact(BACKED_UP, String(now));
    tell('The shelf was backed up to one file: keep it somewhere else than on this machine.');
  } catch (error) {
    tell(
      `The shelf could not be backed up. ${error instanceof Error ? error.message : ''}`.trim(),
      'problem',
    );
  }
}

/** When the shelf was last backed up, or null. */
export async function lastBackup(): Promise<number | null> {
  const at = Number((await readFact(BACKED_UP)) ?? Number.NaN);
  return Number.isFinite(at) ? at : null;
}

/** How safe the shelf is here, and the way out and back in for all of it. */
export function Safekeeping({ onBackup }: { readonly onBackup: (backup: ShelfBackup) => void }) {
  const isForThisPage = useShelfStore((state) => state.isForThisPage);
  const isKept = useLiveQuery(isKeptForGood) ?? null;
  const backedUpAt = useLiveQuery(lastBackup) ?? null;
  const { isKept: isOffline, isUpdateWaiting } = useOfflineStore();
  const take = async (file: File): Promise<void> => {
    const read = await readBackup(file);
    if (read !== null) onBackup(read);
  };
  return (
    <section className="safekeeping" aria-labelledby="safekeeping">
      <hr className="stitch-line" />
      <h2 id="safekeeping">Safekeeping</h2>
      <p className="quiet">
        {isForThisPage
          ? 'This browser keeps nothing for this page: plans are gone when it is closed, unless they are saved as files.'
          : isKept === true
            ? 'Plans are kept in this browser until you delete them.'
            : 'Plans are kept in this browser, which may clear them when its disk is full.'}{' '}
        {backedUpAt === null ? 'The shelf was never backed up.' : `Last backup: ${DATE.format(backedUpAt)}.`}{' '}
        {isOffline && 'Sashiko opens without a network, too.'}
      </p>
      {isUpdateWaiting && (
        <p role="status">
          A newer Sashiko has been fetched. It is used from the next start: close all pages of Sashiko, then
          open it again.
        </p>
      )}
      <Button onClick={() => void saveBackup(Date.now())}>Back up the shelf</Button>{' '}
      <FileButton
        label="Backup file"
        accept=".json,application/json"
        size="middle"
        onFile={(file) => void take(file)}
      >
        Bring back a backup
      </FileButton>
    </section>
  );
}
