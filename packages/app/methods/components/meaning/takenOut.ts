import type { Components } from '@wold/core/methods/components/components';
import { leadingDimensions, ledgerOrder } from '@wold/core/methods/leading';
import { cellText as text } from '@wold/core/writeup/cellText';
import type { ComponentsSettings } from '@wold/core/methods/components/settings';
import type { PicturedLedger } from '../../parts/meaning/ledgerPicture';
import type { Numbers } from '../../../outputs/TakeOutMenu';
import { quantityOf, type Quantity } from './quantity';

/**
 * The ledger as it is shown: its quantity, in its order, with the dimension that leads and what is held.
 *
 * @param names of the dimensions, in their order
 */
export function ledgerNumbers(
  components: Components,
  quantity: Quantity,
  names: readonly string[],
  wordingOf: (measure: string) => string,
): Numbers {
  const { measures, communalities } = components;
  const { values } = quantityOf(components, quantity);
  const by = quantity === 'pattern' ? values : components.correlations;
  const leads = leadingDimensions(by);
  const worded = measures.some(measure => wordingOf(measure) !== '');
  return [
    [quantity, ...(worded ? ['wording'] : []), 'leads', ...names, 'held'],
    ...ledgerOrder(by).map(j => [
      measures[j]!,
      ...(worded ? [wordingOf(measures[j]!)] : []),
      names[leads[j]!]!,
      ...names.map((_, d) => text(values.values[d * measures.length + j])),
      text(communalities[j]),
    ]),
  ];
}

/** The ledger as it is shown, as a picture. Cells of a correlation under `fade` are pale, or left out. */
export function ledgerLines(
  components: Components,
  quantity: Quantity,
  names: readonly string[],
  wordingOf: (measure: string) => string,
  { fade, small }: Pick<ComponentsSettings, 'fade' | 'small'>,
): PicturedLedger {
  const { measures, communalities, correlations } = components;
  const { values, full, write } = quantityOf(components, quantity);
  return {
    names,
    full,
    write,
    lines: ledgerOrder(quantity === 'pattern' ? values : correlations).map(j => {
      const of = ({ values: all }: typeof values) => names.map((_, d) => all[d * measures.length + j]!);
      const faded = of(correlations).map(size => Math.abs(size) < fade);
      return {
        name: measures[j]!,
        wording: wordingOf(measures[j]!),
        values: of(values).map((value, d) => (small === 'leave out' && faded[d] ? NaN : value)),
        faded,
        held: communalities[j]!,
      };
    }),
  };
}
