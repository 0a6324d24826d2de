import { Component, type ReactNode } from 'react';
import { FaultNote } from './FaultNote';

interface BoundaryProps {
  /** What it holds, as the note calls it: "This reading". */
  readonly part: string;
  /** A fault is over when this changes: another question, another recipe. */
  readonly until?: unknown;
  readonly children: ReactNode;
}

interface BoundaryState {
  readonly fault: Error | null;
  readonly until: unknown;
}

/** Holds a part of the screen: a fault in it is told of in its place, and takes no other part. */
export class Boundary extends Component<BoundaryProps, BoundaryState> {
  override state: BoundaryState = { fault: null, until: this.props.until };

  static getDerivedStateFromError(thrown: unknown): Partial<BoundaryState> {
    return { fault: thrown instanceof Error ? thrown : new Error(String(thrown)) };
  }

  static getDerivedStateFromProps(props: BoundaryProps, state: BoundaryState): Partial<BoundaryState> | null {
    return props.until === state.until ? null : { fault: null, until: props.until };
  }

  override render(): ReactNode {
    const { fault } = this.state;
    if (fault === null) return this.props.children;
    return <FaultNote part={this.props.part} fault={fault} onAgain={() => this.setState({ fault: null })} />;
  }
}
