import { entry } from '@wold/core/algebra/matrix';
import type { Factors } from '@wold/core/methods/factors/factors';
import type { FactorsSettings } from '@wold/core/methods/factors/settings';
import { leadingDimensions, ledgerOrder } from '@wold/core/methods/leading';
import { cellText } from '@wold/core/writeup/cellText';
import type { Numbers } from '../../../outputs/TakeOutMenu';
import type { PicturedLedger } from '../../parts/meaning/ledgerPicture';
import { factorQuantity, quantityName, type FactorQuantity } from './quantity';

/** The ledger as it is shown: its quantity, in its order, with communality and uniqueness. @param names of the factors */
export function factorLedgerNumbers(
  factors: Factors,
  quantity: FactorQuantity,
  names: readonly string[],
  wordingOf: (measure: string) => string,
): Numbers {
  const { measures, rotated, communalities, uniquenesses } = factors;
  const { values } = factorQuantity(factors, quantity);
  const leads = leadingDimensions(rotated.pattern);
  return [
    [quantityName(quantity, rotated.oblique), 'wording', 'leads', ...names, 'communality', 'uniqueness'],
    ...ledgerOrder(rotated.pattern).map(j => [
      measures[j]!,
      wordingOf(measures[j]!),
      names[leads[j]!]!,
      ...names.map((_, d) => cellText(entry(values, j, d))),
      cellText(communalities[j]),
      cellText(uniquenesses[j]),
    ]),
  ];
}

/** The ledger as it is shown, as a picture. Cells of a loading under `fade` are pale, or left out. */
export function factorLedgerLines(
  factors: Factors,
  quantity: FactorQuantity,
  names: readonly string[],
  wordingOf: (measure: string) => string,
  { fade, small }: { readonly fade: number; readonly small: FactorsSettings['small'] },
): PicturedLedger {
  const { measures, rotated, communalities } = factors;
  const { values, full, write } = factorQuantity(factors, quantity);
  return {
    names,
    full,
    write,
    lines: ledgerOrder(rotated.pattern).map(j => {
      const faded = names.map((_, d) => Math.abs(entry(rotated.pattern, j, d)) < fade);
      return {
        name: measures[j]!,
        wording: wordingOf(measures[j]!),
        values: names.map((_, d) => (small === 'leave out' && faded[d] ? NaN : entry(values, j, d))),
        faded,
        held: communalities[j]!,
      };
    }),
  };
}
