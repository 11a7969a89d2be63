import { Button } from 'antd';
import { Component, type ReactNode } from 'react';

interface ErrorFenceProps {
  readonly children: ReactNode;
}

interface ErrorFenceState {
  readonly message: string | null;
}

/** When a view breaks, says so in its place instead of taking everything down; the plan itself is saved apart from it. */
export class ErrorFence extends Component<ErrorFenceProps, ErrorFenceState> {
  override state: ErrorFenceState = { message: null };

  static getDerivedStateFromError(error: unknown): ErrorFenceState {
    return { message: error instanceof Error ? error.message : String(error) };
  }

  override render(): ReactNode {
    if (this.state.message === null) return this.props.children;
    return (
      <aside className="tray" role="alert">
        <h2>This view broke</h2>
        <p>Your plan is kept. Take another stage, undo the last edit, or load the page again.</p>
        <p className="quiet">{this.state.message}</p>
        <Button onClick={() => this.setState({ message: null })}>Try again</Button>
      </aside>
    );
  }
}
