import type { Recipe } from '../recipe/schema';
import { adequacyBand, doubtful } from '../suitability/doubt';
import type { Suitability } from '../suitability/suitability';
import { count, figure, fixed } from '../writeup/format';
import type { Printed } from '../writeup/print';
import { cell, type PrintTable } from '../writeup/printTable';
import { listed, live, sentence, told, type Told } from '../writeup/told';

const KINDS = {
  pearson: 'Pearson’s correlations',
  spearman: 'Spearman’s rank correlations',
  polychoric: 'polychoric correlations',
} as const;

/** Whether the measures are worth reducing, sentence by sentence. */
export function suitabilityTold(recipe: Recipe, found: Suitability, print: Printed, common: boolean): Told[] {
  const { kmo, bartlett, shareRelated, condition, kind, definiteness, measures } = found;
  const doubts = doubtful(found, recipe.suitability, common);
  return [
    ...(Number.isNaN(kmo)
      ? [
          told(
            'singular',
          )`The ${KINDS[kind]} of the measures are ${definiteness === 'indefinite' ? 'not those of any one set of rows' : 'singular'}, so that sampling adequacy cannot be had.`,
        ]
      : [
          told(
            'kmo',
          )`Sampling adequacy of ${KINDS[kind]} is ${live('kmo', print.coefficient(kmo), 3)}, ${adequacyBand(kmo)} by Kaiser and Rice (1974).`,
        ]),
    ...(bartlett === null
      ? []
      : [
          told(
            'bartlett',
          )`Bartlett’s test (1951) of no correlation at all: χ²(${live('df', bartlett.df.toLocaleString('en'), 3)}) = ${live('chi', fixed(bartlett.chiSquare, 1), 3)}, p ${live('p', print.p(bartlett.p), 3)}.`,
        ]),
    sentence('related', [
      live('related', print.percent(shareRelated), 3),
      ' of the pairs correlate by .3 or more',
      ...(Number.isFinite(condition)
        ? ['; the condition number is ', live('condition', figure(condition), 3)]
        : []),
      '.',
    ]),
    ...(doubts.length === 0
      ? [told('doubts')`No measure is doubtful.`]
      : [
          told(
            'doubts',
          )`${live('doubtful', count(doubts.length, 'measure'), 3)} of ${String(measures.length)} ${doubts.length === 1 ? 'is' : 'are'} doubtful: ${listed(doubts.slice(0, 6).map(({ measure, why }) => `${measure} (${why.join('; ')})`))}${doubts.length > 6 ? ' and others' : ''}.`,
        ]),
  ];
}

/** Measures that the table of suitability shows. */
const MOST_SHOWN = 200;

/** Adequacy, and what each measure shares with the others. */
export const suitabilityPrint = ({ measures }: Suitability, print: Printed): PrintTable => ({
  key: 'suitability',
  title: 'What each measure shares with the others',
  head: ['measure', 'adequacy', 'largest r', 'with', 'squared multiple r', 'skewness', 'kurtosis'],
  words: [2],
  lines: measures.slice(0, MOST_SHOWN).map(one => ({
    name: one.measure,
    cells: [
      cell(print.coefficient(one.kmo)),
      cell(print.coefficient(one.largest)),
      cell(one.with),
      cell(print.coefficient(one.smc)),
      cell(fixed(one.skewness, 2)),
      cell(fixed(one.kurtosis, 2)),
    ],
  })),
  note: 'Adequacy by Kaiser (1970); kurtosis in excess of the normal’s 0.',
  question: 3,
});
