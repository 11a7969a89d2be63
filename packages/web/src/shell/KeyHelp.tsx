import { Fragment } from 'react';
import { Dialog } from '../ui/Dialog.tsx';
import { GLOSSARY } from '../ui/glossary.ts';
import { COMMANDS } from './commands.ts';

/** Keys that are no commands of their own. */
const MORE = [
  { keys: '1 … 7', words: 'Go to a stage' },
  {
    keys: 'Tab, Enter',
    words: 'Go from part to part, hole to hole, bend to bend; choose, start or end a run',
  },
  { keys: 'Shift Enter, Shift click', words: 'Choose several parts' },
  { keys: 'Wheel, drag the table', words: 'Zoom and pan (sideways or with Shift, the wheel pans)' },
  { keys: 'Space and drag, middle button', words: 'Pan, whatever lies there' },
  { keys: '?', words: 'This list' },
] as const;

/** All keys with what they do, and the words of the trade. */
export function KeyHelp({ isOpen, onClose }: { readonly isOpen: boolean; readonly onClose: () => void }) {
  return (
    <Dialog title="Keys and words" open={isOpen} onCancel={onClose} footer={null} width={560}>
      <div className="keys">
        {[...MORE, ...COMMANDS].map(({ keys, words }) => (
          <Fragment key={keys}>
            <span>
              <kbd>{keys}</kbd>
            </span>
            <span>{words}</span>
          </Fragment>
        ))}
      </div>
      <h2>Words</h2>
      <dl className="glossary">
        {Object.values(GLOSSARY).map(({ word, says }) => (
          <Fragment key={word}>
            <dt>{word}</dt>
            <dd>{says}</dd>
          </Fragment>
        ))}
      </dl>
    </Dialog>
  );
}
