/** What long work does to a state, once what all of it rests on is at hand. */
export interface Steps<Out, State> {
  readonly start: () => State;
  /** The next state, in under 50 ms; the one before may be written over. */
  readonly step: (state: State) => State;
  /** From 0 to 1, where it has ended; more where it stands further on than was asked for. */
  readonly done: (state: State) => number;
  /** The result so far, at any time. */
  readonly show: (state: State) => Out;
  /** Whether its last state is of use: more of the same may be asked for. */
  readonly goesOn?: boolean;
  /** Gives back what it holds. */
  readonly end?: () => void;
}
