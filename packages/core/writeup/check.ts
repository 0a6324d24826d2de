/** What a report of a method is expected to hold. */
export interface Check {
  readonly what: string;
  /** The sentence, table or figure that has it; null where it is missing. */
  readonly at: string | null;
  /** What to do where it is missing. */
  readonly remedy: string;
  readonly question: number;
  /** Whether it is missing only because it takes long, so that it can be had by asking. */
  readonly dear?: boolean;
}
