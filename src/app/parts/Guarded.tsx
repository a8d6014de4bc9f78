import { Component, type ReactNode } from 'react';

/** A part that throws takes down only itself, says so, and offers to be tried again. */
export class Guarded extends Component<
  { readonly part: string; readonly children: ReactNode },
  { readonly failed: string | null }
> {
  override state = { failed: null };
  static getDerivedStateFromError(problem: unknown) {
    return { failed: problem instanceof Error ? problem.message : String(problem) };
  }
  override render() {
    if (this.state.failed === null) return this.props.children;
    return (
      <div className="broken" role="alert">
        <p>
          {this.props.part} stopped working ({this.state.failed}). Your plan is safe.
        </p>
        <button type="button" onClick={() => this.setState({ failed: null })}>
          Try again
        </button>
      </div>
    );
  }
}
