import { zeros } from '../algebra/matrix';
import { Problem } from '../problem';
import { numberAt, type NumberColumn } from '../table/column';
import type { RelationMatrix, Table } from '../table/table';
import { changesBuilder } from './changes';
import type { PreparationInput, PreparedMoments } from './prepared';
import { measureOf } from './measureOf';

/**
 * What methods work from where a table gives the correlations or covariances of its columns in place of rows. There is
 * nothing to treat; a covariance matrix can be brought to unit variance.
 *
 * @throws Problem when fewer than two measures are left, or the scale needs rows
 */
export function prepareMatrix(
  table: Table,
  matrix: RelationMatrix,
  input: PreparationInput,
): PreparedMoments {
  const { measures, scale, cases } = input;
  if (measures.length < 2) {
    throw new Problem(
      `${measures.length === 0 ? 'there is no measure' : 'there is only one measure'} to reduce.`,
      'Give at least two columns of the matrix the role measure in Table.',
    );
  }
  if (scale !== 'unit-variance' && scale !== 'centre') {
    throw new Problem(
      'a matrix of relations tells neither range nor robust spread nor origin.',
      'Bring the measures to unit variance, or to their mean only.',
    );
  }
  const p = measures.length;
  const columns = measures.map(name => measureOf(table, name));
  const rowOf = measures.map(name => matrix.names.indexOf(name));
  const sds = Float64Array.from(columns, (column, j) => Math.sqrt(numberAt(column, rowOf[j]!)));
  const divisors = scale === 'unit-variance' ? sds : new Float64Array(p).fill(1);
  const covariances = zeros(p, p);
  for (let j = 0; j < p; j++) {
    for (let i = 0; i < p; i++) {
      // Printed matrices are symmetric to their last digit only.
      const relation = (numberAt(columns[j]!, rowOf[i]!) + numberAt(columns[i]!, rowOf[j]!)) / 2;
      const exact = i === j && scale === 'unit-variance';
      covariances.values[j * p + i] = exact ? 1 : relation / (divisors[i]! * divisors[j]!);
    }
  }
  const none = new Uint32Array(0);
  return {
    kind: 'moments',
    words: null,
    rows: none,
    placedRows: none,
    n: cases,
    measures,
    rowsLeftOut: [],
    measuresSetAside: [],
    changes: changesBuilder().finish(),
    reversals: [],
    imputation: null,
    transforms: [],
    scale,
    means: new Float64Array(p),
    sds,
    divisors,
    originalMeans: new Float64Array(p),
    originalSds: sds,
    weights: null,
    counts: false,
    divisor: cases === null ? NaN : cases - 1,
    covariances,
    sample: null,
    precision: precisionOf(columns, sds, scale === 'unit-variance'),
  };
}

/** Matrices are seldom printed with fewer decimals: others are taken at their word. */
const FEWEST_DECIMALS = 3;
const MOST_DECIMALS = 12;

/** Half a unit of the last digit that any entry is given with, in the unit of what is decomposed. */
function precisionOf(columns: readonly NumberColumn[], sds: Float64Array, scales: boolean): number {
  let decimals = FEWEST_DECIMALS;
  for (const { values } of columns) {
    for (const value of values) {
      if (decimals >= MOST_DECIMALS) return 0;
      const [, fraction = '', power = '0'] =
        /\.?(\d*)(?:e(.*))?$/.exec(String(value).replace(/^-?\d+/, '')) ?? [];
      decimals = Math.max(decimals, fraction.length - Number(power));
    }
  }
  const least = sds.reduce((a, b) => Math.min(a, b), Infinity);
  return 0.5 / 10 ** decimals / (scales ? least * least : 1);
}
