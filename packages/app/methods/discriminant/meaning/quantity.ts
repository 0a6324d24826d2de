import type { Matrix } from '@wold/core/algebra/matrix';
import type { Discriminant } from '@wold/core/methods/discriminant/discriminant';
import { coefficient, fixed } from '@wold/core/writeup/format';

export const AXES_QUANTITIES = ['structure', 'correlations', 'coefficients'] as const;
/** What the cells of the ledger can hold. */
export type AxesQuantity = (typeof AXES_QUANTITIES)[number];

/** What each is called, and is, in one line. */
export const AXES_QUANTITY_WORDS: Readonly<Record<AxesQuantity, readonly [string, string]>> = {
  structure: ['structure, within groups', 'correlations of measures with axes within the groups'],
  correlations: ['structure, all rows', 'correlations of measures with axes over all rows that have a group'],
  coefficients: [
    'coefficients',
    'weights of measures in the score, per standard deviation within the groups',
  ],
};

/** A quantity of every measure on every axis, with how far its bars reach and how its numbers are written. */
export function axesQuantity(
  found: Discriminant,
  quantity: AxesQuantity,
): { readonly values: Matrix; readonly full: number; readonly write: (value: number) => string } {
  const write = (value: number) => (Number.isFinite(value) ? coefficient(value) : '–');
  if (quantity === 'structure') return { values: found.structure, full: 1, write };
  if (quantity === 'correlations') return { values: found.correlations, full: 1, write };
  const { standardised: values } = found;
  const full = values.values.reduce((most, value) => Math.max(most, Math.abs(value)), 0) || 1;
  return { values, full, write: value => fixed(value, 2) };
}
