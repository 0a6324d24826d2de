import type { Factors } from './factors';

/** What a polychoric correlation of one pair takes. */
const POLYCHORIC = 2e5;

/** Multiplications that factors of so many rows and measures take, about: iterations weigh most. */
export const factorsAgainWork = ({
  rows,
  measures,
  kind,
}: Pick<Factors, 'rows' | 'measures' | 'kind'>): number => {
  const p = measures.length;
  return rows.length * p ** 2 + 3000 * p ** 3 + (kind === 'polychoric' ? (POLYCHORIC * p * (p - 1)) / 2 : 0);
};
