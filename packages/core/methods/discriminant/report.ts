import { entry } from '../../algebra/matrix';
import { givenName, type NamedDimension } from '../../writeup/dimensionName';
import { count, figure, fixed, inWords, percent } from '../../writeup/format';
import { cell, type PrintTable } from '../../writeup/printTable';
import { capital, live, sentence, told } from '../../writeup/told';
import { ledgerOrder } from '../leading';
import type { ReductionReport, ReportSource } from '../work';
import type { Discriminant } from './discriminant';
import type { DiscriminantSettings } from './settings';
import { isQuickToPermute } from './permuted';
import * as stages from './stages';
import type { DiscriminantAsk } from './stages';
import type { Told as Telling } from './told';

/** What a report calls an axis, counted from 1. */
const axisName = (names: readonly NamedDimension[], axis: number): string =>
  givenName(names, axis) ?? `Axis ${axis}`;

type Source = ReportSource<DiscriminantSettings, DiscriminantAsk, Discriminant>;

/** What is said of discriminant axes in a report. */
export async function discriminantReport(source: Source): Promise<ReductionReport> {
  const { settings, ask, rows, figure: find, output, key, print } = source;
  const { priors, folds, seed } = settings;
  const {
    label,
    levels,
    measures,
    kept,
    shares,
    canonical,
    tests,
    shrunk,
    rows: used,
    eigenvalues,
    counts,
    sizes,
  } = output.result;
  const found = rows ? await find(stages.told, { ...ask, priors, folds, seed }) : null;
  const telling = found === null || 'problem' in found ? null : found;
  const first = tests?.[0] ?? null;
  const permutations =
    rows && isQuickToPermute(output.result) ? await find(stages.permuted, { ...ask, seed }) : null;
  const byLabel = permutations === null || 'problem' in permutations ? null : permutations;
  // Of counts as many as they stand for.
  const stoodFor = counts ? Math.round(sizes.reduce((sum, size) => sum + size, 0)) : used.length;
  const named = output.names.length >= kept;
  return {
    noun: 'Axis',
    methods: [
      told(
        key('method'),
      )`Discriminant axes (Fisher 1936; Rao 1948) that part the ${live('levels', count(levels.length, 'group'), 4)} of ${label} were found of ${live('measures', count(measures.length, 'measure'), 4)} in ${live('rows', count(stoodFor, 'row'), 4)}; ${kept === eigenvalues.length && kept > 1 ? 'all ' : ''}${live('kept', inWords(kept), 4)}${kept === eigenvalues.length ? '' : ` of ${eigenvalues.length}`} ${kept === 1 ? 'was' : 'were'} kept.`,
      ...(shrunk > 0
        ? [
            told(
              key('shrunk'),
            )`The covariance within the groups was drawn by ${live('shrunk', percent(shrunk, 1), 4)} towards equal variances (Ledoit and Wolf 2004).`,
          ]
        : []),
      ...(telling === null
        ? []
        : [
            told(
              key('telling'),
            )`Rows were told to be of the group whose mean is nearest on the kept axes, groups being ${priors === 'sizes' ? 'as likely as they are large' : 'all as likely'}; each of ${live('folds', String(telling.folds), 7)} parts of the rows was told by axes found from the others${telling.anew ? ', with measures treated and scaled by these alone' : ''}.`,
          ]),
    ],
    results: [
      ...(first === null
        ? []
        : [
            told(
              key('wilks'),
            )`The groups ${first.p < 0.05 ? 'differ' : 'do not differ by more than chance'}: Wilks’ Λ = ${live('lambda', print.finer(first.lambda), 4)}, χ²(${live('df', String(first.df), 4)}) = ${live('chi', fixed(first.chiSquare, 1), 4)}, p ${live('p', print.p(first.p), 4)} (Bartlett 1947).`,
          ]),
      ...(byLabel === null
        ? []
        : [
            told(
              key('permuted'),
            )`Of ${live('permutations', String(byLabel.done), 4)} permutations of ${label}${shrunk > 0 ? ', with the covariance shrunk by the same intensity,' : ''} the groups lie as far apart in a share that gives p ${live('permuted', print.p(byLabel.p[0]!), 4)} (Pitman 1938; Phipson and Smyth 2010).`,
          ]),
      ...Array.from({ length: kept }, (_, d) => {
        const name = givenName(output.names, d + 1);
        return told(
          key(`dimension ${d + 1}`),
        )`Axis ${String(d + 1)}${name === undefined ? '' : `, ${name},`} holds ${live('share', print.percent(shares[d]!), 4)} of what parts the groups; its canonical correlation is ${live('canonical', print.coefficient(canonical[d]!), 4)}.`;
      }),
      ...(telling === null ? [] : [toldRight(source, telling)]),
    ],
    tables: [
      axesPrint(source),
      structurePrint(source),
      centresPrint(source),
      ...(telling === null ? [] : [confusionsPrint(source, telling)]),
    ],
    checks: [
      { what: 'the groups, and how many rows each has', at: key('centres'), remedy: '', question: 4 },
      {
        what: 'whether the groups differ at all',
        at: first !== null ? key('wilks') : byLabel !== null ? key('permuted') : null,
        remedy: 'Permutations of the label take long for so many rows: find them in question 4.',
        question: 4,
      },
      { what: 'what each axis holds', at: key('axes'), remedy: '', question: 4 },
      { what: 'which measures make the axes', at: key('structure'), remedy: '', question: 5 },
      {
        what: 'rows told right where they are held out, beside chance',
        at: (telling?.heldOut ?? null) === null ? null : key('right'),
        remedy: 'More rows in each group would let some be held out.',
        question: 7,
      },
      {
        what: 'what each axis means',
        at: named ? key('dimension 1') : null,
        remedy: 'Name the axes in question 5.',
        question: 5,
      },
    ],
  };
}

function toldRight({ key, print }: Source, { heldOut, apparent, chance }: Telling) {
  return sentence(key('right'), [
    ...(heldOut === null
      ? []
      : ['Of rows held out ', live('held', print.percent(heldOut.right), 7), ' are told right; ']),
    heldOut === null ? 'Of the rows ' : 'of those that the axes were found from ',
    live('apparent', print.percent(apparent.right), 7),
    ', and by naming the largest group ',
    live('chance', print.percent(chance), 7),
    '.',
  ]);
}

const headerOf = ({ output: { result, names } }: Source): string[] =>
  Array.from({ length: result.kept }, (_, d) => axisName(names, d + 1));

function axesPrint(source: Source): PrintTable {
  const { eigenvalues, shares, canonical, tests } = source.output.result;
  const { print } = source;
  return {
    key: source.key('axes'),
    title: 'Discriminant axes',
    head: ['axis', 'eigenvalue', 'share', 'canonical r', ...(tests === null ? [] : ['Λ from here on', 'p'])],
    lines: Array.from(eigenvalues.slice(0, 20), (value, d) => ({
      name: axisName(source.output.names, d + 1),
      cells: [
        cell(figure(value)),
        cell(print.percent(shares[d]!)),
        cell(print.coefficient(canonical[d]!)),
        ...(tests === null
          ? []
          : [cell(print.finer(tests[d]!.lambda)), cell(print.p(tests[d]!.p).replace(/^=\u00a0/, ''))]),
      ],
    })),
    note: 'Shares are of what parts the groups. Λ from here on: of this axis and all after it (Bartlett 1947).',
    question: 4,
  };
}

function structurePrint(source: Source): PrintTable {
  const { structure, standardised, measures } = source.output.result;
  const header = headerOf(source);
  const known = { ...structure, values: structure.values.map(value => value || 0) };
  return {
    key: source.key('structure'),
    title: 'Measures and axes',
    head: ['measure', ...header, ...header.map(name => `${name}, coefficient`)],
    lines: ledgerOrder(known).map(j => ({
      name: measures[j]!,
      wording: source.output.wordings.get(measures[j]!) ?? '',
      cells: [structure, standardised].flatMap(matrix =>
        header.map((_, d) => cell(source.print.coefficient(entry(matrix, j, d)))),
      ),
    })),
    note: 'Correlations within the groups, and coefficients per standard deviation within them.',
    question: 5,
  };
}

function centresPrint(source: Source): PrintTable {
  const { levels, sizes, centres } = source.output.result;
  return {
    key: source.key('centres'),
    title: 'Means of the groups on the axes',
    head: [source.output.result.label, 'rows', ...headerOf(source)],
    lines: levels.map((name, g) => ({
      name,
      cells: [
        cell(sizes[g]!.toLocaleString('en', { maximumFractionDigits: 1 })),
        ...headerOf(source).map((_, d) => cell(fixed(entry(centres, g, d), 2))),
      ],
    })),
    note: 'In standard deviations within the groups.',
    question: 4,
  };
}

function confusionsPrint(source: Source, { levels, heldOut, apparent }: Telling): PrintTable {
  const { table, right } = heldOut ?? apparent;
  return {
    key: source.key('confusions'),
    title: `What rows are told to be${heldOut === null ? '' : ', held out'}`,
    head: [source.output.result.label, ...levels],
    lines: levels.map((name, g) => ({
      name,
      cells: levels.map((_, h) =>
        cell(table.counts[g]![h]!.toLocaleString('en', { maximumFractionDigits: 1 })),
      ),
    })),
    note: `${capital(source.print.percent(right))} are told right.`,
    question: 7,
  };
}
