import type { PreparationInput } from './prepared';

/** A preparation with what comes after treatment at rest, so that the treatment is the same whatever that is. */
export function treatmentOf(preparation: PreparationInput): PreparationInput {
  const { scale, missing } = preparation;
  return {
    ...preparation,
    scale: missing === 'components' && (scale === 'centre' || scale === 'none') ? 'centre' : 'unit-variance',
    cases: null,
  };
}
