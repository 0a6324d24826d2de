import type { Host } from '../host';
import { gapsIn, type Blocks } from './blocks';
import type { Treatment } from './treatment';
import { filling } from './missing';
import { type Imputation, imputeComponents } from './imputeComponents';
import type { ChangesBuilder } from './changes';

/** Fills gaps in place, by the rule of the treatment; what components made of them where they fill. */
export function fillGaps(
  { block, placed, weights, measures }: Blocks,
  { missing, imputation: dimensions }: Treatment,
  scaled: boolean,
  changes: ChangesBuilder,
  host: Host,
): Imputation | null {
  const gaps = block.columns.map(gapsIn);
  const rule = missing === 'median' ? 'median' : 'mean';
  placed.columns.forEach((values, j) => {
    if (!values.some(Number.isNaN) || block.rows.length === 0) return;
    const to = filling(block.columns[j]!, rule, measures[j]!, weights);
    fillWith(values, to, measures[j]!, placed.rows, changes);
  });
  if (missing === 'components' && gaps.some(rows => rows.length > 0)) {
    const imputation = imputeComponents(block.columns, dimensions, scaled, host, weights);
    gaps.forEach((rows, j) => {
      for (const i of rows) {
        changes.add('filled', block.rows[i]!, measures[j]!, NaN, block.columns[j]![i]!);
      }
    });
    return imputation;
  }
  if (missing === 'mean' || missing === 'median') {
    block.columns.forEach((values, j) => {
      host.progress(j / block.columns.length);
      if (gaps[j]!.length === 0) return;
      fillWith(values, filling(values, rule, measures[j]!, weights), measures[j]!, block.rows, changes);
    });
  }
  return null;
}

function fillWith(
  values: Float64Array,
  to: number,
  measure: string,
  rows: Uint32Array,
  changes: ChangesBuilder,
): void {
  values.forEach((value, i) => {
    if (!Number.isNaN(value)) return;
    changes.add('filled', rows[i]!, measure, NaN, to);
    values[i] = to;
  });
}
