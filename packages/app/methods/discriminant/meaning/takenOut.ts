import type { Discriminant } from '@wold/core/methods/discriminant/discriminant';
import { leadingDimensions, ledgerOrder } from '@wold/core/methods/leading';
import { cellText as text } from '@wold/core/writeup/cellText';
import type { Numbers } from '../../../outputs/TakeOutMenu';
import type { PicturedLedger } from '../../parts/meaning/ledgerPicture';
import { withoutGaps } from './order';
import { axesQuantity, AXES_QUANTITY_WORDS, type AxesQuantity } from './quantity';

/**
 * The ledger as it is shown: its quantity, in its order, with the axis that leads.
 *
 * @param names of the axes, in their order
 */
export function axesLedgerNumbers(
  found: Discriminant,
  quantity: AxesQuantity,
  names: readonly string[],
  wordingOf: (measure: string) => string,
): Numbers {
  const { measures } = found;
  const { values } = axesQuantity(found, quantity);
  const by = withoutGaps(found.structure);
  const leads = leadingDimensions(by);
  const worded = measures.some(measure => wordingOf(measure) !== '');
  return [
    [AXES_QUANTITY_WORDS[quantity][0], ...(worded ? ['wording'] : []), 'leads', ...names],
    ...ledgerOrder(by).map(j => [
      measures[j]!,
      ...(worded ? [wordingOf(measures[j]!)] : []),
      names[leads[j]!]!,
      ...names.map((_, d) => text(values.values[d * measures.length + j])),
    ]),
  ];
}

/** The ledger as it is shown, as a picture. Cells of a structure under `fade` are pale. */
export function axesLedgerLines(
  found: Discriminant,
  quantity: AxesQuantity,
  names: readonly string[],
  wordingOf: (measure: string) => string,
  fade: number,
): PicturedLedger {
  const { measures } = found;
  const { values, full, write } = axesQuantity(found, quantity);
  const by = withoutGaps(found.structure);
  return {
    names,
    full,
    write,
    lines: ledgerOrder(by).map(j => ({
      name: measures[j]!,
      wording: wordingOf(measures[j]!),
      values: names.map((_, d) => values.values[d * measures.length + j]!),
      faded: names.map((_, d) => Math.abs(by.values[d * measures.length + j]!) < fade),
      held: NaN,
    })),
  };
}
