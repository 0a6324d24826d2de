import type { Matrix } from '@wold/core/algebra/matrix';
import type { Factors } from '@wold/core/methods/factors/factors';
import { coefficient, fixed } from '@wold/core/writeup/format';

export const FACTOR_QUANTITIES = ['pattern', 'structure', 'coefficients'] as const;
/** What the cells of the ledger can hold. */
export type FactorQuantity = (typeof FACTOR_QUANTITIES)[number];

/** What each is, in one line. */
export const FACTOR_QUANTITY_WORDS: Readonly<Record<FactorQuantity, string>> = {
  pattern: 'weights of the factors in each measure, the others held still (pattern)',
  structure: 'correlations of measures with factors (structure)',
  coefficients: 'weights of standardised measures in each factor’s score',
};

/** What each is called: of uncorrelated factors pattern and structure are one, the loadings. */
export const quantityName = (quantity: FactorQuantity, oblique: boolean): string =>
  quantity === 'pattern' && !oblique ? 'loadings' : quantity;

/** Those that say something of their own. */
export const factorQuantities = ({ rotated, scores }: Factors): FactorQuantity[] =>
  FACTOR_QUANTITIES.filter(quantity =>
    quantity === 'structure' ? rotated.oblique : quantity !== 'coefficients' || 'coefficients' in scores,
  );

/** The values of a quantity, how far its bars reach, and how its numbers are written. */
export function factorQuantity(
  { rotated, scores }: Factors,
  quantity: FactorQuantity,
): { readonly values: Matrix; readonly full: number; readonly write: (value: number) => string } {
  if (quantity === 'coefficients' && 'coefficients' in scores) {
    const values = scores.coefficients;
    return { values, full: largest(values), write: value => fixed(value, 3) };
  }
  const values = quantity === 'structure' ? rotated.structure : rotated.pattern;
  return { values, full: Math.max(1, largest(values)), write: coefficient };
}

function largest({ values }: Matrix): number {
  return values.reduce((most, value) => Math.max(most, Math.abs(value)), 0) || 1;
}
