import type { WholeColumn } from '../engines/wholeColumn';
import { stage } from '../stages/stage';
import type { ColumnDescription } from '../table/describe';
import type { RepeatGroup } from '../table/repeats';

/** What each column of the table holds. */
export const description = stage<object, readonly ColumnDescription[]>('description', 2, 'light');

/** What each column of the table in its engine holds, that the rows are a sample of; none where they are all there is. */
export const wholeColumns = stage<object, readonly WholeColumn[]>('wholeColumns', 1, 'long', [description], {
  kept: true,
});

export const repeats = stage<{ readonly keys: readonly string[] }, readonly RepeatGroup[]>(
  'repeats',
  1,
  'light',
);
