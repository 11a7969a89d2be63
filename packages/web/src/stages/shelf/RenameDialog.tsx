import { describeProblem } from '@sashiko/core/errors/problem';
import { tidyName } from '@sashiko/core/plan/edits/cloth-edits';
import { Input } from 'antd';
import { useState } from 'react';
import { renameStored, type ShelfEntry } from '../../storage/shelf.ts';
import { reported } from '../../stores/shelf-store.ts';
import { Dialog } from '../../ui/Dialog.tsx';

/** Gives a plan on the shelf another name. */
export function RenameDialog({
  entry,
  onClose,
}: {
  readonly entry: ShelfEntry;
  readonly onClose: () => void;
}) {
  const [text, setText] = useState(entry.name);
  const name = tidyName(text);
  const take = (): void => {
    if (!name.ok) return;
    reported(renameStored(entry.id, name.value, Date.now()).finally(onClose));
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
