import { quietHost, stretch, type Host } from '../host';
import { methodNamed } from '../methods/all';
import { namesOn } from '../methods/names';
import { workOf } from '../methods/works';
import type { AskFigures, ReductionReport } from '../methods/work';
import type { Account } from '../preparation/prepared';
import { Problem, problemData } from '../problem';
import { studyBench } from '../recipe/compute';
import { outputOf } from '../recipe/outputOf';
import { dimensionsAnewOf, preparationFor, preparationOf, reducedBy } from '../recipe/requests';
import type { Recipe, Reduction } from '../recipe/schema';
import { STAGES } from '../recipe/stages';
import type { Memo } from '../stages/memo';
import { groupLabel } from '../table/groupLabel';
import { hasCases, type Table } from '../table/table';
import { isQuickToResample } from '../trust/resampling';
import type { Check } from '../writeup/check';
import { givenName } from '../writeup/dimensionName';
import { count } from '../writeup/format';
import { printed, type Printed } from '../writeup/print';
import type { PrintTable } from '../writeup/printTable';
import { live, told, type Told } from '../writeup/told';
import { groupMeansPrint } from './groupMeans';
import { halvesTold, resamplesMethod, resamplesPrint, resamplesTold } from './again';
import { descriptionPrint, preparationTold } from './preparation';
import type { Report, ReportSection } from './report';
import { suitabilityPrint, suitabilityTold } from './suitability';

/**
 * A report of a study, grown from its recipe and its results: sentences with the figures in them, tables, and what such a
 * report is expected to hold. What cannot be had is left out, and missing in the checklist.
 *
 * @param table as the recipe arranges it, columns of scores included
 * @param patient whether what takes more than some seconds is found too
 */
export async function reportOf(
  table: Table,
  recipe: Recipe,
  host: Host = quietHost,
  memo: Memo = new Map(),
  patient = false,
): Promise<Report> {
  const bench = studyBench(table, host, memo);
  const find: AskFigures = async (stage, ask, part = host) => {
    try {
      return await bench.need(stage, ask, part);
    } catch (thrown) {
      if (!(thrown instanceof Problem)) throw thrown;
      return { problem: problemData(thrown) };
    }
  };
  const print = printed(recipe.writeup.style);
  const first = await studySections(table, recipe, find, print, stretch(host, 0, 0.3));
  const made: { readonly section: ReportSection; readonly checks: readonly Check[] }[] = [];
  for (const [index, reduction] of recipe.reductions.entries()) {
    const share = 0.7 / recipe.reductions.length;
    const part = stretch(host, 0.3 + share * index, 0.3 + share * (index + 1));
    const one = await reductionSection(table, recipe, reduction, find, print, patient, part);
    if (one !== null) made.push(one);
  }
  return {
    title: table.name.replace(/\.[^.]+$/, ''),
    sections: [...first.sections, ...made.map(({ section }) => section)],
    checks: [
      ...first.checks,
      ...made.flatMap(({ section, checks }) => checks.map(check => ({ ...check, section: section.key }))),
    ],
  };
}

const NOT_PREPARED = 'Question 2 says why the table cannot be prepared as it is.';

interface StudyPart {
  readonly sections: readonly ReportSection[];
  readonly checks: Report['checks'];
}

async function studySections(
  table: Table,
  recipe: Recipe,
  find: AskFigures,
  print: Printed,
  host: Host,
): Promise<StudyPart> {
  const preparation = preparationOf(recipe);
  const account = await find(STAGES.account, { preparation }, stretch(host, 0, 0.4));
  const common = recipe.reductions.some(({ settings }) => methodNamed(settings.method).ofCommonFactors);
  const { correlations: kind } = recipe.suitability;
  const found =
    preparation.words !== null || table.matrix?.kind === 'distance'
      ? null
      : await find(STAGES.suitability, { preparation, kind }, stretch(host, 0.4, 0.8));
  const suitable = found === null || 'problem' in found ? null : found;
  const description = await find(STAGES.description, {}, stretch(host, 0.8, 1));
  const known = 'problem' in account ? null : account;
  const described =
    known === null || 'problem' in description ? null : descriptionPrint(recipe, known, description);
  const sections: ReportSection[] = [
    {
      key: 'data',
      title: 'Data',
      reduction: null,
      methods: known === null ? [] : preparationTold(table, recipe, preparation, known),
      results: [],
      tables: described === null ? [] : [described],
    },
    ...(suitable === null
      ? []
      : [
          {
            key: 'suitability',
            title: 'Suitability',
            reduction: null,
            methods: [],
            results: suitabilityTold(recipe, suitable, print, common),
            tables: [suitabilityPrint(suitable, print)],
          },
        ]),
  ];
  const checks: Check[] = [
    {
      what: 'rows and columns, and how many rows were used',
      at: known && 'rows',
      remedy: NOT_PREPARED,
      question: 1,
    },
    {
      what: 'what was done about missing entries and outliers',
      at: known && (preparation.words === null ? 'treatment' : 'words'),
      remedy: NOT_PREPARED,
      question: 2,
    },
    {
      what: 'a description of the measures',
      at: described && 'description',
      remedy: 'The table gives no single measures.',
      question: 1,
    },
    {
      what: 'whether the measures are worth reducing',
      at: suitable && (Number.isNaN(suitable.kmo) ? 'singular' : 'kmo'),
      remedy: 'Correlations of columns are needed.',
      question: 3,
    },
  ];
  return { sections, checks: checks.map(check => ({ ...check, section: 'data' })) };
}

async function reductionSection(
  table: Table,
  recipe: Recipe,
  reduction: Reduction,
  find: AskFigures,
  print: Printed,
  patient: boolean,
  host: Host,
): Promise<{ readonly section: ReportSection; readonly checks: readonly Check[] } | null> {
  const { id, name, settings, only } = reduction;
  const method = methodNamed(settings.method);
  const preparation = preparationFor(recipe, reduction);
  const reduced = reducedBy(recipe, reduction);
  const result = (await find(method.stage, reduced.ask, stretch(host, 0, 0.4))) as object;
  const account = await find(STAGES.account, { preparation });
  if ('problem' in result || 'problem' in account) return null;
  const key = (of: string): string => `${id} ${of}`;
  const label = groupLabel(table, reduction.map.colour);
  const rows = hasCases(table);
  const output = outputOf(recipe, reduction, { table, account, result });
  const own: ReductionReport = await workOf(settings.method).report({
    settings,
    ask: reduced.ask,
    preparation,
    rows,
    label,
    figure: find,
    host: stretch(host, 0.4, 0.7),
    output,
    print,
    key,
  });
  const { structure } = method.placement(result);
  const { names } = namesOn(reduction.names, structure);
  const nameOf = (d: number): string => givenName(names, d + 1) ?? `${own.noun} ${d + 1}`;
  const saying = { key, print, nameOf };
  const { againWork } = method;
  const quick = againWork !== undefined && isQuickToResample(againWork(result), reduction.resamples);
  const more =
    againWork === undefined || !rows
      ? NOTHING
      : quick || patient
        ? await againParts(recipe, reduction, find, saying, stretch(host, 0.7, 1))
        : { ...NOTHING, checks: [{ ...AGAIN, remedy: 'It takes a while: find it now.', dear: true }] };
  const means =
    label === null || !rows || table.matrix !== null
      ? null
      : await groupMeans(recipe, reduction, label, find, print);
  return {
    section: {
      key: id,
      title: name,
      reduction: id,
      methods: [...rowsOfItsOwn(reduction, account, only.length > 0), ...own.methods, ...more.methods],
      results: [...own.results, ...more.results],
      tables: [
        ...own.tables,
        ...more.tables,
        ...(means === null ? [] : [{ ...means, key: key('group means') }]),
      ],
    },
    checks: [...own.checks, ...more.checks],
  };
}

/** That a reduction uses rows of its own. */
const rowsOfItsOwn = ({ id, only }: Reduction, { rows }: Account, narrowed: boolean): Told[] =>
  narrowed
    ? [
        told(
          `${id} own rows`,
        )`It is of ${live('rows', count(rows.length, 'row'), 4)} that meet ${count(only.length, 'condition')} of its own.`,
      ]
    : [];

type AgainParts = Omit<ReductionReport, 'noun'>;

const NOTHING: AgainParts = { methods: [], results: [], tables: [], checks: [] };

/** The check of how far dimensions hang on the rows. */
const AGAIN: Check = {
  what: 'how far the dimensions hang on the rows that there are',
  at: null,
  remedy: 'Draw fewer rows anew, or take a part of them.',
  question: 7,
};

/** How far dimensions hang on the rows. */
async function againParts(
  recipe: Recipe,
  reduction: Reduction,
  find: AskFigures,
  saying: Parameters<typeof resamplesTold>[1],
  host: Host,
): Promise<AgainParts> {
  const asked = dimensionsAnewOf(recipe, reduction);
  const resamples = await find(STAGES.resamples, asked, stretch(host, 0, 0.6));
  const halves = await find(
    STAGES.halves,
    { ...asked, by: reduction.resamples.halves },
    stretch(host, 0.6, 1),
  );
  if ('problem' in resamples) return { ...NOTHING, checks: [AGAIN] };
  return {
    methods: [resamplesMethod(reduction, resamples, saying)],
    results: [
      ...resamplesTold(resamples, saying),
      ...('problem' in halves ? [] : halvesTold(halves, saying)),
    ],
    tables: [resamplesPrint(resamples, saying)],
    checks: [{ ...AGAIN, at: saying.key('again'), remedy: '' }],
  };
}

async function groupMeans(
  recipe: Recipe,
  reduction: Reduction,
  label: string,
  find: AskFigures,
  print: Printed,
): Promise<PrintTable | null> {
  const preparation = preparationFor(recipe, reduction);
  if (preparation.words !== null) return null;
  const centres = await find(STAGES.levelCentres, { preparation, label });
  return 'problem' in centres ? null : groupMeansPrint(centres, print);
}
