import type { Condition } from '../table/condition';
import type { PreparationInput } from './prepared';

/** The name of a column now. */
export type Rename = (name: string) => string;

/** Conditions where columns are called otherwise. */
export const conditionsRenamed = (conditions: readonly Condition[], to: Rename): Condition[] =>
  conditions.map(one => ({ ...one, column: to(one.column) }));

type Named = Pick<
  PreparationInput,
  'only' | 'supplementary' | 'words' | 'repeatKeys' | 'unfenced' | 'transforms'
>;

/** Preparation where columns are called otherwise. */
export function preparationRenamed<P extends Named>(preparation: P, to: Rename): P {
  return {
    ...preparation,
    only: conditionsRenamed(preparation.only, to),
    supplementary: conditionsRenamed(preparation.supplementary, to),
    repeatKeys: preparation.repeatKeys.map(to),
    unfenced: preparation.unfenced.map(to),
    words: preparation.words && { ...preparation.words, column: to(preparation.words.column) },
    transforms: preparation.transforms.map(one => ({ ...one, measure: to(one.measure) })),
  };
}

/** The question for preparation where columns are called otherwise. */
export function preparationInputRenamed(input: PreparationInput, to: Rename): PreparationInput {
  return {
    ...preparationRenamed(input, to),
    measures: input.measures.map(to),
    weight: input.weight === null ? null : to(input.weight),
    reversed: input.reversed.map(one => ({ ...one, measure: to(one.measure) })),
  };
}
