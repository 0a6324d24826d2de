/** What is done to the state of long work, once it was started. */
export interface Steps<Out, State> {
  /** The next state, in under 50 ms; the one before may be written over. */
  readonly step: (state: State) => State;
  /** From 0 to 1, where it has ended. */
  readonly done: (state: State) => number;
  /** The result so far, at any time. */
  readonly show: (state: State) => Out;
}
