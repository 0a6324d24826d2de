import type { Components } from '../methods/components/components';
import type { Account } from '../preparation/prepared';
import { takeShares, type RowTransform } from '../preparation/rowTransform';
import { fittedFunction } from '../preparation/transform';
import { Problem } from '../problem';

/** What was done to the rows that components were found from, and these. */
export interface Placer {
  readonly account: Pick<Account, 'measures' | 'reversals' | 'transforms'>;
  readonly rowTransform: RowTransform;
  readonly components: Pick<
    Components,
    'measures' | 'means' | 'divisors' | 'coefficients' | 'loadings' | 'rotation'
  >;
}

/**
 * Places pixels that had no say in some components: treated, centred and scaled as those that had, times the coefficients. A
 * pixel that lacks a measure, or for which a transform is not defined, has no place.
 *
 * @param columns one array per measure of the account, over the same pixels; they are changed
 * @returns one array per dimension, and the scaled measures of the components
 * @throws Problem where a transform goes by all rows, so that it says nothing of others
 */
export function placePixels(
  { account, rowTransform, components }: Placer,
  columns: readonly Float64Array[],
): { readonly scores: Float64Array[]; readonly scaled: Float64Array[] } {
  if (rowTransform === 'centred-log-ratio') throw goesByAll('centred logarithms of ratios');
  const placeOf = new Map(account.measures.map((measure, j) => [measure, j]));
  for (const { measure, least, most } of account.reversals) {
    const values = columns[placeOf.get(measure) ?? -1];
    if (values !== undefined) for (let i = 0; i < values.length; i++) values[i] = least + most - values[i]!;
  }
  const pixels = columns[0]?.length ?? 0;
  if (rowTransform !== 'none') {
    for (let i = 0; i < pixels; i++) takeShares(columns, i, rowTransform === 'hellinger');
  }
  for (const fitted of account.transforms) {
    const apply = fittedFunction(fitted);
    if (apply === null) throw goesByAll(fitted.transform);
    const values = columns[placeOf.get(fitted.measure)!]!;
    for (let i = 0; i < values.length; i++) values[i] = apply(values[i]!);
  }
  const { measures, means, divisors, coefficients } = components;
  const scaled = measures.map((measure, j) => {
    const values = columns[placeOf.get(measure)!]!;
    for (let i = 0; i < pixels; i++) {
      const value = (values[i]! - means[j]!) / divisors[j]!;
      values[i] = Number.isFinite(value) ? value : NaN;
    }
    return values;
  });
  const scores = Array.from({ length: coefficients.columns }, (_, d) => {
    const score = new Float64Array(pixels);
    scaled.forEach((values, j) => {
      const coefficient = coefficients.values[d * coefficients.rows + j]!;
      for (let i = 0; i < pixels; i++) score[i]! += coefficient * values[i]!;
    });
    return score;
  });
  return { scores, scaled };
}

const goesByAll = (what: string): Problem =>
  new Problem(
    `${what} go by the pixels that the study stands on, and cannot be found for others one by one.`,
    'Choose another transform in question 2, or read every pixel.',
  );
