import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import { aboveAverage } from '../../dimensions/aboveAverage';
import { holding } from '../../dimensions/rules';
import { rowsAtHand, type Prepared, type PreparedWords } from '../../preparation/prepared';
import { quietHost, type Host } from '../../host';
import { Problem } from '../../problem';
import type { Decomposition } from './decompose';
import { wordScores } from './decomposeWords';
import { NO_ROTATION, type Rotation } from './rotation';
import { rotate } from './rotate';
import type { Keep, Components } from './components';

type FixedKeep = Exclude<Keep, 'parallel'>;

/**
 * The kept dimensions of a decomposition: coefficients, loadings, scores (Jackson 1991, chapter 1), rotated where that
 * is asked for.
 *
 * @throws Problem when an oblique rotation lets two dimensions fall together, or gaps leave fewer dimensions than asked for
 */
export function keepComponents(
  prepared: Prepared | PreparedWords,
  decomposition: Decomposition,
  keep: FixedKeep,
  rotation: Rotation = NO_ROTATION,
  host: Host = quietHost,
): Components {
  return rotate(unrotated(prepared, decomposition, keep), rotation, host);
}

/**
 * As many of them as stand above random data: one at least, and those above average where random data say nothing.
 *
 * @param count of the correlations' dimensions, null where there is nothing to hold them against
 */
export function keepAboveRandom(
  prepared: Prepared,
  decomposition: Decomposition,
  count: number | null,
): Components {
  if (count === null) {
    const made = unrotated(prepared, decomposition, 'above-average');
    return { ...made, note: joined(NO_RANDOM, made.note) };
  }
  const made = unrotated(prepared, decomposition, Math.max(1, count));
  return count === 0 ? { ...made, note: joined(NONE_ABOVE, made.note) } : made;
}

const NO_RANDOM = 'Parallel analysis needs the number of rows: dimensions above average are kept.';
const TWO_ROWS =
  'Of two rows every measure correlates 1 or −1 with every other: that says nothing of the measures.';
const NONE_ABOVE = 'No dimension stands above random data; one is kept.';

const joined = (note: string, other: string | null): string => (other === null ? note : `${note} ${other}`);

function unrotated(
  prepared: Prepared | PreparedWords,
  decomposition: Decomposition,
  keep: FixedKeep,
): Components {
  const { measures, eigenvalues } = decomposition;
  const { kept, note: ofKeep } = resolveKeep(decomposition, keep, prepared.kind);
  const note = prepared.rows.length === 2 ? joined(TWO_ROWS, ofKeep) : ofKeep;
  const placeOf = new Map(prepared.measures.map((name, j) => [name, j]));
  const columns = measures.map(name => placeOf.get(name)!);
  const sds = Float64Array.from(columns, j => prepared.sds[j]! / prepared.divisors[j]!);
  const coefficients = leading(decomposition.coefficients, kept);
  return {
    measures,
    rows: prepared.rows,
    weights: prepared.weights,
    counts: prepared.counts,
    kept,
    note,
    eigenvalues,
    shares: decomposition.shares,
    average: decomposition.average,
    variances: eigenvalues.slice(0, kept),
    heldBy: decomposition.shares.slice(0, kept),
    sds,
    means: Float64Array.from(columns, j => prepared.means[j]!),
    divisors: Float64Array.from(columns, j => prepared.divisors[j]!),
    rotation: null,
    coefficients,
    ...loadingsOf(coefficients, eigenvalues, sds),
    residualShare: prepared.kind === 'words' ? null : residualShare(decomposition, kept, sds),
    placedRows: prepared.placedRows,
    ...scoresOf(prepared, decomposition, columns, coefficients),
  };
}

/** Scores of rows used and placed; of none where the table holds relations. */
function scoresOf(
  prepared: Prepared | PreparedWords,
  { scores }: Decomposition,
  columns: readonly number[],
  coefficients: Matrix,
): Pick<Components, 'scores' | 'placedScores'> {
  if (prepared.kind === 'words') return wordScores(prepared, coefficients);
  const none = zeros(0, prepared.measures.length);
  const { values, placedValues } = rowsAtHand(prepared) ?? { values: none, placedValues: none };
  return {
    scores: scores === null ? scoresBy(values, columns, coefficients) : leading(scores, coefficients.columns),
    placedScores: scoresBy(placedValues, columns, coefficients),
  };
}

/** v √λ, the same as correlations, and what these hold of each measure. */
function loadingsOf(coefficients: Matrix, eigenvalues: Float64Array, sds: Float64Array) {
  const { rows: p, columns: kept } = coefficients;
  const loadings = zeros(p, kept);
  const correlations = zeros(p, kept);
  const communalities = new Float64Array(p);
  for (let d = 0; d < kept; d++) {
    const root = Math.sqrt(eigenvalues[d]!);
    for (let j = 0; j < p; j++) {
      const loading = coefficients.values[d * p + j]! * root;
      loadings.values[d * p + j] = loading;
      const correlation = loading / sds[j]!;
      correlations.values[d * p + j] = correlation;
      communalities[j]! += correlation * correlation;
    }
  }
  return { loadings, structure: loadings, correlations, communalities };
}

/** Prepared values times coefficients. @param columns of the values, one for each row of the coefficients */
function scoresBy(values: Matrix, columns: readonly number[], coefficients: Matrix): Matrix {
  const { rows: p, columns: kept } = coefficients;
  const scores = zeros(values.rows, kept);
  for (let d = 0; d < kept; d++) {
    const score = columnOf(scores, d);
    for (let j = 0; j < p; j++) {
      const v = coefficients.values[d * p + j]!;
      const x = columnOf(values, columns[j]!);
      for (let i = 0; i < score.length; i++) score[i]! += v * x[i]!;
    }
  }
  return scores;
}

/** Residual correlations beyond this in size are worth a look. */
const RESIDUAL = 0.05;
const MOST_MEASURES = 600;

/** The share of pairs whose residual correlation, what the dimensions that are not kept make of it, is beyond .05. */
function residualShare(
  { eigenvalues, coefficients, scores }: Decomposition,
  kept: number,
  sds: Float64Array,
): number | null {
  const p = sds.length;
  // Dimensions found one by one are not all there.
  if (p > MOST_MEASURES || scores !== null) return null;
  const rest = zeros(p, p);
  for (let d = kept; d < eigenvalues.length; d++) {
    const vector = columnOf(coefficients, d);
    for (let a = 0; a < p; a++) {
      const by = (eigenvalues[d]! * vector[a]!) / sds[a]!;
      for (let b = 0; b < a; b++) rest.values[a * p + b]! += (by * vector[b]!) / sds[b]!;
    }
  }
  let beyond = 0;
  for (let a = 0; a < p; a++)
    for (let b = 0; b < a; b++) if (Math.abs(rest.values[a * p + b]!) > RESIDUAL) beyond++;
  return beyond / ((p * (p - 1)) / 2);
}

/** The first columns of a matrix. */
function leading(matrix: Matrix, columns: number): Matrix {
  return { rows: matrix.rows, columns, values: matrix.values.slice(0, matrix.rows * columns) };
}

function resolveKeep(
  { eigenvalues, shares, average, cutShort }: Decomposition,
  keep: FixedKeep,
  kind: Prepared['kind'] | PreparedWords['kind'],
) {
  const rank = eigenvalues.reduce((count, value) => count + (value > 0 ? 1 : 0), 0);
  const wanted =
    typeof keep === 'object'
      ? keep.fewer === true
        ? Math.max(1, Math.min(holding(shares, keep.share), shares.length - 1))
        : holding(shares, keep.share)
      : keep === 'above-average'
        ? Math.max(1, aboveAverage(eigenvalues, average))
        : keep;
  // The next dimension might be above average as well, or is asked for, and cannot be had.
  const lacks = cutShort !== null && kind !== 'words';
  if (lacks && (wanted > rank || (keep === 'above-average' && wanted === rank))) {
    throw new Problem(
      cutShort,
      `Fill gaps or leave out their rows in question 2${rank > 1 ? `, or keep ${rank} dimensions or fewer` : ', or keep 1 dimension'}.`,
    );
  }
  if (wanted <= rank) return { kept: wanted, note: cutShort };
  return {
    kept: rank,
    note: `${wanted} asked for; only ${rank} ${rank === 1 ? 'dimension has' : 'dimensions have'} any variance.`,
  };
}
