import { stage } from '../stages/stage';
import type { ColumnDescription } from '../table/describe';
import type { RepeatGroup } from '../table/repeats';

/** What each column of the table holds. */
export const description = stage<object, readonly ColumnDescription[]>('description', 2, 'light');

export const repeats = stage<{ readonly keys: readonly string[] }, readonly RepeatGroup[]>(
  'repeats',
  1,
  'light',
);
