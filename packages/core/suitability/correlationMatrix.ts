import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { quietHost, type Host } from '../host';
import { divisorOver } from '../preparation/rowWeights';
import { ranks } from '../preparation/transform';
import { momentsOf } from '../table/moments';
import { preparedProducts } from '../preparation/preparedProducts';
import { completeRows, ofRows, type Prepared, type PreparedRows } from '../preparation/prepared';
import { polychoricCorrelations } from './polychoric';
import { correlationOf } from './relations';

export const CORRELATION_KINDS = ['pearson', 'spearman', 'polychoric'] as const;
/** Pearson's correlation; Spearman's (1904), Pearson's of the ranks, ties sharing their mean rank; or polychoric ones. */
export type CorrelationKind = (typeof CORRELATION_KINDS)[number];

/** What tells correlations of a kind: ranks and categories are of rows, a sample's where the whole is in its engine. */
export const toldBy = (prepared: Prepared, kind: CorrelationKind): Prepared =>
  kind === 'pearson' ? prepared : ofRows(prepared);

/**
 * Correlations of all prepared measures, over the rows used and with their weights; over the rows that have both
 * measures where gaps are kept.
 *
 * @returns p × p, symmetric, with ones on its diagonal
 */
export function correlationMatrix(prepared: Prepared, kind: CorrelationKind, host: Host = quietHost): Matrix {
  if (kind === 'polychoric') return polychoricCorrelations(prepared, host);
  const of = kind === 'spearman' && prepared.kind === 'rows' ? ranked(prepared) : prepared;
  const p = of.measures.length;
  const complete = of.scale === 'none' ? null : completeRows(of);
  if (complete !== null) {
    return scaledToOne(preparedProducts(complete, [...Array(p).keys()], host));
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

/**
 * The ranks of each measure among the rows that have it, as they would be were rows repeated as often as they weigh,
 * centred by their weighted mean.
 */
export function ranked(prepared: PreparedRows): PreparedRows {
  const { values, weights, counts } = prepared;
  const result = zeros(values.rows, values.columns);
  const sds = new Float64Array(values.columns);
  for (let j = 0; j < values.columns; j++) {
    const column = columnOf(values, j);
    const places = Uint32Array.from(column.keys()).filter(i => !Number.isNaN(column[i]!));
    const own = weights && Float64Array.from(places, i => weights[i]!);
    const rank = ranks(
      Float64Array.from(places, i => column[i]!),
      own,
    );
    const moments = momentsOf(rank, own);
    const mean = moments.mean + moments.shift;
    const target = columnOf(result, j).fill(NaN);
    places.forEach((i, place) => (target[i] = rank[place]! - mean));
    sds[j] = Math.sqrt(moments.squares / divisorOver(moments, own, counts));
  }
  const divisors = new Float64Array(values.columns).fill(1);
  return { ...prepared, values: result, bytes: null, sds, divisors, scale: 'centre' };
}
