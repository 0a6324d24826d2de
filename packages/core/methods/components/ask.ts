import { parallelOf } from '../../dimensions/retentionSettings';
import type { PreparationInput } from '../../preparation/prepared';
import { NO_ROTATION } from './rotation';
import { LEADING, type ComponentsSettings } from './settings';
import type { Kept, OfDecomposition } from './stages';

/** The question for all dimensions of a reduction by components. */
export function decompositionOf(
  preparation: PreparationInput,
  without: readonly string[],
  { basis }: Pick<ComponentsSettings, 'basis'>,
): OfDecomposition {
  return { preparation: onBasis(preparation, basis), without };
}

/** The preparation with the scale that a basis asks for. */
function onBasis(preparation: PreparationInput, basis: ComponentsSettings['basis']): PreparationInput {
  if (basis === 'prepared') return preparation;
  return { ...preparation, scale: basis === 'correlations' ? 'unit-variance' : 'centre' };
}

/** The question for all dimensions of a sample alone, whatever its whole is. */
export const ofSample = (preparation: PreparationInput, without: readonly string[]): OfDecomposition => ({
  preparation: { ...preparation, extent: 'sample' },
  without,
});

/** The question for its kept dimensions. */
export function keptOf(
  preparation: PreparationInput,
  without: readonly string[],
  settings: ComponentsSettings,
): Kept {
  const { keep, rotation, retention } = settings;
  const leading = typeof keep === 'object' ? keep : Math.max(LEADING, typeof keep === 'number' ? keep : 1);
  return {
    ...decompositionOf(preparation, without, settings),
    ...(preparation.words === null ? {} : { leading }),
    keep: keep === 'parallel' ? { parallel: parallelOf(retention) } : keep,
    // The power means something to one rotation only.
    rotation: rotation.method === 'promax' ? rotation : { ...rotation, power: 4 },
  };
}

/** The question for the space of the kept dimensions: a rotation turns its axes and leaves it as it is. */
export const spaceOf = (kept: Kept): Kept => ({ ...kept, rotation: NO_ROTATION });
