/** The answer to a question as it stands: facts, and how far they can be taken as they are. */
export interface Answer {
  readonly text: string;
  readonly stale: boolean;
  /** How many things want attention, and what they are. */
  readonly attention: number;
  readonly because: string;
}

/** The answer before there is a result. @param waits whether it is computed only when it is asked for */
export function notThere(waits: boolean): Answer {
  return { text: waits ? 'not looked at yet' : 'not there yet', stale: !waits, attention: 0, because: '' };
}
