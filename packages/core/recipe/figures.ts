import { columnOf, entry, type Matrix } from '../algebra/matrix';
import { stretch, quietHost, type Host } from '../host';
import type { Account } from '../preparation/prepared';
import { Problem, problemData } from '../problem';
import type { Suitability } from '../suitability/suitability';
import type { Placement } from '../methods/placement';
import { groupLabel } from '../table/groupLabel';
import { groupsOf } from '../table/groups';
import { findColumn, hasCases, sampleOf, sceneOf, type Table } from '../table/table';
import { groupEllipses, type GroupEllipses } from '../use/groupEllipses';
import type { Memo } from '../stages/memo';
import { fileStems } from '../writeup/fileStem';
import type { AskFigures } from '../methods/work';
import { methodNamed } from '../methods/all';
import { namesOn } from '../methods/names';
import { workOf } from '../methods/works';
import { studyBench } from './compute';
import { ofSample } from '../methods/components/ask';
import { askOf, dimensionsAnewOf, leftOutOf, preparationFor, preparationOf, reducedBy } from './requests';
import { correlationsExtent, extentOf, reductionExtent } from './extent';
import { isBy, type Recipe, type Reduction } from './schema';
import { againstLabel, type AgainstLabel } from '../clusters/againstLabel';
import { bestClustering } from '../clusters/clusters';
import { TRIED } from '../clusters/tried';
import { PICTURE_NEIGHBOURS } from '../trust/pictureFigures';
import { isQuickToResample } from '../trust/resampling';
import { STAGES } from './stages';

/** The version of the form that figures are written in; docs/figures.md tells of it. */
export const FIGURES_VERSION = 2;

/**
 * Every figure that the screens show of a study, by question and reduction, as plain data: arrays in place of typed
 * arrays, a row of a matrix as an array, null for what is no number. A part that cannot be had says why in its place.
 *
 * @param table as the recipe arranges it, columns of scores included
 */
export async function figuresOf(
  table: Table,
  recipe: Recipe,
  host: Host = quietHost,
  memo: Memo = new Map(),
): Promise<object> {
  const bench = studyBench(table, host, memo);
  const figure: AskFigures = async (stage, ask, part = host) => {
    try {
      return await bench.need(stage, ask, part);
    } catch (thrown) {
      if (!(thrown instanceof Problem)) throw thrown;
      return { problem: problemData(thrown) };
    }
  };
  const preparation = preparationOf(recipe);
  const account = await figure(STAGES.account, { preparation }, stretch(host, 0, 0.1));
  const { correlations: kind, ...thresholds } = recipe.suitability;
  const suitability = await figure(STAGES.suitability, { preparation, kind }, stretch(host, 0.1, 0.2));
  const stems = fileStems(recipe.reductions.map(({ name }) => name));
  const share = 0.8 / recipe.reductions.length;
  const reductions: object[] = [];
  for (const [index, reduction] of recipe.reductions.entries()) {
    const part = stretch(host, 0.2 + share * index, 0.2 + share * (index + 1));
    reductions.push(await reductionFigures({ table, recipe, reduction, stem: stems[index]! }, figure, part));
  }
  return plain({
    format: 'wold figures',
    version: FIGURES_VERSION,
    definitions: Object.values(STAGES).map(({ name, version }) => ({ stage: name, version })),
    table: {
      name: table.name,
      key: table.key,
      rows: table.rows,
      columns: table.columns.map(({ name }) => name),
      matrix: table.matrix?.kind ?? null,
      scene: sceneOf(table),
      sample: sampleOf(table),
      extent: extentOf(recipe, table),
    },
    description: await figure(STAGES.description, {}),
    whole: extentOf(recipe, table) === 'whole' ? await figure(STAGES.wholeColumns, {}) : null,
    preparation: {
      settings: preparation,
      ...('problem' in account ? account : accountFigures(account)),
      placed:
        'problem' in account || account.placedRows.length === 0
          ? null
          : await figure(STAGES.placedAccount, { preparation }),
    },
    suitability: {
      settings: { correlations: kind, ...thresholds },
      extent: correlationsExtent(recipe, table),
      ...('problem' in suitability ? suitability : suitabilityFigures(suitability)),
    },
    words:
      preparation.words === null
        ? null
        : {
            vocabulary: await figure(STAGES.vocabulary, { preparation, label: firstLabel(table, recipe) }),
            related: await figure(STAGES.relatedWords, { preparation }),
          },
    reductions,
  }) as object;
}

/** The label that colours the first map that one does, or null. */
const firstLabel = (table: Table, { reductions }: Recipe): string | null =>
  reductions.map(reduction => groupLabel(table, reduction.map.colour)).find(label => label !== null) ?? null;

function accountFigures(account: Account) {
  const { rows, placedRows, rowsLeftOut, changes, weights, ...rest } = account;
  const steps = [...new Set(rowsLeftOut.map(({ step }) => step))];
  return {
    ...rest,
    rowsUsed: account.n === null || rows.length > 0 ? rows.length : null,
    rowsPlaced: placedRows.length,
    rowsLeftOut: steps.map(step => ({
      step,
      rows: rowsLeftOut.filter(out => out.step === step).length,
    })),
    changes: Object.entries(changes.counts).map(([step, entries]) => ({ step, entries })),
    weighted: weights !== null,
  };
}

function suitabilityFigures({ order: _, ...found }: Suitability) {
  return found;
}

interface Source {
  readonly table: Table;
  readonly recipe: Recipe;
  readonly reduction: Reduction;
  readonly stem: string;
}

/** The figures of the reduction's method, and those that any placement of rows has. */
async function reductionFigures(
  { table, recipe, reduction, stem }: Source,
  figure: AskFigures,
  host: Host,
): Promise<object> {
  const { id, name, names, settings, only, repeatsBy } = reduction;
  const { method } = settings;
  const rows = hasCases(table);
  const label = groupLabel(table, reduction.map.colour);
  const reduced = reducedBy(recipe, reduction);
  const own = await workOf(method).figures({
    settings,
    ask: reduced.ask,
    preparation: preparationFor(recipe, reduction),
    rows,
    label,
    figure,
    host: stretch(host, 0, 0.8),
  });
  const placed = await figure(STAGES.placement, { reduced });
  return {
    id,
    name,
    method,
    extent: reductionExtent(recipe, table, reduction),
    settings,
    only,
    repeatsBy,
    names: 'problem' in placed ? [] : namesOn(names, placed.structure).names,
    ...own,
    sample: await sampleFigures(table, recipe, reduction, figure),
    groups: 'problem' in placed || !rows ? [] : mapGroups(table, reduction, placed),
    scores: rows ? { file: `${stem}-scores.csv` } : null,
    relations: rows ? await figure(STAGES.scoreRelations, { reduced }, stretch(host, 0.8, 0.9)) : null,
    picture: 'problem' in placed || !rows ? null : await pictureOf(table, recipe, reduction, placed, figure),
    centres:
      label === null || !rows || table.matrix !== null
        ? null
        : await figure(STAGES.levelCentres, { preparation: preparationFor(recipe, reduction), label }),
    clusters: 'problem' in placed || !rows ? null : await clusterFigures(table, reduction, reduced, figure),
    again:
      'problem' in placed || !rows
        ? null
        : await againFigures(recipe, reduction, reduced, placed.rows.length, figure, host),
    replicates:
      rows && repeatsBy.length > 0
        ? await figure(STAGES.replicates, { reduced, by: repeatsBy }, stretch(host, 0.9, 1))
        : null,
  };
}

/** Eigenvalues of components of the sample alone, where those told are of the whole. */
async function sampleFigures(
  table: Table,
  recipe: Recipe,
  reduction: Reduction,
  figure: AskFigures,
): Promise<object | null> {
  if (!isBy(reduction, 'components') || reductionExtent(recipe, table, reduction) !== 'whole') return null;
  const { preparation, without } = askOf(recipe, reduction);
  const found = await figure(STAGES.decomposition, ofSample(preparation, without));
  return 'problem' in found ? found : { eigenvalues: found.eigenvalues };
}

/** How far the dimensions hang on the rows that there are, where that is quick to find. */
async function againFigures(
  recipe: Recipe,
  reduction: Reduction,
  { method, ask }: ReturnType<typeof reducedBy>,
  rows: number,
  figure: AskFigures,
  host: Host,
): Promise<object | null> {
  const { againWork, stage } = methodNamed(method);
  if (againWork === undefined) return null;
  const found: unknown = await figure(stage, ask);
  const { resamples: settings } = reduction;
  const work = againWork(found);
  if (!isQuickToResample(work, settings)) return null;
  const asked = dimensionsAnewOf(recipe, reduction);
  const resamples = await figure(STAGES.resamples, asked, stretch(host, 0.7, 0.75));
  return {
    settings,
    // Where each row lay is drawn, and is no figure.
    resamples: 'problem' in resamples ? resamples : { ...resamples, places: undefined },
    halves: await figure(STAGES.halves, { ...asked, by: settings.halves }, stretch(host, 0.75, 0.78)),
    leftOut: isQuickToResample(work, { times: rows })
      ? await figure(STAGES.leftOut, leftOutOf(recipe, reduction), stretch(host, 0.78, 0.79))
      : null,
    sizes: await figure(STAGES.sizes, asked, stretch(host, 0.79, 0.8)),
  };
}

/** How true the map is on the dimensions that it shows, by the yardstick that all pictures are compared by. */
async function pictureOf(
  table: Table,
  recipe: Recipe,
  reduction: Reduction,
  { at }: Placement,
  figure: AskFigures,
): Promise<object | null> {
  if (table.matrix !== null) return null;
  const { x, y } = reduction.map;
  return figure(STAGES.pictureFigures, {
    reduced: reducedBy(recipe, reduction),
    preparation: preparationFor(recipe, reduction),
    dimensions: [...new Set([x, y].map(d => Math.min(d, at.columns) - 1))],
    k: PICTURE_NEIGHBOURS,
    label: groupLabel(table, reduction.map.colour),
  });
}

/** The clusters of a reduction's rows by their number, and those that part best against the label that colours the map. */
async function clusterFigures(
  table: Table,
  reduction: Reduction,
  reduced: ReturnType<typeof reducedBy>,
  figure: AskFigures,
): Promise<object> {
  const found = await figure(STAGES.clusters, { reduced, ...TRIED });
  if ('problem' in found) return found;
  const best = bestClustering(found);
  const label = groupLabel(table, reduction.map.colour);
  const column = label === null ? undefined : findColumn(table, label);
  return {
    of: found.of.map(({ cluster: _, ...figures }) => figures),
    best: best.k,
    against:
      column?.kind === 'levels' ? { label, ...againstFigures(againstLabel(found, best, column)) } : null,
  };
}

const againstFigures = ({ table, match, ...rest }: AgainstLabel): object => ({
  ...rest,
  match,
  counts: table.counts,
});

/** Centres and ellipses of the groups that colour the map, on its two dimensions as they are. */
function mapGroups(table: Table, { map }: Reduction, placed: Placement): GroupEllipses[] {
  const column = map.colour === null ? undefined : findColumn(table, map.colour);
  const { at, rows, weights, counts } = placed;
  if (map.groups === 'none' || column?.kind !== 'levels' || at.columns < 2) return [];
  const along = (dimension: number) => columnOf(at, Math.min(dimension, at.columns) - 1);
  const points = { x: along(map.x), y: along(map.y), weights, counts };
  return groupEllipses(points, groupsOf(table, column.name, rows), map.share);
}

/** Typed arrays as arrays, matrices as arrays of their rows, what is no finite number as null. */
function plain(value: unknown): unknown {
  if (typeof value === 'number') return Number.isFinite(value) ? value : null;
  if (value === null || typeof value !== 'object') return value;
  if (ArrayBuffer.isView(value)) return Array.from(value as unknown as ArrayLike<number>, plain);
  if (Array.isArray(value)) return value.map(plain);
  if (isMatrix(value)) {
    return Array.from({ length: value.rows }, (_, i) =>
      Array.from({ length: value.columns }, (__, j) => plain(entry(value, i, j))),
    );
  }
  return Object.fromEntries(Object.entries(value).map(([name, part]) => [name, plain(part)]));
}

const isMatrix = (value: object): value is Matrix =>
  'rows' in value && 'columns' in value && 'values' in value && value.values instanceof Float64Array;

/** Figures as text. */
export const writeFigures = (figures: object): string => `${JSON.stringify(figures, null, 1)}\n`;
