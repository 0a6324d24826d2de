import { columnOf, entry, type Matrix } from '../algebra/matrix';
import type { Components } from '../components/components';
import { stretch, quietHost, type Host } from '../host';
import type { Account } from '../preparation/prepare';
import { Problem, problemData, type ProblemData } from '../problem';
import type { Suitability } from '../suitability/suitability';
import type { Table } from '../table/table';
import { fileStems } from '../writeup/files';
import { componentsOf, compute, decompositionOf, DEFINITIONS, keptOf, preparationOf, spaceOf } from './run';
import type { Memo, Request, ResultOf } from './run';
import type { Recipe, Reduction } from './schema';

/** The version of the form that figures are written in; docs/figures.md tells of it. */
export const FIGURES_VERSION = 1;

/** A figure's place where it cannot be had: why. */
interface NotHad {
  readonly problem: ProblemData;
}

/**
 * Every figure that the screens show of a study, by question and reduction, as plain data: arrays in place of typed
 * arrays, a row of a matrix as an array, null for what is no number. A part that cannot be had says why in its place.
 *
 * @param table as the recipe arranges it, columns of scores included
 */
export function figuresOf(
  table: Table,
  recipe: Recipe,
  host: Host = quietHost,
  memo: Memo = new Map(),
): object {
  const ask = <R extends Request>(request: R, part = host): ResultOf<R> | NotHad => {
    try {
      return compute(table, request, part, memo);
    } catch (thrown) {
      if (!(thrown instanceof Problem)) throw thrown;
      return { problem: problemData(thrown) };
    }
  };
  const preparation = preparationOf(recipe);
  const account = ask({ stage: 'account', preparation }, stretch(host, 0, 0.1));
  const { correlations: kind, ...thresholds } = recipe.suitability;
  const suitability = ask({ stage: 'suitability', preparation, kind }, stretch(host, 0.1, 0.2));
  const stems = fileStems(recipe.reductions.map(({ name }) => name));
  const share = 0.8 / recipe.reductions.length;
  return plain({
    format: 'wold figures',
    version: FIGURES_VERSION,
    definitions: DEFINITIONS,
    table: {
      name: table.name,
      key: table.key,
      rows: table.rows,
      columns: table.columns.map(({ name }) => name),
      matrix: table.matrix?.kind ?? null,
    },
    description: ask({ stage: 'description' }),
    preparation: {
      settings: preparation,
      ...('problem' in account ? account : accountFigures(account)),
    },
    suitability: {
      settings: { correlations: kind, ...thresholds },
      ...('problem' in suitability ? suitability : suitabilityFigures(suitability)),
    },
    reductions: recipe.reductions.map((reduction, index) =>
      reductionFigures(
        { table, recipe, reduction, stem: stems[index]! },
        ask,
        stretch(host, 0.2 + share * index, 0.2 + share * (index + 1)),
      ),
    ),
  }) as object;
}

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

type Ask = <R extends Request>(request: R, part?: Host) => ResultOf<R> | NotHad;

interface Asked {
  readonly table: Table;
  readonly recipe: Recipe;
  readonly reduction: Reduction;
  readonly stem: string;
}

function reductionFigures({ table, recipe, reduction, stem }: Asked, ask: Ask, host: Host) {
  const { id, name, method, names, map: _m, fade: _f, ...settings } = reduction;
  const preparation = preparationOf(recipe);
  const { without } = decompositionOf(recipe, reduction);
  const kept = keptOf(recipe, reduction);
  const made = ask(componentsOf(recipe, reduction), stretch(host, 0, 0.3));
  const rows = table.matrix === null;
  const only = (request: Request | null, from: number, to: number) =>
    request === null || !rows ? null : ask(request, stretch(host, from, to));
  const { repeatsBy, groupsBy, outcome, retention } = reduction;
  return {
    id,
    name,
    method,
    settings,
    names,
    votes: ask({ stage: 'retention', preparation, without, settings: retention }, stretch(host, 0.3, 0.6)),
    ...('problem' in made ? made : componentFigures(made)),
    scores: rows ? { file: `${stem}-scores.csv` } : null,
    distances: only({ ...spaceOf(recipe, reduction), stage: 'distances', level: reduction.limit }, 0.6, 0.7),
    rowFigures: 'problem' in made || !rows ? null : rowFigures(made, ask, recipe, reduction),
    relations: only({ ...kept, stage: 'scoreRelations' }, 0.7, 0.8),
    replicates: only(
      repeatsBy === null ? null : { ...kept, stage: 'replicates', label: repeatsBy },
      0.8,
      0.83,
    ),
    agreement: only(groupsBy === null ? null : { ...kept, stage: 'agreement', label: groupsBy }, 0.83, 0.9),
    outcome: only(
      outcome === null ? null : { ...kept, stage: 'outcome', outcome, seed: retention.seed },
      0.9,
      1,
    ),
  };
}

function componentFigures(made: Components) {
  const { rows: _r, weights: _w, scores: _s, placedRows: _p, placedScores: _q, ...rest } = made;
  const squared = (matrix: Matrix): Matrix => ({
    ...matrix,
    values: matrix.values.map(value => value * value),
  });
  return {
    ...rest,
    // Of columns: what each adds to a dimension, and what each dimension holds of it.
    contributions: made.rotation === null ? squared(made.coefficients) : null,
    squaredCosines: squared(made.correlations),
  };
}

/** Each used row's part in each dimension's variance, and how much of its squared distance lies along it. */
function rowFigures(made: Components, ask: Ask, recipe: Recipe, reduction: Reduction) {
  const distances = ask({ ...spaceOf(recipe, reduction), stage: 'distances', level: reduction.limit });
  const { scores, weights, kept, rotation } = made;
  const contributions = Array.from({ length: kept }, (_, d) => {
    const score = columnOf(scores, d);
    const parts = score.map((value, i) => (weights?.[i] ?? 1) * value * value);
    const sum = parts.reduce((total, part) => total + part, 0);
    return parts.map(part => part / sum);
  });
  const square = 'problem' in distances ? null : distances.square;
  return {
    rows: made.rows,
    contributions,
    // Rotated scores are no lengths in the space of the rows.
    squaredCosines:
      square === null || rotation !== null
        ? null
        : Array.from({ length: kept }, (_, d) =>
            square.map((length, i) => (length > 0 ? entry(scores, i, d) ** 2 / length : 0)),
          ),
  };
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
