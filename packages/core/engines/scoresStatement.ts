import { columnOf, type Matrix } from '../algebra/matrix';
import { literal, type Engine } from './engine';

/** How rows are placed: Σ coefficient × (entry − mean) / unit. */
export interface Scoring {
  readonly measures: readonly string[];
  readonly means: Float64Array;
  readonly units: Float64Array;
  /** Measures × dimensions. */
  readonly coefficients: Matrix;
  /** Names of the dimensions. */
  readonly names: readonly string[];
}

/**
 * A SELECT of every row with its scores, to be run as it is, kept as a view or as a table. Rows that lack a measure have NULL.
 *
 * @param key a column that tells rows apart, which stands first; null for none
 */
export function scoresStatement(
  { dialect, from, columns }: Engine,
  { measures, means, units, coefficients, names }: Scoring,
  key: string | null,
): string {
  const entries = measures.map(name => dialect.double(columns.find(column => column.name === name)!));
  const scores = names.map((_, d) => {
    const weights = columnOf(coefficients, d);
    const terms = entries.map(
      (entry, j) => `(${entry} - ${literal(means[j]!)}) * ${literal(weights[j]! / units[j]!)}`,
    );
    return `${terms.join('\n    + ')} as d${d}`;
  });
  // What has no end is no score.
  const whole = names.map(
    (name, d) => `case when (d${d} - d${d}) = 0 then d${d} end as ${dialect.quoted(name)}`,
  );
  const keys = key === null ? [] : [dialect.quoted(key)];
  return `select ${[...keys, ...whole].join(', ')}\nfrom (\n  select ${[...keys, ...scores].join(',\n    ')}\n  from ${from}\n) as scored`;
}
