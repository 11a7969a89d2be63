import { PLAN_FILE_ENDING } from '@sashiko/core/formats/plan-file';
import { Button } from 'antd';
import { usePlanStore } from '../stores/plan-store.ts';
import { useShelfStore } from '../stores/shelf-store.ts';
import { download, fileName } from './download.ts';

interface BrokenViewProps {
  readonly message: string;
  readonly again: () => void;
  /** A view that fills the page leads back to the shelf. */
  readonly isWholePage?: boolean;
}

/** In the place of a view that broke: it says so, and offers the open plan as a file. */
export function BrokenView({ message, again, isWholePage = false }: BrokenViewProps) {
  const { history, saveState } = usePlanStore.getState();
  const plan = history?.plan;
  const isKept = saveState === 'saved' && !useShelfStore.getState().isForThisPage;
  return (
    <aside className={isWholePage ? 'shelf broken' : 'tray broken'} role="alert">
      <h2>This view broke</h2>
      <p>
        {plan === undefined
          ? 'What is kept in this browser stays as it is. Load the page again.'
          : `${isKept ? 'Your plan is kept.' : 'Your last edits are not kept: save the plan as a file first.'} Take another stage, undo the last edit, or load the page again.`}
      </p>
      <p className="quiet">{message.slice(0, 300)}</p>
      {plan !== undefined && (
        // As it is, without going through the writer: that may be what broke.
        <Button
          onClick={() =>
            download(fileName(plan.name, PLAN_FILE_ENDING), 'application/json', JSON.stringify(plan, null, 2))
          }
        >
          Save the plan as a file
        </Button>
      )}{' '}
      <Button onClick={again}>Try again</Button>{' '}
      {isWholePage && <Button onClick={() => location.assign('/')}>Back to the shelf</Button>}
    </aside>
  );
}
