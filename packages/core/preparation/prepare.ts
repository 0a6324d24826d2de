import { zeros, columnOf, type Matrix } from '../algebra/matrix';
import { quietHost, stretch, type Host } from '../host';
import { Problem } from '../problem';
import { missingCount } from '../table/column';
import { momentsOf, squaresAbout, type Weights } from '../table/moments';
import type { Table } from '../table/table';
import { valuesIn } from './missing';
import { robustSd } from './outliers';
import { prepareMatrix } from './prepareMatrix';
import { divisorOver, rowWeights, type RowWeight } from './rowWeights';
import { measureOf } from './measureOf';
import { treat, type TreatmentWay } from './treat';
import type { MeasureSetAside, Treated } from './treatment';
import { noMeasures, type Prepared, type PreparationInput, type Scale } from './prepared';

/**
 * The matrix that every method works from: the measures treated, centred and scaled. Measures that have no entries or
 * do not vary are set aside by name.
 *
 * @param treated the measures as {@link treatFor} leaves them, where they are at hand
 * @throws Problem when fewer than two measures or two rows are left, or an entry cannot be treated
 */
export function prepare(
  table: Table,
  input: PreparationInput,
  host: Host = quietHost,
  treated?: Treated,
): Prepared {
  const { matrix } = table;
  if (matrix?.kind === 'distance') throw noMeasures();
  if (matrix !== null) return prepareMatrix(table, matrix, input);
  if (input.measures.length < 2) throw tooFewMeasures(input.measures.length, []);
  const own = treated === undefined;
  treated ??= treatFor(table, input, stretch(host, 0, 0.6));
  const { rows } = treated;
  if (rows.length < 2) throw tooFewRows(table, treated);
  const { weights, n } = rowWeights(weightFor(table, input), rows);
  const counts = input.weight !== null && input.weighting === 'counts';

  const constant: MeasureSetAside[] = [];
  const kept: MeasureScale[] = [];
  treated.measures.forEach((name, j) => {
    host.progress(0.6 + (0.4 * j) / treated.measures.length);
    const found = scaleOf(name, j, treated.columns[j]!, weights, counts, input.scale);
    if (found === null) constant.push({ name, because: 'constant' });
    else kept.push(found);
  });
  const measuresSetAside = [...treated.measuresSetAside, ...constant];
  if (kept.length < 2) throw tooFewMeasures(kept.length, measuresSetAside);

  const { columns, placed, ...account } = treated;
  const bytes = bytesOf(table, kept, columns);
  const values = own ? matrixInPlace(columns, kept.length) : zeros(rows.length, kept.length);
  const placedValues = zeros(placed.rows.length, kept.length);
  kept.forEach((measure, j) => {
    scaleInto(columnOf(values, j), columns[measure.from]!, measure);
    scaleInto(columnOf(placedValues, j), placed.columns[measure.from]!, measure);
  });
  const originals = kept.map(({ name, mean, shift, sd }) => {
    if (bytes !== null && input.scale !== 'none') return { mean: mean + shift, sd };
    const moments = momentsOf(valuesIn(measureOf(table, name), rows), weights);
    const own = Math.sqrt(moments.squares / divisorOver(moments, weights, counts));
    return { mean: moments.mean + moments.shift, sd: own };
  });
  return {
    kind: 'rows',
    words: null,
    ...account,
    placedRows: placed.rows,
    n,
    measures: kept.map(({ name }) => name),
    measuresSetAside,
    scale: input.scale,
    means: Float64Array.from(kept, ({ mean }) => mean),
    sds: Float64Array.from(kept, ({ sd }) => sd),
    divisors: Float64Array.from(kept, ({ by }) => by),
    originalMeans: Float64Array.from(originals, ({ mean }) => mean),
    originalSds: Float64Array.from(originals, ({ sd }) => sd),
    weights,
    counts,
    divisor: n - 1,
    values,
    placedValues,
    gaps: nanCount(values.values),
    bytes,
  };
}

/**
 * Columns that nobody else needs as a matrix, without holding a large table twice: in place where they stand side by side
 * and all are kept.
 */
function matrixInPlace(columns: readonly Float64Array[], kept: number): Matrix {
  const [first] = columns;
  const n = first?.length ?? 0;
  const whole = first !== undefined && kept === columns.length && first.buffer.byteLength === 8 * n * kept;
  if (!whole || columns.some(column => column.buffer !== first.buffer)) return zeros(n, kept);
  return { rows: n, columns: kept, values: new Float64Array(first.buffer) };
}

/** The measures as the table has them, where all are bytes and none is otherwise after treatment. */
function bytesOf(
  table: Table,
  kept: readonly MeasureScale[],
  columns: readonly Float64Array[],
): Uint8Array[] | null {
  const bytes: Uint8Array[] = [];
  for (const { name, from } of kept) {
    const { values } = measureOf(table, name);
    const treated = columns[from]!;
    if (!(values instanceof Uint8Array) || values.length !== treated.length) return null;
    for (let i = 0; i < values.length; i++) if (values[i] !== treated[i]) return null;
    bytes.push(values);
  }
  return bytes;
}

/** How a treated measure is centred and scaled. */
interface MeasureScale {
  readonly name: string;
  /** Its place among the treated measures. */
  readonly from: number;
  readonly mean: number;
  /** What is left of the mean beyond the digits of {@link mean}. */
  readonly shift: number;
  readonly sd: number;
  readonly by: number;
}

/** Null for a measure that does not vary. @throws Problem where its spread is beyond double precision */
function scaleOf(
  name: string,
  from: number,
  values: Float64Array,
  weights: Weights,
  counts: boolean,
  scale: Scale,
): MeasureScale | null {
  const moments = momentsOf(values, weights);
  if (!moments.varies) return null;
  const centres = scale !== 'none';
  const [mean, shift] = centres ? [moments.mean, moments.shift] : [0, 0];
  const squares = centres ? moments.squares : squaresAbout(values, 0, weights);
  const sd = Math.sqrt(squares / divisorOver(moments, weights, counts));
  if (!Number.isFinite(sd) || sd === 0) {
    throw new Problem(
      'its values are too large or too close together for double precision.',
      'Change its unit, or set it aside.',
      `column “${name}”`,
    );
  }
  return { name, from, mean, shift, sd, by: divisorOf(values, weights, sd, scale) };
}

/** In two steps, as the mean was found: a large common offset costs no digits. */
function scaleInto(target: Float64Array, values: Float64Array, { mean, shift, by }: MeasureScale): void {
  for (let i = 0; i < values.length; i++) target[i] = (values[i]! - mean - shift) / by;
}

function nanCount(values: Float64Array): number {
  let count = 0;
  for (let i = 0; i < values.length; i++) if (Number.isNaN(values[i]!)) count++;
  return count;
}

/** The treatment that a preparation asks for. */
export function treatFor(
  table: Table,
  input: PreparationInput,
  host: Host = quietHost,
  way: TreatmentWay = {},
): Treated {
  const scaled = !['centre', 'none'].includes(input.scale);
  return treat(table, input.measures, weightFor(table, input), input, host, { scaled, ...way });
}

/** The weights that a preparation asks for, or null. */
export function weightFor(
  table: Table,
  { weight, weighting }: Pick<PreparationInput, 'weight' | 'weighting'>,
): RowWeight | null {
  return weight === null ? null : { column: measureOf(table, weight), weighting };
}

function divisorOf(values: Float64Array, weights: Weights, sd: number, scale: Scale): number {
  switch (scale) {
    case 'unit-variance':
      return sd;
    case 'centre':
    case 'none':
      return 1;
    case 'range':
      return (
        values.reduce((a, b) => (b > a ? b : a), -Infinity) -
        values.reduce((a, b) => (b < a ? b : a), Infinity)
      );
    case 'robust':
      // Half the entries or more are equal: there is no robust spread, and the standard deviation serves.
      return robustSd(values, weights) ?? sd;
  }
}

function tooFewMeasures(count: number, setAside: readonly MeasureSetAside[]): Problem {
  const named = setAside.map(({ name, because }) => `“${name}” (${because})`).join(', ');
  return new Problem(
    `${count === 0 ? 'there is no measure' : 'there is only one measure'} to reduce${named && `; set aside: ${named}`}.`,
    'Give at least two varying columns of numbers the role measure in Table.',
  );
}

function tooFewRows(table: Table, { rows, measures, rowsLeftOut }: Treated): Problem {
  if (table.rows < 3) {
    return new Problem(
      `the table has ${table.rows} ${table.rows === 1 ? 'row' : 'rows'}, too few to compare.`,
      'Open a table with at least three rows.',
    );
  }
  const worst = measures
    .map(name => ({ name, missing: missingCount(measureOf(table, name)) }))
    .filter(({ missing }) => missing > 0)
    .sort((a, b) => b.missing - a.missing)
    .slice(0, 3)
    .map(({ name, missing }) => `“${name}” lacks ${missing}`)
    .join(', ');
  if (rowsLeftOut.some(({ step }) => step === 'outlier')) {
    return new Problem(
      `leaving out every row with an outlier leaves ${rows.length === 0 ? 'none' : 'one'} of ${table.rows}.`,
      'Pull outliers in instead, or widen the fences.',
    );
  }
  return new Problem(
    `${rows.length === 0 ? 'no row is' : 'only one row is'} complete, of ${table.rows}${worst && ` (${worst})`}.`,
    'Set the measures that lack the most aside in Table, or fill missing entries in question 2.',
  );
}
