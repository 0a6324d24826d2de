import type { Factors } from './factors';

/** Multiplications that factors of so many rows and measures take, about: iterations weigh most. */
export const factorsAgainWork = ({ rows, measures }: Pick<Factors, 'rows' | 'measures'>): number =>
  rows.length * measures.length ** 2 + 300 * measures.length ** 3;
