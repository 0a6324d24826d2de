import type { Weights } from '../table/moments';
import { Problem } from '../problem';
import type { Host } from '../host';
import { gapsIn, type Blocks } from './blocks';
import type { Treatment, FittedTransform } from './treatment';
import {
  transformColumn,
  refuseOutside,
  type ColumnTransform,
  type ColumnRows,
  type Transformed,
} from './transform';

/**
 * Each measure with its own transform or that of all, and placed rows by what was fitted to the others.
 *
 * @throws Problem when a transform is not defined for an entry
 */
export function transformColumns(
  { block, placed, weights, measures }: Blocks,
  treatment: Treatment,
  host: Host,
) {
  const transforms: FittedTransform[] = [];
  const ownTransform = new Map(treatment.transforms.map(({ measure, transform }) => [measure, transform]));
  const columns = block.columns.map((values, j) => {
    host.progress(j / measures.length);
    const measure = measures[j]!;
    const transform = ownTransform.get(measure) ?? treatment.transform;
    if (transform === 'none' || block.rows.length === 0) return values;
    const of = { name: measure, rows: block.rows };
    const transformed =
      gapsIn(values).length === 0
        ? transformColumn(values, transform, of, weights)
        : transformPresent(values, transform, of, weights);
    const { power, centre, atBound } = transformed;
    transforms.push({ measure, transform, power, centre, atBound });
    const others = placed.columns[j]!;
    refuseOutside(others, transform, { name: measure, rows: placed.rows });
    for (let i = 0; i < others.length; i++) {
      const to = transformed.apply(others[i]!);
      if (!Number.isFinite(to) && Number.isFinite(others[i]!)) {
        throw new Problem(
          `the power fitted to the rows used takes ${others[i]} beyond what double precision holds`,
          'Choose another transform for this column, or set the row aside.',
          `column “${measure}”, row ${placed.rows[i]! + 1}`,
        );
      }
      others[i] = to;
    }
    return transformed.values;
  });
  return { columns, transforms };
}

/** Transforms the values that are there. */
function transformPresent(
  values: Float64Array,
  transform: ColumnTransform,
  { name, rows }: ColumnRows,
  weights: Weights,
): Transformed {
  const there = (_: number, i: number) => !Number.isNaN(values[i]!);
  const transformed = transformColumn(
    values.filter(there),
    transform,
    { name, rows: rows.filter(there) },
    weights && Float64Array.from(weights).filter(there),
  );
  let next = 0;
  return {
    ...transformed,
    values: values.map(value => (Number.isNaN(value) ? NaN : transformed.values[next++]!)),
  };
}
