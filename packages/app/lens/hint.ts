/** How the picture in hand is read, for a newcomer. */
export interface Hint {
  readonly look: string;
  readonly usual: string;
  readonly next: string;
  /** Words of the reading, and what they mean. */
  readonly words: readonly (readonly [word: string, meaning: string])[];
}
