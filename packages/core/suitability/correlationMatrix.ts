import { crossProducts } from '../algebra/crossProducts';
import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { quietHost, type Host } from '../host';
import { ranks } from '../preparation/transform';
import type { Prepared } from '../preparation/prepare';
import { polychoricCorrelations } from './polychoric';
import { correlationOf } from './relations';

export const CORRELATION_KINDS = ['pearson', 'spearman', 'polychoric'] as const;
/** Pearson's correlation; Spearman's (1904), Pearson's of the ranks, ties sharing their mean rank; or polychoric ones. */
export type CorrelationKind = (typeof CORRELATION_KINDS)[number];

/**
 * Correlations of all prepared measures, over the rows used and with their weights; over the rows that have both
 * measures where gaps are kept.
 *
 * @returns p × p, symmetric, with ones on its diagonal
 */
export function correlationMatrix(prepared: Prepared, kind: CorrelationKind, host: Host = quietHost): Matrix {
  if (kind === 'polychoric') return polychoricCorrelations(prepared, host);
  const of = kind === 'spearman' && prepared.given === null ? ranked(prepared) : prepared;
  const p = of.measures.length;
  if (of.given === null && of.gaps === 0 && of.weights === null && of.scale !== 'none') {
    return scaledToOne(crossProducts(of.values, host));
  }
  const result = zeros(p, p);
  for (let a = 0; a < p; a++) {
    result.values[a * p + a] = 1;
    for (let b = 0; b < a; b++) {
      const r = correlationOf(of, a, b);
      result.values[a * p + b] = r;
      result.values[b * p + a] = r;
    }
    host.progress((a + 1) / p);
  }
  return result;
}

function scaledToOne(products: Matrix): Matrix {
  const p = products.rows;
  const roots = Float64Array.from({ length: p }, (_, j) => Math.sqrt(products.values[j * p + j]!));
  for (let a = 0; a < p; a++) {
    for (let b = 0; b < p; b++) {
      const r = products.values[a * p + b]! / (roots[a]! * roots[b]!);
      products.values[a * p + b] = a === b ? 1 : Math.max(-1, Math.min(1, r));
    }
  }
  return products;
}

/** The ranks of each measure among the rows that have it, centred. */
export function ranked(prepared: Prepared): Prepared {
  const { values } = prepared;
  const result = zeros(values.rows, values.columns);
  const sds = new Float64Array(values.columns);
  for (let j = 0; j < values.columns; j++) {
    const column = columnOf(values, j);
    const there = prepared.gaps === 0 ? column : column.filter(value => !Number.isNaN(value));
    const rank = ranks(there);
    const mean = (rank.length + 1) / 2;
    const target = columnOf(result, j);
    let squares = 0;
    let next = 0;
    for (let i = 0; i < column.length; i++) {
      if (Number.isNaN(column[i]!)) {
        target[i] = NaN;
        continue;
      }
      const centred = rank[next++]! - mean;
      target[i] = centred;
      squares += centred * centred;
    }
    sds[j] = Math.sqrt(squares / (rank.length - 1));
  }
  const divisors = new Float64Array(values.columns).fill(1);
  return { ...prepared, values: result, sds, divisors, scale: 'centre' };
}
