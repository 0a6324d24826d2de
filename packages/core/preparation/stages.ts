import type { WholeAsk } from '../engines/wholeAsk';
import type { Quartiles } from '../engines/wholeQuartiles';
import type { WholeMoments } from '../engines/moments';
import { stage } from '../stages/stage';
import type { OriginalBox, TreatedBox } from './boxes';
import type { MeasureDistribution } from './distribution';
import type { GapPatterns } from './gapPatterns';
import type { Account, AnyPrepared, PreparationInput } from './prepared';
import type { Treated } from './treatment';

/** What rests on a preparation alone. */
export interface OfPreparation {
  readonly preparation: PreparationInput;
}

export const gaps = stage<{ readonly measures: readonly string[] }, GapPatterns>('gaps', 1, 'light');

export const originalBoxes = stage<
  { readonly measures: readonly string[] } & Pick<PreparationInput, 'weight' | 'weighting'>,
  readonly OriginalBox[]
>('originalBoxes', 1, 'light');

/** The measures treated, before they are scaled. Asked for with {@link treatmentOf} it is the same for every scale. */
export const treated = stage<OfPreparation, Treated>('treated', 1, 'light');

export const treatedBoxes = stage<OfPreparation, readonly TreatedBox[]>('treatedBoxes', 1, 'light', [
  treated,
]);

export const distribution = stage<OfPreparation & { readonly measure: string }, MeasureDistribution>(
  'distribution',
  1,
  'light',
  [treated],
);

/** Sums over a table that stays in its engine. */
export const wholeMoments = stage<{ readonly asked: WholeAsk }, WholeMoments>('wholeMoments', 1, 'long', [], {
  kept: true,
});

/** Quartiles of measures over a table that stays in its engine. */
export const wholeQuartiles = stage<{ readonly asked: WholeAsk }, readonly Quartiles[]>(
  'wholeQuartiles',
  1,
  'long',
  [],
  { kept: true },
);

/** What every method works from. */
export const prepared = stage<OfPreparation, AnyPrepared>('prepared', 1, 'light', [
  treated,
  wholeQuartiles,
  wholeMoments,
]);

export const account = stage<OfPreparation, Account>('account', 1, 'light', [prepared]);
