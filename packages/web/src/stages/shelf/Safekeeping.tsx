import type { ShelfBackup } from '@sashiko/core/formats/shelf-file';
import { useLiveQuery } from 'dexie-react-hooks';
import { isKeptForGood, lastBackup } from '../../storage/keeping.ts';
import { useOfflineStore } from '../../stores/offline-store.ts';
import { reported, useShelfStore } from '../../stores/shelf-store.ts';
import { FileAsk } from '../../ui/FileAsk.tsx';

/** Fetched when it is used: to look at the shelf it is not needed. */
const work = () => import('./shelf-work.ts');
const DATE = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** How safe the shelf is here, and the way out and back in for all of it. */
export function Safekeeping({ onBackup }: { readonly onBackup: (backup: ShelfBackup) => void }) {
  const isForThisPage = useShelfStore((state) => state.isForThisPage);
  const isKept = useLiveQuery(isKeptForGood) ?? null;
  const backedUpAt = useLiveQuery(lastBackup) ?? null;
  const { isKept: isOffline, isUpdateWaiting } = useOfflineStore();
  const take = async (file: File): Promise<void> => {
    const read = await (await work()).readBackup(file);
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
      <button
        type="button"
        className="button"
        onClick={() => reported(work().then(({ saveBackup }) => saveBackup(Date.now())))}
      >
        Back up the shelf
      </button>{' '}
      <FileAsk label="Backup file" accept=".json,application/json" onFile={(file) => reported(take(file))}>
        {(ask) => (
          <button type="button" className="button" onClick={ask}>
            Bring back a backup
          </button>
        )}
      </FileAsk>
    </section>
  );
}
