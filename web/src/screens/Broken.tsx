import { Component, type ReactNode } from 'react';

interface Props {
  children: ReactNode;
}

/** Stands in for a screen that broke while it was drawn: nothing typed is lost, and the way back is one tap. */
export class Broken extends Component<Props, { fault: Error | null }> {
  override state: { fault: Error | null } = { fault: null };

  static getDerivedStateFromError(fault: Error) {
    return { fault };
  }

  override render() {
    const { fault } = this.state;
    if (fault === null) return this.props.children;
    return (
      <main role="alert" className="mx-auto max-w-[40em] p-8 font-read">
        <h1 className="text-sentence font-bold">This screen broke</h1>
        <p className="mt-3 text-base">
          What was taken is in the record, and what you typed is kept on this tablet. Load it again; if it
          breaks again, begin from Today, and tell whoever looks after the shop’s machine what it says below.
        </p>
        <p className="mt-3 border-l-4 border-ink pl-3 text-base">{fault.message}</p>
        <div className="mt-4 flex gap-4">
          <button
            type="button"
            className="h-16 bg-ink px-6 text-title font-bold text-on-ink"
            onClick={() => window.location.reload()}
          >
            Load it again
          </button>
          <a href="/" className="inline-flex h-16 items-center border-2 border-ink px-6 text-title font-bold">
            To Today
          </a>
        </div>
      </main>
    );
  }
}
