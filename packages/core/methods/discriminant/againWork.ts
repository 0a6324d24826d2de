import type { Discriminant } from './discriminant';

/** Multiplications that axes of so many rows and measures take, about. */
export const axesAgainWork = ({ rows, measures }: Pick<Discriminant, 'rows' | 'measures'>): number =>
  rows.length * measures.length ** 2 + 20 * Math.min(rows.length, measures.length) ** 3;
