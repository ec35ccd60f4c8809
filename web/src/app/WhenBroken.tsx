import { Component, type ReactNode } from 'react';
import layout from '../pieces/layout.module.css';

interface Props {
  /** A new address is a new try. */
  readonly at: string;
  readonly children: ReactNode;
}

/** What stands in place of a screen that threw while it was drawn. Only a class can catch that. */
export class WhenBroken extends Component<Props, { readonly error?: unknown; readonly at: string }> {
  override state: { readonly error?: unknown; readonly at: string } = { at: this.props.at };

  static getDerivedStateFromError(error: unknown) {
    return { error };
  }

  static getDerivedStateFromProps({ at }: Props, state: { readonly at: string }) {
    return at === state.at ? null : { at, error: undefined };
  }

  override render() {
    const { error } = this.state;
    if (error === undefined) return this.props.children;
    return (
      <main className="main">
        <div className={layout['empty']} role="alert">
          <h2>This screen could not be shown</h2>
          <p>{error instanceof Error ? error.message : 'Unknown error.'} Saved data is not affected.</p>
          <a href="/">Reload</a>
        </div>
      </main>
    );
  }
}
