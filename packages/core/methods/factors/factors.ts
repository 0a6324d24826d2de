import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import { product } from '../../algebra/product';
import { quietHost, stretch, type Host } from '../../host';
import { rowsAtHand, type Prepared, type PreparedRows } from '../../preparation/prepared';
import { divisorOver } from '../../preparation/rowWeights';
import { momentsOf } from '../../table/moments';
import { correlationMatrix, type CorrelationKind } from '../../suitability/correlationMatrix';
import { block } from '../../algebra/block';
import { commonFactors, type CommonFactors, type FactorSettings } from './commonFactors';
import { smoothed, type Smoothed } from './smoothed';

/** Common factors of a table's measures, and where they place its rows. */
export interface Factors extends CommonFactors {
  readonly measures: readonly string[];
  /** Correlations that the factors are of, and what was done where they were those of no table. */
  readonly correlations: Matrix;
  readonly kind: CorrelationKind;
  /** What was cut back to arrive at so many factors, or null. */
  readonly note: string | null;
  readonly smoothing: Omit<Smoothed, 'correlations'>;
  /** Rows that the figures stand on; null where that is not known. */
  readonly n: number | null;
  /** Rows that were used, as indices into the table; none of a table of relations. */
  readonly rows: Uint32Array;
  readonly weights: Float64Array | null;
  readonly counts: boolean;
  /** Rows used × factors; NaN for a row that lacks an entry, and for all where scores cannot be had. */
  readonly rowScores: Matrix;
  /** What is taken off each treated measure before it is scored, and what it is divided by then. */
  readonly centres: Float64Array;
  readonly units: Float64Array;
  readonly placedRows: Uint32Array;
  readonly placedScores: Matrix;
}

export interface FactorsAsked extends FactorSettings {
  readonly kind: CorrelationKind;
  readonly note?: string | null;
}

/**
 * Common factors of prepared measures. Scores are made of the standardised measures, also where the factors are of
 * Spearman's or polychoric correlations, of which they are an approximation.
 *
 * @param without measures to leave out
 * @param all correlations of that kind of all prepared measures
 * @throws Problem where the factors cannot be had
 */
export function factors(
  prepared: Prepared,
  without: readonly string[],
  asked: FactorsAsked,
  host: Host = quietHost,
  all: Matrix = correlationMatrix(prepared, asked.kind, stretch(host, 0, 0.4)),
): Factors {
  const { measures, means, sds, divisors, n, weights, counts, rows, placedRows } = prepared;
  const kept = [...measures.keys()].filter(j => !without.includes(measures[j]!));
  const { correlations, ...smoothing } = smoothed(block(all, kept));
  // A sum of ratings is made of them as they are; one of what lies behind them is of correlations.
  const of = rowsAtHand(prepared);
  const spreads =
    of === null
      ? []
      : kept.map(j => (prepared.kind === 'rows' ? spreadOf(prepared, j) : spreadAlready(prepared, j)));
  const units = of === null ? kept.map(j => sds[j]!) : kept.map((j, at) => spreads[at]!.sd * divisors[j]!);
  const covariances = asked.kind === 'pearson' ? scaled(correlations, units) : correlations;
  const common = commonFactors(correlations, covariances, n, asked, stretch(host, 0.4, 1));
  const scoresOf = (values: Matrix | null, many: number): Matrix => {
    if (values === null || 'what' in common.scores) {
      return { ...zeros(many, asked.factors), values: new Float64Array(many * asked.factors).fill(NaN) };
    }
    return product(values, common.scores.coefficients);
  };
  return {
    ...common,
    measures: kept.map(j => measures[j]!),
    kind: asked.kind,
    note: asked.note ?? null,
    correlations,
    centres: Float64Array.from(kept, (j, at) => means[j]! + (spreads[at]?.mean ?? 0) * divisors[j]!),
    units: Float64Array.from(units),
    smoothing,
    n,
    rows,
    weights,
    counts,
    rowScores: scoresOf(of && standardised(of.values, kept, spreads), rows.length),
    placedRows,
    placedScores: scoresOf(of && standardised(of.placedValues, kept, spreads), placedRows.length),
  };
}

function scaled(correlations: Matrix, sds: readonly number[]): Matrix {
  const p = correlations.rows;
  return {
    ...correlations,
    values: correlations.values.map((value, at) => value * sds[at % p]! * sds[Math.floor(at / p)]!),
  };
}

/** A measure's mean and standard deviation among prepared values, whatever the scale left of them. */
interface Spread {
  readonly mean: number;
  readonly sd: number;
}

/** Rows of a sample stand about the means of the whole, in its units. */
const spreadAlready = ({ sds, divisors }: Prepared, j: number): Spread => ({
  mean: 0,
  sd: sds[j]! / divisors[j]!,
});

function spreadOf({ values, weights, counts }: PreparedRows, j: number): Spread {
  const column = columnOf(values, j);
  const present = Uint32Array.from(column.keys()).filter(i => !Number.isNaN(column[i]!));
  const own = weights && Float64Array.from(present, i => weights[i]!);
  const moments = momentsOf(
    Float64Array.from(present, i => column[i]!),
    own,
  );
  return {
    mean: moments.mean + moments.shift,
    sd: Math.sqrt(moments.squares / divisorOver(moments, own, counts)),
  };
}

/** Prepared values with means of 0 and standard deviations of 1, of some measures. */
function standardised(values: Matrix, places: readonly number[], spreads: readonly Spread[]): Matrix {
  const result = zeros(values.rows, places.length);
  places.forEach((j, to) => {
    const [source, target] = [columnOf(values, j), columnOf(result, to)];
    const { mean, sd } = spreads[to]!;
    for (let i = 0; i < target.length; i++) target[i] = (source[i]! - mean) / sd;
  });
  return result;
}
