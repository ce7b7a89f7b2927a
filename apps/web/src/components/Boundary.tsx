import { Component, type ReactNode } from 'react';
import { ErrorScreen } from './ErrorScreen';

interface State {
  readonly error: Error | null;
}

export interface BoundaryProps {
  /** Changes where there is something else to show: then it is tried again. */
  readonly subject?: string;
  /** Takes back what led here, where that can be: "undo the last change". */
  readonly remedy?: { readonly label: string; readonly act: () => void };
  readonly children: ReactNode;
}

/** Keeps what fails inside from taking the rest of the page with it. */
export class Boundary extends Component<BoundaryProps, State> {
  override state: State = { error: null };

  static getDerivedStateFromError(error: unknown): State {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override componentDidUpdate(before: BoundaryProps): void {
    if (this.state.error && before.subject !== this.props.subject) this.setState({ error: null });
  }

  private readonly retry = (): void => this.setState({ error: null });

  override render(): ReactNode {
    const { error } = this.state;
    if (!error) return this.props.children;
    const { remedy } = this.props;
    return (
      <ErrorScreen
        retry={this.retry}
        remedy={
          remedy && {
            label: remedy.label,
            act: () => {
              remedy.act();
              this.retry();
            },
          }
        }
      />
    );
  }
}
