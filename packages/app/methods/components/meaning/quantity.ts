import type { Matrix } from '@wold/core/algebra/matrix';
import type { Components } from '@wold/core/methods/components/components';
import { coefficient, fixed, percent } from '@wold/core/writeup/format';

export const QUANTITIES = [
  'correlations',
  'pattern',
  'loadings',
  'coefficients',
  'contributions',
  'squared cosines',
] as const;
/** What the cells of the ledger can hold. */
export type Quantity = (typeof QUANTITIES)[number];

/** What each is, in one line. */
export const QUANTITY_WORDS: Readonly<Record<Quantity, string>> = {
  correlations: 'correlations of measures with dimensions (structure)',
  pattern: 'weights of oblique dimensions in each measure (pattern)',
  loadings: 'covariances of measures with standardised dimensions',
  coefficients: 'weights of measures in each dimension’s score',
  contributions: 'each measure’s part of a dimension’s variance',
  'squared cosines': 'each dimension’s part of a measure’s variance',
};

/** A quantity of every measure on every dimension, with how far its bars reach and how its numbers are written. */
export interface Quantities {
  readonly values: Matrix;
  /** The size that fills a bar. */
  readonly full: number;
  readonly write: (value: number) => string;
}

/** Those that say something of their own: loadings are correlations on unit variance, and only oblique ones have a pattern. */
export function quantitiesOf(components: Components): Quantity[] {
  const unit = components.sds.every(sd => Math.abs(sd - 1) < 1e-9);
  const oblique = components.rotation !== null && components.rotation.phi !== null;
  return QUANTITIES.filter(quantity =>
    quantity === 'pattern' ? oblique : quantity === 'loadings' ? !unit && !oblique : true,
  );
}

/** The values of a quantity. */
export function quantityOf(components: Components, quantity: Quantity): Quantities {
  const { correlations, loadings, structure, coefficients, variances } = components;
  switch (quantity) {
    case 'correlations':
      return { values: correlations, full: 1, write: coefficient };
    case 'pattern':
    case 'loadings':
      return { values: loadings, full: largest(loadings), write: value => fixed(value, 2) };
    case 'coefficients':
      return { values: coefficients, full: largest(coefficients), write: value => fixed(value, 3) };
    case 'contributions':
      return {
        values: mapped(structure, (value, d) => (value * value) / variances[d]!),
        full: 1,
        write: value => percent(value, 1),
      };
    case 'squared cosines':
      return { values: mapped(correlations, value => value * value), full: 1, write: coefficient };
  }
}

function mapped(matrix: Matrix, of: (value: number, column: number) => number): Matrix {
  return {
    ...matrix,
    values: matrix.values.map((value, index) => of(value, Math.floor(index / matrix.rows))),
  };
}

function largest({ values }: Matrix): number {
  return values.reduce((most, value) => Math.max(most, Math.abs(value)), 0) || 1;
}
