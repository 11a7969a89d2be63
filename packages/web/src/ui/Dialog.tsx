import { Modal, type ModalProps } from 'antd';
import { useEffect } from 'react';
import { useViewStore } from '../stores/view-store.ts';
import { NoticeLine } from './NoticeLine.tsx';

/** A dialog: while it is open the keys of the worktable rest, and notices are shown in it, not behind its mask. */
export function Dialog({ open = false, children, ...rest }: ModalProps) {
  useEffect(() => (open ? useViewStore.getState().openDialog() : undefined), [open]);
  return (
    <Modal open={open} destroyOnHidden {...rest}>
      {children}
      <div aria-live="polite" className="dialog-notice">
        <NoticeLine />
      </div>
    </Modal>
  );
}
