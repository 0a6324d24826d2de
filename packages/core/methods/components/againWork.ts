import type { Components } from './components';

/** Multiplications that components of so many rows and measures take: their products, and the decomposition of these. */
export const componentsAgainWork = ({ rows, measures }: Pick<Components, 'rows' | 'measures'>): number =>
  rows.length * measures.length ** 2 + 10 * measures.length ** 3;
