import { Component, type ReactNode } from 'react';

interface ErrorFenceProps {
  readonly children: ReactNode;
  /** What stands in the place of what broke; `again` tries it once more. */
  readonly fallback: (message: string, again: () => void) => ReactNode;
  /** When it changes, what broke is tried again. */
  readonly triedAgainWith?: string;
}

interface ErrorFenceState {
  readonly message: string | null;
}

/** When a view breaks, something else stands in its place instead of everything going down. */
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
    const { children, fallback } = this.props;
    const { message } = this.state;
    return message === null ? children : fallback(message, () => this.setState({ message: null }));
  }
}
