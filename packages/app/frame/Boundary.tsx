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
    const { part } = this.props;
    if (fault === null) return this.props.children;
    const again = () => this.setState({ fault: null });
    return (
      <LastBoundary plain={<PlainFaultNote part={part} fault={fault} onAgain={again} />}>
        <FaultNote part={part} fault={fault} onAgain={again} />
      </LastBoundary>
    );
  }
}

interface LastBoundaryProps {
  readonly plain: ReactNode;
  readonly children: ReactNode;
}

/** Holds the note itself, whose components may fail by what made the part fail: plain elements stand in for it. */
class LastBoundary extends Component<LastBoundaryProps, { readonly failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError(): { readonly failed: boolean } {
    return { failed: true };
  }

  override render(): ReactNode {
    return this.state.failed ? this.props.plain : this.props.children;
  }
}

interface PlainFaultNoteProps {
  readonly part: string;
  readonly fault: Error;
  readonly onAgain: () => void;
}

function PlainFaultNote({ part, fault, onAgain }: PlainFaultNoteProps) {
  return (
    <div role="alert">
      <p>{`${part} failed: ${fault.message}`}</p>
      <button type="button" onClick={onAgain}>
        Try again
      </button>
    </div>
  );
}
