import { count, figure, fixed, inWords } from '../../writeup/format';
import { cell, type PrintTable } from '../../writeup/printTable';
import { live, sentence, told, type Told } from '../../writeup/told';
import type { ReductionReport, ReportSource } from '../work';
import type { Gaps } from './judged/gaps';
import type { NeighbourMap } from './neighbourMap';
import type { NeighboursAsk } from './question';
import type { MapAgreement, MapQuality } from './quality';
import type { NeighboursSettings } from './settings';
import * as stages from './stages';

type Source = ReportSource<NeighboursSettings, NeighboursAsk, NeighbourMap>;

/** What is said of a map of neighbours in a report. */
export async function neighboursReport(source: Source): Promise<ReductionReport> {
  const { settings, ask, label, figure: find, key } = source;
  const judged = { ...ask, judgedAt: settings.judgedAt };
  const quality = await find(stages.mapQuality, judged);
  const agreement = label === null ? null : await find(stages.mapAgreement, { ...judged, label });
  const gapped = { kind: 'label', column: label ?? '' } as const;
  const gaps = label === null ? null : await find(stages.mapGaps, { ...judged, gapped });
  const density = await find(stages.distanceDensity, ask);
  const known = 'problem' in quality ? null : quality;
  const agreed = agreement === null || 'problem' in agreement ? null : agreement;
  const parted = gaps === null || 'problem' in gaps ? null : gaps;
  return {
    noun: 'Dimension',
    methods: methodsOf(source),
    results: [
      ...(known === null ? [] : [qualityTold(source, known)]),
      ...('problem' in density
        ? []
        : [
            told(
              key('distances'),
            )`Distances on the map and in the table have a rank correlation of ${live('correlation', source.print.coefficient(density.correlation), 7)}.`,
          ]),
      ...(agreed === null ? [] : [agreementTold(source, agreed)]),
      ...(parted === null ? [] : [gapsTold(source, parted)]),
    ],
    tables: [
      ...(known === null ? [] : [qualityPrint(source, known)]),
      ...(agreed === null || parted === null ? [] : [groupsPrint(source, parted)]),
    ],
    checks: [
      { what: 'all settings, the seed among them', at: key('method'), remedy: '', question: 4 },
      { what: 'what distances were taken of', at: key('of'), remedy: '', question: 4 },
      {
        what: 'how true the map is to its neighbours',
        at: known === null ? null : key('quality'),
        remedy: 'Lay the map out to its end.',
        question: 7,
      },
      {
        what: 'which gaps are the table’s',
        at: parted === null ? null : key('gaps'),
        remedy: 'Colour the map by a label or by clusters in question 6.',
        question: 7,
      },
    ],
  };
}

const METRICS = {
  euclidean: 'Euclid’s distances',
  cosine: 'cosine distances',
  correlation: 'correlation distances',
  manhattan: 'sums of absolute differences',
  hellinger: 'Hellinger’s distances',
} as const;

const STARTS = {
  components: 'their leading components',
  spectral: 'the leading eigenvectors of their graph',
  random: 'places at random',
} as const;

function methodsOf({ output: { result }, settings, ask, key }: Source): Told[] {
  const { graph, measures, at, by, done } = result;
  const { tsne, umap } = settings;
  const way =
    by === 't-sne'
      ? `t-SNE (van der Maaten and Hinton 2008), perplexity ${figure(tsne.perplexity)}, ${done.toLocaleString('en')} iterations, the first ${tsne.early} with exaggeration ${figure(tsne.exaggeration)}`
      : `UMAP (McInnes, Healy and Melville 2018), ${umap.neighbours} neighbours, nearest ${figure(umap.nearest)}, spread ${figure(umap.spread)}, ${done.toLocaleString('en')} epochs`;
  return [
    told(
      key('method'),
    )`A map of ${live('points', count(graph.points, 'different row'), 4)} in ${String(at.columns)} ${at.columns === 1 ? 'dimension' : 'dimensions'} was laid out by ${way}, from ${STARTS[ask.start]}, seed ${live('seed', String(ask.seed), 4)}.`,
    sentence(key('of'), [
      `Neighbours are by ${METRICS[settings.metric]} of `,
      live('measures', count(measures.length, 'measure'), 4),
      ...(graph.leading === null
        ? []
        : [
            ', on ',
            live('leading', count(graph.leading.components, 'leading component'), 4),
            ' that hold ',
            live('share', `${(100 * graph.leading.share).toFixed(1)}\u00a0%`, 4),
            ' of the variance',
          ]),
      ...(graph.recall === null
        ? []
        : [
            '; a sample shows ',
            live('recall', `${(100 * graph.recall).toFixed(1)}\u00a0%`, 4),
            ' of them to be found',
          ]),
      '.',
    ]),
    ...(result.note === null ? [] : [told(key('note'))`${result.note}`]),
  ];
}

const qualityTold = ({ key, print }: Source, { k, trustworthiness, continuity, kept }: MapQuality): Told =>
  told(
    key('quality'),
  )`Over the ${live('k', String(k), 7)} nearest of each row, trustworthiness is ${live('trustworthiness', print.coefficient(trustworthiness), 7)} and continuity ${live('continuity', print.coefficient(continuity), 7)} (Venna and Kaski 2001); ${live('kept', print.percent(kept), 7)} of neighbours are kept.`;

const agreementTold = ({ key, print }: Source, { label, k, onMap, inTable }: MapAgreement): Told =>
  told(
    key('agreement'),
  )`Of the ${live('k', String(k), 7)} nearest ${live('map', print.percent(onMap.share), 7)} have a row’s own ${label} on the map and ${live('table', print.percent(inTable.share), 7)} in the table; by chance it would be ${live('chance', print.percent(onMap.byChance), 7)}.`;

/** Groups that are named in a sentence. */
const MOST_NAMED = 8;

function gapsTold({ key }: Source, { of }: Gaps): Told {
  const names = (verdict: string) =>
    of.filter(gap => gap.verdict === verdict).map(({ level }) => level ?? 'the rows marked');
  const [table, map] = [names('table'), names('map')];
  const some = (list: readonly string[]) =>
    list.length > MOST_NAMED ? '' : list.length === 0 ? '' : ` (${list.join(', ')})`;
  const many = (list: readonly string[]) => (list.length === 0 ? 'none' : inWords(list.length));
  return told(
    key('gaps'),
  )`Of ${live('groups', count(of.length, 'group'), 7)} ${live('table', many(table), 7)} ${table.length === 1 ? 'is' : 'are'} clearly parted from the others in the table itself${some(table)}; ${live('map', many(map), 7)} ${map.length === 1 ? 'is' : 'are'} parted by the map alone${some(map)}.`;
}

function qualityPrint(
  { key, print }: Source,
  { k, trustworthiness, continuity, kept }: MapQuality,
): PrintTable {
  return {
    key: key('quality table'),
    title: 'How true the map is',
    head: ['figure', 'value'],
    lines: [
      { name: 'trustworthiness', cells: [cell(print.finer(trustworthiness))] },
      { name: 'continuity', cells: [cell(print.finer(continuity))] },
      { name: 'neighbours kept', cells: [cell(print.percent(kept))] },
    ],
    note: `Of the ${k} nearest of each row (Venna and Kaski 2001).`,
    question: 7,
  };
}

const GAPS = {
  table: 'the table’s',
  map: 'the map’s alone',
  closed: 'closed on the map',
  none: 'no clear gap',
};

const groupsPrint = ({ key, print }: Source, { k, of }: Gaps): PrintTable => ({
  key: key('groups'),
  title: 'Groups among the nearest, and their gaps',
  head: ['group', 'rows', 'outside, in the table', 'outside, on the map', 'by chance', 'gap'],
  words: [4],
  lines: of.map(({ level, rows, outsideInTable, outsideOnMap, byChance, verdict }) => ({
    name: level ?? '',
    cells: [
      cell(fixed(rows, rows % 1 === 0 ? 0 : 1)),
      ...[outsideInTable, outsideOnMap, byChance].map(share => cell(print.percent(share))),
      cell(GAPS[verdict]),
    ],
  })),
  note: `Of the ${k} nearest of a group’s rows, those that are not of it.`,
  question: 7,
});
