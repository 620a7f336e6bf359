import { Component, type ReactNode } from 'react';
import { Words } from '../figures/kit/Words';
import { cannotBeDrawn } from '../figures/undrawn';

interface Props {
  children: ReactNode;
}

/** A drawing that fails says so in its own place: boxes, call and shelf go on. */
export class Drawn extends Component<Props, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    return this.state.failed ? <Words at={[20, 66]}>{cannotBeDrawn}</Words> : this.props.children;
  }
}
