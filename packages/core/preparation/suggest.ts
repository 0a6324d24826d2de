import type { Weights } from '../table/moments';
import { shapeOf } from '../table/shape';
import { transformColumn, type ColumnTransform } from './transform';

/** A transform that would bring a measure nearer to symmetry, and why. */
export interface Suggestion {
  readonly transform: ColumnTransform;
  readonly skewness: number;
  /** Skewness after the transform. */
  readonly after: number;
}

/** Below this size a distribution counts as symmetric enough. */
const SKEWED = 1;

/**
 * The plainest transform that brings a skewed measure's skewness down to at most half: a root, then a logarithm (of
 * 1 + x where there are zeros), then a fitted power; null where none is needed or none helps.
 */
export function suggestTransform(values: Float64Array, weights: Weights = null): Suggestion | null {
  const { skewness } = shapeOf(values, weights);
  if (values.length < 8 || !(Math.abs(skewness) > SKEWED)) return null;
  const least = values.reduce((a, b) => Math.min(a, b), Infinity);
  const candidates: ColumnTransform[] = [];
  if (skewness > 0 && least >= 0) candidates.push('square-root');
  if (skewness > 0 && least > 0) candidates.push('log');
  else if (skewness > 0 && least === 0) candidates.push('log1p');
  candidates.push('yeo-johnson');
  const placed = { name: '', rows: new Uint32Array(values.length) };
  const tried = candidates.map(transform => ({
    transform,
    skewness,
    after: shapeOf(transformColumn(values, transform, placed, weights).values, weights).skewness,
  }));
  const good = tried.find(({ after }) => Math.abs(after) <= SKEWED / 2);
  if (good !== undefined) return good;
  const best = tried.reduce((a, b) => (Math.abs(b.after) < Math.abs(a.after) ? b : a));
  return Math.abs(best.after) <= Math.abs(skewness) / 2 ? best : null;
}
