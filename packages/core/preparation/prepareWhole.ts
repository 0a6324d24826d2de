import { columnOf, entry, zeros, type Matrix } from '../algebra/matrix';
import type { SampleOf } from '../table/sampleOf';
import type { WholeMoments } from '../engines/moments';
import { Problem } from '../problem';
import type { Table } from '../table/table';
import type { Treated, MeasureSetAside } from './treatment';
import { rowWeights } from './rowWeights';
import { changesBuilder } from './changes';
import { weightFor } from './prepare';
import {
  accountOf,
  type Account,
  type PreparationInput,
  type PreparedMoments,
  type PreparedRows,
} from './prepared';

/** What a table's rows are a sample of, where the figures are to be of the whole; null where they are of the rows. */
export const wholeOf = (
  { source }: Pick<Table, 'source'>,
  { extent }: Pick<PreparationInput, 'extent'>,
): SampleOf | null => (source.format === 'engine' && extent !== 'sample' ? source.sample : null);

/**
 * What methods work from where the table stays in its engine: the moments of all of its rows, and the rows of the sample
 * brought to the same means and units.
 *
 * @param treated the sample's measures as they are treated; null where no rows are wanted
 * @throws Problem when fewer than two measures vary
 */
export function prepareWhole(
  table: Table,
  moments: WholeMoments,
  input: PreparationInput,
  treated: Treated | null,
): PreparedMoments {
  const { n, total, means, units, products, least, most } = moments;
  const counts = input.weight !== null && input.weighting === 'counts';
  const stoodFor = counts ? total : n;
  // Weights that are none of counts are rescaled to sum to the rows.
  const divisor = counts ? total - 1 : (total * (n - 1)) / n;
  const places = [...moments.measures.keys()];
  const kept = places.filter(j => entry(products, j, j) > 0);
  const measuresSetAside = places
    .filter(j => !kept.includes(j))
    .map((j): MeasureSetAside => ({ name: moments.measures[j]!, because: 'constant' }));
  if (kept.length < 2) {
    throw new Problem(
      `${kept.length === 0 ? 'no measure varies' : 'only one measure varies'} over the whole table.`,
      'Give at least two varying columns of numbers the role measure in Table.',
    );
  }
  const take = (of: (j: number) => number) => Float64Array.from(kept, of);
  const sds = take(j => units[j]! * Math.sqrt(entry(products, j, j) / divisor));
  const divisors = take(j =>
    input.scale === 'centre' ? 1 : input.scale === 'range' ? most[j]! - least[j]! : sds[kept.indexOf(j)]!,
  );
  const p = kept.length;
  const covariances = zeros(p, p);
  kept.forEach((from, a) =>
    kept.forEach((to, b) => {
      const scaled = (units[from]! / divisors[a]!) * (units[to]! / divisors[b]!);
      const exact = a === b && input.scale === 'unit-variance';
      covariances.values[b * p + a] = exact ? 1 : (scaled * entry(products, from, to)) / divisor;
    }),
  );
  const sample = sampleRows(table, input, treated ?? noRows(moments.measures), {
    words: null,
    measures: kept.map(j => moments.measures[j]!),
    measuresSetAside,
    scale: input.scale,
    means: take(j => means[j]!),
    sds,
    divisors,
    originalMeans: take(j => means[j]!),
    originalSds: sds,
    counts,
  });
  return {
    ...accountOf(sample),
    kind: 'moments',
    n: stoodFor,
    divisor: stoodFor - 1,
    covariances,
    precision: 0,
    wholeRows: moments.rows,
    sample: treated === null ? null : sample,
  };
}

/** Treated measures without a row. */
function noRows(measures: readonly string[]): Treated {
  const rows = new Uint32Array(0);
  const columns = measures.map(() => new Float64Array(0));
  return {
    rows,
    measures,
    columns,
    placed: { rows, columns },
    rowsLeftOut: [],
    measuresSetAside: [],
    changes: changesBuilder().finish(),
    reversals: [],
    imputation: null,
    transforms: [],
  };
}

/** What the whole decides of its sample's rows. */
type OfWhole = Pick<
  Account,
  | 'words'
  | 'measures'
  | 'measuresSetAside'
  | 'scale'
  | 'means'
  | 'sds'
  | 'divisors'
  | 'originalMeans'
  | 'originalSds'
  | 'counts'
>;

/** The sample's rows in the whole's means and units. */
function sampleRows(table: Table, input: PreparationInput, treated: Treated, of: OfWhole): PreparedRows {
  const { columns, placed, measures, ...account } = treated;
  const { weights, n } = rowWeights(weightFor(table, input), account.rows);
  const scaled = (block: readonly Float64Array[], rows: number): Matrix => {
    const values = zeros(rows, of.measures.length);
    of.measures.forEach((name, j) => {
      const from = block[measures.indexOf(name)];
      const to = columnOf(values, j);
      // A measure that has no entry in the sample is not among its treated ones.
      for (let i = 0; i < to.length; i++) to[i] = ((from?.[i] ?? NaN) - of.means[j]!) / of.divisors[j]!;
    });
    return values;
  };
  return {
    ...account,
    ...of,
    placedRows: placed.rows,
    weights,
    n,
    divisor: n - 1,
    kind: 'rows',
    values: scaled(columns, account.rows.length),
    placedValues: scaled(placed.columns, placed.rows.length),
    gaps: 0,
    bytes: null,
  };
}
