import { PLAN_FILE_ENDING } from '@sashiko/core/formats/plan-file';
import { Button } from 'antd';
import { Component, type ReactNode } from 'react';
import { usePlanStore } from '../stores/plan-store.ts';
import { useShelfStore } from '../stores/shelf-store.ts';
import { download, fileName } from './download.ts';

interface ErrorFenceProps {
  readonly children: ReactNode;
  /** A view that fills the page leads back to the shelf. */
  readonly isWholePage?: boolean;
  /** Shown in place of what broke, where a few words would be too many. */
  readonly fallback?: ReactNode;
  /** When it changes, what broke is tried again. */
  readonly triedAgainWith?: string;
}

interface ErrorFenceState {
  readonly message: string | null;
}

/** When a view breaks, says so in its place instead of taking everything down, and offers the open plan as a file. */
export class ErrorFence extends Component<ErrorFenceProps, ErrorFenceState> {
  override state: ErrorFenceState = { message: null };

  static getDerivedStateFromError(error: unknown): ErrorFenceState {
    return { message: error instanceof Error ? error.message : String(error) };
  }

  override componentDidUpdate(before: ErrorFenceProps): void {
    if (before.triedAgainWith !== this.props.triedAgainWith && this.state.message !== null)
      this.setState({ message: null });
  }

  override render(): ReactNode {
    const { children, fallback, isWholePage = false } = this.props;
    if (this.state.message === null) return children;
    if (fallback !== undefined) return fallback;
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
        <p className="quiet">{this.state.message.slice(0, 300)}</p>
        {plan !== undefined && (
          // As it is, without going through the writer: that may be what broke.
          <Button
            onClick={() =>
              download(
                fileName(plan.name, PLAN_FILE_ENDING),
                'application/json',
                JSON.stringify(plan, null, 2),
              )
            }
          >
            Save the plan as a file
          </Button>
        )}{' '}
        <Button onClick={() => this.setState({ message: null })}>Try again</Button>{' '}
        {isWholePage && <Button onClick={() => location.assign('/')}>Back to the shelf</Button>}
      </aside>
    );
  }
}
