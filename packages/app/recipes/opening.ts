import type { Recipe } from '@wold/core/recipe/schema';

/** Makes a study of a file's table, kept and navigated to. */
export type Open = (
  file: Blob,
  fileName: string,
  studyName?: string,
  codebook?: string,
  recipe?: Recipe,
  /** Of a study that comes whole: what was in hand, and whether the start page stays. */
  as?: { readonly hand: string; readonly stay: boolean },
) => Promise<void>;

/** A recipe that waits for its table. */
export interface Pending {
  readonly name: string;
  readonly recipe: Recipe;
}
