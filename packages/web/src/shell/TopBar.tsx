import { RedoOutlined, UndoOutlined } from '@ant-design/icons';
import { PLAN_FILE_ENDING, serializePlan } from '@sashiko/core/formats/plan-file';
import { renamePlan } from '@sashiko/core/plan/edits/plan-edits';
import { historyLabels } from '@sashiko/core/plan/history';
import { LONGEST_NAME } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { withEnding } from '@sashiko/core/units/letters';
import { Button } from 'antd';
import { type ReactNode, useState } from 'react';
import { useNavigate } from 'react-router';
import { writeFact } from '../storage/facts.ts';
import { addCopy } from '../storage/repository.ts';
import { type SaveState, usePlanStore } from '../stores/plan-store.ts';
import { useShelfStore } from '../stores/shelf-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { download, fileName } from '../ui/download.ts';
import { printFiles } from '../ui/print-files.ts';

/** How saving stands, in words. */
const SAVE_WORDS: Readonly<Record<SaveState, string>> = {
  saved: 'saved in this browser',
  waiting: 'saving …',
  saving: 'saving …',
  failed: 'not saved: this browser refuses to keep it',
  elsewhere: 'changed in another tab',
  gone: 'deleted in another tab',
};

/** Name, saved state, undo and redo, face, export and print. */
export function TopBar({ plan, onHelp }: { readonly plan: Plan; readonly onHelp: () => void }) {
  return (
    <header className="top">
      <div className="top-name">
        <h1>
          <PlanName plan={plan} />
        </h1>
        <SavedState plan={plan} />
      </div>
      <span className="grow" />
      <UndoRedo />
      <Flip />
      <div className="top-actions">
        <Button onClick={() => exportPlan(plan)}>Export</Button>
        <Button onClick={() => void printFiles(plan, 'pattern', '1:1 pattern')}>Print 1:1</Button>
        <ThemeButton />
        <button type="button" className="icon-button" aria-label="Keys" title="Keys (?)" onClick={onHelp}>
          ?
        </button>
      </div>
    </header>
  );
}

/** The name as a field: taken when it is left or by Enter. */
function PlanName({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const [draft, setDraft] = useState<string | null>(null);
  const take = (): void => {
    if (draft !== null && draft !== plan.name) commit(renamePlan(plan, draft));
    setDraft(null);
  };
  return (
    <input
      className="plan-name"
      aria-label="Name of the plan"
      value={draft ?? plan.name}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') setDraft(null);
      }}
    />
  );
}

/** The plan as a file. */
function exportPlan(plan: Plan): void {
  download(fileName(plan.name, PLAN_FILE_ENDING), 'application/json', serializePlan(plan));
}

/** How saving stands. When another tab was first, the maker keeps both: theirs is loaded, ours becomes a copy. */
function SavedState({ plan }: { readonly plan: Plan }) {
  const saveState = usePlanStore((state) => state.saveState);
  const isForThisPage = useShelfStore((state) => state.isForThisPage);
  const navigate = useNavigate();
  const isLost = saveState === 'elsewhere' || saveState === 'gone';
  const isBad = saveState === 'failed' || isLost || isForThisPage;
  return (
    <span className={`save-state${isBad ? ' bad' : ''}`} role="status" data-state={saveState}>
      {isForThisPage && !isLost ? 'kept only while this page is open' : SAVE_WORDS[saveState]}
      {isBad && (
        <>
          {' '}
          <Button size="small" onClick={() => exportPlan(plan)}>
            Save as a file
          </Button>
        </>
      )}
      {isLost && (
        <>
          {' '}
          <Button
            size="small"
            onClick={() => {
              addCopy(plan, withEnding(plan.name, ', this tab', LONGEST_NAME), Date.now()).then(
                (id) => {
                  usePlanStore.getState().setSaveState('saved');
                  void navigate(`/plan/${id}/parts`);
                },
                () =>
                  usePlanStore.getState().tell('The copy could not be kept: save it as a file.', 'problem'),
              );
            }}
          >
            Keep mine as a copy
          </Button>
        </>
      )}
      {saveState === 'elsewhere' && (
        <>
          {' '}
          <Button
            size="small"
            onClick={() => {
              // Chosen in so many words: the browser need not ask again.
              usePlanStore.getState().setSaveState('saved');
              location.reload();
            }}
          >
            Load theirs
          </Button>
        </>
      )}
    </span>
  );
}

/** Both ways through the steps of the plan. */
function UndoRedo() {
  const history = usePlanStore((state) => state.history);
  const undo = usePlanStore((state) => state.undo);
  const redo = usePlanStore((state) => state.redo);
  if (history === null) return null;
  const labels = historyLabels(history);
  return (
    <div className="undo-redo">
      <StepButton verb="Undo" label={labels.undo} icon={<UndoOutlined />} onStep={undo} />
      <StepButton verb="Redo" label={labels.redo} icon={<RedoOutlined />} onStep={redo} />
    </div>
  );
}

/** One of the two, with the step it would take. */
interface StepButtonProps {
  readonly verb: 'Undo' | 'Redo';
  readonly label: string | null;
  readonly icon: ReactNode;
  readonly onStep: () => void;
}

/** Says which step it takes back or does again. */
function StepButton({ verb, label, icon, onStep }: StepButtonProps) {
  const words = label === null ? `Nothing to ${verb.toLowerCase()}` : `${verb}: ${label}`;
  return (
    <button
      type="button"
      className="icon-button"
      // Not `disabled`, which would take the focus from the hand that has just undone the last edit.
      aria-disabled={label === null}
      onClick={label === null ? undefined : onStep}
      aria-label={words}
      title={words}
    >
      {icon}
    </button>
  );
}

/** Turns the cloth over. */
function Flip() {
  const face = useViewStore((state) => state.face);
  const setFace = useViewStore((state) => state.setFace);
  return (
    // biome-ignore lint/a11y/useSemanticElements: a fieldset would bring its own frame
    <div className="flip" role="group" aria-label="Face that is up">
      <button type="button" aria-pressed={face === 'right'} onClick={() => setFace('right')}>
        Right side
      </button>
      <button type="button" aria-pressed={face === 'wrong'} onClick={() => setFace('wrong')}>
        Wrong side
      </button>
    </div>
  );
}

/** Light or dark, whichever is not. */
function ThemeButton() {
  const theme = useViewStore((state) => state.theme);
  const setTheme = useViewStore((state) => state.setTheme);
  const next = theme === 'dark' ? 'light' : 'dark';
  return (
    <button
      type="button"
      className="icon-button"
      aria-label={`Use the ${next} theme`}
      title={`Use the ${next} theme`}
      onClick={() => {
        setTheme(next);
        // A browser that keeps nothing shows it for as long as the page is open.
        writeFact('theme', next).catch(() => undefined);
      }}
    >
      <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
        <circle cx="9" cy="9" r="7" fill="none" stroke="currentColor" strokeWidth="1.6" />
        <path d="M9 2a7 7 0 0 1 0 14Z" fill="currentColor" />
      </svg>
    </button>
  );
}
