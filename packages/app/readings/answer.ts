/** The answer to a question as it stands: facts, and how far they can be taken as they are. */
export interface Answer {
  readonly text: string;
  readonly stale: boolean;
  /** How many things want attention, and what they are. */
  readonly attention: number;
  readonly because: string;
}
