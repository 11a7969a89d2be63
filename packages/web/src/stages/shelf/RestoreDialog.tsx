import { describeProblem } from '@sashiko/core/errors/problem';
import type { ShelfBackup } from '@sashiko/core/formats/shelf-file';
import { counted } from '@sashiko/core/units/words';
import { Radio } from 'antd';
import { useEffect, useState } from 'react';
import {
  type ChoiceForDoubles,
  compareBackup,
  type RestorePlan,
  restoreShelf,
} from '../../storage/safekeeping.ts';
import { useShelfStore } from '../../stores/shelf-store.ts';
import { Dialog } from '../../ui/Dialog.tsx';

/** What becomes of a plan that lies on the shelf in another state. */
const CHOICES: ReadonlyArray<{ readonly value: ChoiceForDoubles; readonly label: string }> = [
  { value: 'keep-both', label: 'Keep both: the one of the backup comes beside it' },
  { value: 'take-backup', label: 'Take the one of the backup in its place' },
  { value: 'keep-shelf', label: 'Keep the one on the shelf' },
];

/** `New: 1 plan and 2 described parts. On the shelf just so: 3 plans.` */
function whatItHolds({ fresh, freshParts, same }: RestorePlan): string {
  const some = (things: readonly unknown[], noun: string): readonly string[] =>
    things.length === 0 ? [] : [counted(things.length, noun)];
  const news = [...some(fresh, 'plan'), ...some(freshParts, 'described part')].join(' and ');
  return [
    ...(news === '' ? [] : [`New: ${news}.`]),
    ...some(same, 'plan').map((plans) => `On the shelf just so: ${plans}.`),
  ].join(' ');
}

/** What a backup would bring, and what becomes of plans that the shelf has already. */
export function RestoreDialog({
  backup,
  onClose,
}: {
  readonly backup: ShelfBackup;
  readonly onClose: () => void;
}) {
  const tell = useShelfStore((state) => state.tell);
  const [plan, setPlan] = useState<RestorePlan | null>(null);
  const [choice, setChoice] = useState<ChoiceForDoubles>('keep-both');
  /** How many plans are brought back; null before it is begun. */
  const [done, setDone] = useState<number | null>(null);
  useEffect(() => {
    compareBackup(backup).then(setPlan, () =>
      tell('The shelf could not be read to compare it with the backup.', 'problem'),
    );
  }, [backup, tell]);
  const take = (): void => {
    if (plan === null) return;
    setDone(0);
    restoreShelf(plan, choice, Date.now(), setDone).then(
      ({ plans, parts }) => {
        tell(`Brought back: ${counted(plans, 'plan')} and ${counted(parts, 'described part')}.`);
        onClose();
      },
      () => {
        tell(
          'The backup could not be brought back: the browser is out of room. Nothing was changed; the file has it still.',
          'problem',
        );
        onClose();
      },
    );
  };
  if (plan === null) return null;
  const { fresh, doubles, freshParts, doubleParts } = plan;
  const hasDoubles = doubles.length + doubleParts.length > 0;
  const isIdle = fresh.length + freshParts.length === 0 && !hasDoubles;
  return (
    <Dialog
      title="Bring back a backup"
      open
      onCancel={onClose}
      onOk={isIdle ? onClose : take}
      okText={isIdle ? 'Close' : 'Bring back'}
      okButtonProps={{ loading: done !== null }}
    >
      <p>
        {backup.savedAtMs !== null &&
          `Backed up on ${new Date(backup.savedAtMs).toLocaleDateString('en-GB', { dateStyle: 'long' })}. `}
        {isIdle ? 'Nothing that can be read in it is missing on the shelf.' : whatItHolds(plan)}
      </p>
      {done !== null && (
        <p role="status">
          {done} of {fresh.length + (choice === 'keep-shelf' ? 0 : doubles.length)} plans are back.
        </p>
      )}
      {hasDoubles && (
        <fieldset className="doubles">
          <legend>
            On the shelf in another state:{' '}
            {[
              ...doubles.map(({ name }) => `“${name}”`),
              ...doubleParts.map(({ title }) => `part “${title}”`),
            ].join(', ')}
          </legend>
          <Radio.Group
            value={choice}
            onChange={(event) => setChoice(event.target.value as ChoiceForDoubles)}
            options={[...CHOICES]}
            vertical
          />
        </fieldset>
      )}
      {backup.unreadable.length > 0 && (
        <>
          <p className="plus">These cannot be read and are left out; the file has them still:</p>
          <ul>
            {backup.unreadable.map(({ name, problem }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: names may be the same, and the list never changes
              <li key={i}>
                {name}: {describeProblem(problem)}
              </li>
            ))}
          </ul>
        </>
      )}
    </Dialog>
  );
}
