import { parallelOf } from '../../dimensions/retentionSettings';
import type { PreparationInput } from '../../preparation/prepared';
import { USUAL_ROTATION } from '../../rotation/rotateLoadings';
import { FACTOR_ROTATION, type FactorRotation, type FactorsSettings } from './settings';
import type { FactorsAsk, OfCosts } from './stages';

/** The question for the factors of a reduction. */
export function factorsAsk(
  preparation: PreparationInput,
  without: readonly string[],
  settings: FactorsSettings,
): FactorsAsk {
  const { correlations, extraction, keep, retention, rotation, scoring, turned } = settings;
  return {
    preparation,
    without,
    correlations,
    extraction,
    keep: keep === 'parallel' ? { parallel: parallelOf(retention) } : keep,
    rotation: rotationOf(rotation),
    scoring,
    turned,
  };
}

/** A rotation with what says nothing to it left at rest, so that no result depends on that. */
function rotationOf(rotation: FactorRotation): FactorRotation {
  const { method, normalise, power, gamma, epsilon, starts, target } = rotation;
  if (method === 'none') return FACTOR_ROTATION;
  return {
    method,
    normalise,
    power: method === 'promax' ? power : USUAL_ROTATION.power,
    gamma: method === 'oblimin' ? gamma : USUAL_ROTATION.gamma,
    epsilon: method === 'geomin' ? epsilon : USUAL_ROTATION.epsilon,
    starts,
    target: method === 'target' ? target : [],
  };
}

/** What is of interest of the number of factors, at least. */
const OF_INTEREST = 8;

/** The question for what each number of factors would cost. @param kept how many there are now */
export function costsAsk({ keep: _k, scoring: _s, turned: _t, ...ask }: FactorsAsk, kept: number): OfCosts {
  // Another number of factors has no target.
  const rotation =
    ask.rotation.method === 'target' ? { ...FACTOR_ROTATION, method: 'oblimin' as const } : ask.rotation;
  return { ...ask, rotation, most: Math.max(OF_INTEREST, kept + 2) };
}

/** The question for what stands beside a reduction's factors; null where nothing does. */
export function besideAsk(ask: FactorsAsk, { beside, trail, rotation }: FactorsSettings): FactorsAsk | null {
  switch (beside?.by) {
    case undefined:
      return null;
    case 'number':
      return { ...ask, keep: beside.factors };
    case 'rotation':
      return { ...ask, rotation: rotationOf({ ...rotation, method: beside.method }) };
    case 'step': {
      const later = new Set(trail.slice(beside.step).flatMap(({ measures }) => measures));
      return later.size === 0 ? null : { ...ask, without: ask.without.filter(name => !later.has(name)) };
    }
  }
}
