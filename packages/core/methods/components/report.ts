import { entry } from '../../algebra/matrix';
import { retention } from '../../dimensions/stages';
import type { Retention } from '../../dimensions/retention';
import { givenName, type NamedDimension } from '../../writeup/dimensionName';
import { count, figure, inWords } from '../../writeup/format';
import { cell, type PrintTable } from '../../writeup/printTable';
import { capital, listed, live, sentence, told, type LiveFigure, type Told } from '../../writeup/told';
import { leadCounts, leadingDimensions, ledgerOrder, POORLY_HELD, THIN } from '../leading';
import { pairsOf } from '../pairsOf';
import { outcomePrint, outcomeTold } from '../outcomeReport';
import { votesPrint, votesTold } from '../votesReport';
import type { ReductionReport, ReportSource } from '../work';
import type { Components } from './components';
import type { ComponentsSettings } from './settings';
import * as stages from './stages';
import type { Kept } from './stages';

type Source = ReportSource<ComponentsSettings, Kept, Components>;

/** What is said of components in a report. */
export async function componentsReport(source: Source): Promise<ReductionReport> {
  const { settings, ask, preparation, figure: find, rows, output } = source;
  const words = preparation.words !== null;
  const rules = { preparation, without: ask.without, settings: settings.retention };
  const votes = words ? null : await find(retention, rules);
  const cast = votes === null || 'problem' in votes ? null : votes;
  const outcome =
    settings.outcome === null || !rows
      ? null
      : await find(stages.outcome, { ...ask, outcome: settings.outcome, seed: settings.retention.seed });
  const foretold = outcome === null || 'problem' in outcome ? null : outcome;
  const { key } = source;
  const named = output.names.length;
  const { kept } = output.result;
  return {
    noun: 'Component',
    methods: methodsOf(source, words),
    results: [
      ...resultsOf(source, cast),
      ...(foretold === null
        ? []
        : [
            outcomeTold(foretold, kept === 1 ? 'The component foretells' : 'The components foretell', source),
          ]),
    ],
    tables: [
      eigenvaluesPrint(source, cast),
      ...(cast === null ? [] : [votesPrint(key('votes table'), cast)]),
      loadingsPrint(source),
      ...(foretold === null
        ? []
        : [
            outcomePrint(
              foretold,
              Array.from({ length: kept }, (_, d) => componentName(output.names, d + 1)),
              source,
            ),
          ]),
    ],
    checks: [
      {
        what: 'what was decomposed, correlations or covariances',
        at: key('method'),
        remedy: '',
        question: 4,
      },
      { what: 'how the number of components was settled', at: key('kept'), remedy: '', question: 4 },
      {
        what: 'more than one rule on that number',
        at: cast === null ? null : key('votes'),
        remedy: 'Rules need correlations of columns.',
        question: 4,
      },
      { what: 'eigenvalues and shares of variance', at: key('eigenvalues'), remedy: '', question: 4 },
      { what: 'all loadings, and communalities', at: key('loadings'), remedy: '', question: 5 },
      {
        what: 'what each component means',
        at: named >= kept ? key('dimension 1') : null,
        remedy: `Name ${named === 0 ? 'the components' : `the other ${kept - named}`} in question 5.`,
        question: 5,
      },
    ],
  };
}

/** What a report calls a component, counted from 1. */
const componentName = (names: readonly NamedDimension[], component: number): string =>
  givenName(names, component) ?? `Component ${component}`;

const ROTATED = {
  none: 'They were not rotated.',
  varimax: 'They were rotated orthogonally by varimax (Kaiser 1958), with Kaiser’s normalisation.',
  promax: 'They were rotated obliquely by promax (Hendrickson and White 1964)',
} as const;

function methodsOf({ output, settings, ask, key, print }: Source, words: boolean): Told[] {
  const { measures, kept, rows, rotation } = output.result;
  const { keep, retention: rules } = settings;
  const { scale } = ask.preparation;
  const of =
    scale === 'unit-variance'
      ? 'the correlations'
      : scale === 'none'
        ? 'the sums of squares and products about zero'
        : 'the covariances';
  const by = {
    parallel: `as many as have an eigenvalue above that of random data by parallel analysis (Horn 1965; ${rules.simulations} tables of ${rules.data === 'normal' ? 'normal numbers' : 'shuffled columns'}, ${rules.percentile}th percentile)`,
    'above-average':
      scale === 'unit-variance'
        ? 'as many as have an eigenvalue above 1 (Kaiser 1960)'
        : 'as many as have an eigenvalue above average',
  };
  const settled =
    typeof keep === 'number'
      ? 'a number that was set'
      : typeof keep === 'object'
        ? `as many as hold ${print.percent(keep.share, 0)} of the variance${keep.fewer === true ? ', and fewer than all' : ''}`
        : by[keep];
  return [
    told(
      key('method'),
    )`Principal components (Pearson 1901; Hotelling 1933) of ${of} of ${live('measures', count(measures.length, words ? 'word' : 'measure'), 4)} in ${live('rows', count(output.account.n ?? rows.length, 'row'), 4)} were found.`,
    told(
      key('kept'),
    )`${live('kept', capital(inWords(kept)), 4)} ${kept === 1 ? 'was' : 'were'} kept, ${settled}.${output.result.note === null ? '' : ` ${output.result.note}`}`,
    ...(kept < 2
      ? []
      : [
          rotation?.method === 'promax'
            ? told(key('rotation'))`${ROTATED.promax} of power ${live('power', String(rotation.power), 4)}.`
            : told(key('rotation'))`${ROTATED[rotation?.method ?? 'none']}`,
        ]),
  ];
}

/** Measures that lead a dimension the most, so many at most. */
const STRONGEST = 3;

function resultsOf({ output, key, print, settings }: Source, votes: Retention | null): Told[] {
  const { result, names, wordings } = output;
  const { kept, shares, measures, communalities, correlations, heldBy, eigenvalues, rotation } = result;
  const p = measures.length;
  const held =
    communalities.length === 0 ? NaN : shares.slice(0, kept).reduce((sum, share) => sum + share, 0);
  const poor = measures.filter((_, j) => communalities[j]! < POORLY_HELD);
  const thin = leadCounts(correlations).filter(leads => leads < THIN).length;
  const strongest = (d: number): (string | LiveFigure)[] => {
    const sizes = [...measures.keys()]
      .sort((a, b) => Math.abs(correlations.values[d * p + b]!) - Math.abs(correlations.values[d * p + a]!))
      .slice(0, STRONGEST);
    return sizes.flatMap((j, place) => {
      const name = wordings.get(measures[j]!);
      const what = name === undefined ? measures[j]! : `“${name}”`;
      const lead = place === 0 ? '' : place === sizes.length - 1 ? ' and ' : ', ';
      const value = print.coefficient(correlations.values[d * p + j]!);
      return [`${lead}${what} (`, live(`strong ${place + 1}`, value, 5), ')'];
    });
  };
  return [
    ...(votes === null || votes.votes.length === 0 ? [] : [votesTold(key('votes'), votes)]),
    told(
      key('held'),
    )`Together ${kept === 1 ? 'it holds' : `the ${inWords(kept)} hold`} ${live('held', print.percent(held), 4)} of the variance${kept < shares.length ? '; the next would add ' : ''}${kept < shares.length ? live('next', print.percent(shares[kept]!), 4) : ''}.`,
    ...Array.from({ length: Math.min(kept, MOST_TOLD) }, (_, d) => {
      const name = givenName(names, d + 1);
      const who = name === undefined ? `Component ${d + 1}` : `Component ${d + 1}, ${name},`;
      const share = rotation === null ? shares[d]! : heldBy[d]!;
      return sentence(key(`dimension ${d + 1}`), [
        `${who} holds `,
        live('share', print.percent(share), 4),
        ' of the variance',
        ...(rotation === null ? [' (eigenvalue ', live('eigenvalue', figure(eigenvalues[d]!), 4), ')'] : []),
        '; it goes most with ',
        ...strongest(d),
        '.',
      ]);
    }),
    told(
      key('communalities'),
    )`${poor.length === 0 ? 'Every measure is held to two fifths or more.' : ''}${poor.length === 0 ? '' : live('poor', capital(poor.length === 1 ? 'one measure' : `${inWords(poor.length)} measures`), 4)}${poor.length === 0 ? '' : ` of ${p} ${poor.length === 1 ? 'is' : 'are'} held to less than two fifths${poor.length <= 8 ? `: ${listed(poor)}` : ''}.`}`,
    ...(thin === 0
      ? []
      : [
          told(
            key('thin'),
          )`${live('thin', capital(inWords(thin)), 4)} ${thin === 1 ? 'component leads' : 'components lead'} fewer than three measures and may not be found again.`,
        ]),
    ...(rotation === null || rotation.phi === null
      ? []
      : [
          sentence(key('phi'), [
            'The components correlate: ',
            ...pairsOf(kept).flatMap(([a, b], place) => [
              `${place === 0 ? '' : ', '}${componentName(names, a + 1)} with ${componentName(names, b + 1)} `,
              live(`phi ${a + 1} ${b + 1}`, print.coefficient(entry(rotation.phi!, a, b)), 5),
            ]),
            '.',
          ]),
        ]),
    ...(settings.rotation.method !== 'none' && rotation !== null && !rotation.converged
      ? [
          told(
            key('settled'),
          )`The rotation did not settle in ${live('iterations', String(rotation.iterations), 4)} iterations.`,
        ]
      : []),
  ];
}

/** Dimensions that have a sentence. */
const MOST_TOLD = 12;

/** Dimensions after those that are kept which a table of eigenvalues shows. */
const BEYOND = 3;

function eigenvaluesPrint({ output, key, print, ask }: Source, votes: Retention | null): PrintTable {
  const { eigenvalues, shares, kept } = output.result;
  // Random data are of correlations: on another scale they are no match.
  const random = ask.preparation.scale === 'unit-variance' ? (votes?.random ?? null) : null;
  const shown = Math.min(eigenvalues.length, kept + BEYOND);
  let running = 0;
  return {
    key: key('eigenvalues'),
    title: `Eigenvalues of the first ${shown} of ${eigenvalues.length} components`,
    head: ['component', 'eigenvalue', 'share', 'up to here', ...(random === null ? [] : ['random data'])],
    lines: Array.from({ length: shown }, (_, d) => ({
      name: componentName(output.names, d + 1),
      cells: [
        cell(figure(eigenvalues[d]!)),
        cell(print.percent(shares[d]!)),
        cell(print.percent((running += shares[d]!))),
        ...(random === null ? [] : [cell(figure(random.percentile[d] ?? NaN))]),
      ],
    })),
    note: `${capital(inWords(kept))} ${kept === 1 ? 'was' : 'were'} kept.${random === null ? '' : ' Random data: the percentile of their eigenvalues that parallel analysis goes by.'}`,
    question: 4,
  };
}

function loadingsPrint({ output, settings, key, print }: Source): PrintTable {
  const { result, names, wordings } = output;
  const { measures, kept, loadings, structure, correlations, communalities, rotation } = result;
  const oblique = rotation !== null && rotation.phi !== null;
  const leads = leadingDimensions(correlations);
  const write = (value: number, fade: boolean) => ({
    text: fade && settings.small === 'leave out' ? '' : print.coefficient(value),
    small: fade,
  });
  const header = Array.from({ length: kept }, (_, d) => componentName(names, d + 1));
  const unit = !oblique && isSame(loadings.values, correlations.values);
  const shown = oblique ? loadings : correlations;
  return {
    key: key('loadings'),
    title: oblique
      ? `Pattern and structure of ${measures.length} measures on ${kept} components`
      : `${unit ? 'Loadings' : 'Correlations'} of ${measures.length} measures ${unit ? 'on' : 'with'} ${kept === 1 ? 'the component' : `${kept} components`}`,
    head: ['measure', ...header, ...(oblique ? header.map(name => `${name}, structure`) : []), 'communality'],
    lines: ledgerOrder(correlations).map(j => ({
      name: measures[j]!,
      wording: wordings.get(measures[j]!) ?? '',
      cells: [
        ...header.map((_, d) =>
          write(entry(shown, j, d), Math.abs(entry(correlations, j, d)) < settings.fade),
        ),
        ...(oblique ? header.map((_, d) => cell(print.coefficient(entry(structure, j, d)))) : []),
        cell(print.coefficient(communalities[j]!)),
      ],
    })),
    note: `Measures stand by the component that leads them (${header
      .map((name, d) => `${name}: ${leads.filter(lead => lead === d).length}`)
      .slice(0, 8)
      .join(
        ', ',
      )}). Those under ${print.coefficient(settings.fade)} are ${settings.small === 'leave out' ? 'left out' : 'grey'}. Communality: the share of a measure’s variance that the components hold together.`,
    question: 5,
  };
}

const isSame = (a: Float64Array, b: Float64Array): boolean =>
  a.every((value, at) => Math.abs(value - b[at]!) < 1e-9 * Math.max(1, Math.abs(value)));
