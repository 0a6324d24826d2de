import { fQuantile } from '../../algebra/distributions';
import type { FactorsSettings } from './settings';

/** Where rows are not known, and by default. */
export const USUAL_FADE = 0.4;

const LEVEL = 0.01;

/**
 * The size from which a loading of so many rows is told from none: twice the correlation that is significant at .01
 * two-sided, for loadings vary more than correlations do (Stevens 2002).
 */
export function tellable(n: number): number {
  if (!(n > 3)) return 1;
  const f = fQuantile(1 - LEVEL, 1, n - 2);
  return Math.min(1, 2 * Math.sqrt(f / (f + n - 2)));
}

/** The size under which loadings fade. @param n rows, null where that is not known */
export const fadeOf = ({ fade }: Pick<FactorsSettings, 'fade'>, n: number | null): number =>
  fade === 'by-rows' ? (n === null ? USUAL_FADE : tellable(n)) : fade;
