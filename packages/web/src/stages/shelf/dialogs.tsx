/** The dialogs of the shelf, fetched when one is opened: they need the component library. */
import type { ComponentProps } from 'react';
import { LibraryLook } from '../../ui/LibraryLook.tsx';
import { RenameDialog } from './RenameDialog.tsx';
import { RestoreDialog } from './RestoreDialog.tsx';

/** With the look of the component library, which the shelf does without. */
export function Renaming(props: ComponentProps<typeof RenameDialog>) {
  return (
    <LibraryLook>
      <RenameDialog {...props} />
    </LibraryLook>
  );
}

export function Restoring(props: ComponentProps<typeof RestoreDialog>) {
  return (
    <LibraryLook>
      <RestoreDialog {...props} />
    </LibraryLook>
  );
}
