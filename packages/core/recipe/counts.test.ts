import { reductionWith } from '../testTables';
import fc from 'fast-check';
import { seededRandom } from '../algebra/random';
import type { PreparationInput } from '../preparation/prepared';
import { readDelimited } from '../table/readDelimited';
import type { Table } from '../table/table';
import { factorsAsk } from '../methods/factors/ask';
import { FACTOR_ROTATION, freshFactors } from '../methods/factors/settings';
import { freshRecipe } from './fresh';
import { compute } from './compute';
import { askOf, preparationOf } from './requests';
import type { Request } from './stages';
import type { Recipe } from './schema';

/** A table with a column of counts, and the one with its rows repeated as often: the same rows side by side. */
function bothOf(seed: number, n: number, p: number, gaps: boolean) {
  const random = seededRandom(seed);
  const common = Array.from({ length: n }, random.normal);
  const other = common.map(() => random.normal());
  const lines = common.map((c, i) => {
    const entries = Array.from({ length: p }, (_, j) =>
      gaps && random.uniform() < 0.04
        ? ''
        : (50 * j + 2 * (j % 2 === 0 ? c : other[i]!) + 0.7 * random.normal()).toFixed(4),
    );
    const outlier = i === 2 ? '400' : '';
    if (outlier !== '') entries[0] = outlier;
    return [`g${i % 3}`, `s${Math.floor(i / 2)}`, (c + random.normal()).toFixed(4), ...entries].join(',');
  });
  const counts = lines.map(() => 1 + random.whole(3));
  const names = ['group', 'sample', 'outcome', ...Array.from({ length: p }, (_, j) => `x${j}`)].join(',');
  const read = (rows: readonly string[]) =>
    readDelimited(new TextEncoder().encode([`count,${names}`, ...rows].join('\n')), 'made.csv');
  return {
    counted: read(lines.map((line, i) => `${counts[i]},${line}`)),
    repeated: read(lines.flatMap((line, i) => Array<string>(counts[i]!).fill(`${counts[i]},${line}`))),
    counts,
  };
}

function recipeOf(table: Table, weight: boolean, change: Partial<Recipe['preparation']>): Recipe {
  const fresh = freshRecipe(table);
  const role = (name: string): 'measure' | 'label' | 'weight' | 'aside' => {
    if (name.startsWith('x')) return 'measure';
    if (name === 'count') return weight ? 'weight' : 'aside';
    return name === 'outcome' ? 'aside' : 'label';
  };
  return {
    ...fresh,
    columns: fresh.columns.map(({ name }) => ({ name, role: role(name) })),
    preparation: { ...fresh.preparation, ...change, weighting: 'counts' },
  };
}

/** Every request whose figures a screen or file shows, but for those that say that they take no weights. */
function requestsOn(recipe: Recipe, keep: number, method: 'none' | 'varimax' | 'promax'): Request[] {
  const preparation: PreparationInput = preparationOf(recipe);
  const kept = askOf(recipe, reductionWith(recipe.reductions[0]!, { keep, rotation: { method, power: 4 } }));
  // One factor has one solution, however little it explains; several are held together beside their rotations.
  const factor = factorsAsk(preparation, [], {
    ...freshFactors(),
    keep: 1,
    rotation: FACTOR_ROTATION,
  });
  const votes = (data: 'normal' | 'permuted'): Request => ({
    stage: 'retention',
    preparation,
    without: [],
    settings: { data, simulations: 20, percentile: 95, seed: 1, share: 0.7 },
  });
  const { measures, weight, weighting } = preparation;
  return [
    { stage: 'account', preparation },
    { stage: 'originalBoxes', measures, weight, weighting },
    { stage: 'treatedBoxes', preparation },
    { stage: 'distribution', preparation, measure: 'x1' },
    { stage: 'suitability', preparation, kind: 'pearson' },
    { stage: 'suitability', preparation, kind: 'spearman' },
    { stage: 'relations', preparation, measure: 'x0' },
    votes('normal'),
    votes('permuted'),
    {
      stage: 'parallelCount',
      preparation,
      without: [],
      settings: { data: 'normal', simulations: 20, percentile: 95, seed: 1 },
    },
    { ...kept, stage: 'components' },
    { ...kept, stage: 'distances', level: 0.95 },
    { reduced: { method: 'components', ask: kept }, stage: 'scoreRelations' },
    { ...kept, stage: 'outcome', outcome: 'outcome', seed: 1 },
    { reduced: { method: 'components', ask: kept }, stage: 'replicates', by: ['sample'] },
    { ...kept, stage: 'agreement', label: 'group' },
    {
      stage: 'parallelFactors',
      preparation,
      without: [],
      settings: { data: 'normal', simulations: 20, percentile: 95, seed: 1 },
    },
    { stage: 'measureCorrelations', preparation, correlations: 'spearman' },
    { ...factor, stage: 'factors' },
    {
      stage: 'discriminant',
      preparation,
      without: [],
      label: 'group',
      unknown: 'so named',
      keep: 'all',
      shrinkage: 'where-singular',
    },
  ];
}

/** Figures that belong to rows come by row, and counts of changed entries by entry: compared for the first of each. */
const BY_ROW = new Set(['scores', 'rowScores', 't2', 'q', 'square', 'treated', 'rebuilt']);
/** Which rows there are, and what is said of each, is that of the table; rows are held out with all that they count. */
const OF_ROWS = new Set([
  'rows',
  'group',
  'placedRows',
  'weights',
  'counts',
  'rowsLeftOut',
  'changes',
  'outliers',
  'quantiles',
  'crossValidated',
  'folds',
  'cutShort',
  'with',
  // How long it took to get there.
  'iterations',
]);

async function resultOf(table: Table, request: Request): Promise<unknown> {
  try {
    return await compute(table, request);
  } catch (thrown) {
    return { refused: (thrown as Error).name };
  }
}

function same(a: unknown, b: unknown, first: readonly number[], path: string): void {
  const key = path.split('.').at(-1)!;
  if (OF_ROWS.has(key) && !(key === 'rows' && typeof a === 'number')) return;
  if (BY_ROW.has(key) && typeof a === 'object' && a !== null) {
    const [x, y] = [columns(a), columns(b)];
    x.forEach((column, d) =>
      first.forEach((to, from) => same(column[from], y[d]![to], first, `${path}[${d}].${from}`)),
    );
    return;
  }
  if (typeof a === 'number' && typeof b === 'number') {
    const size = Math.max(1, Math.abs(a), Math.abs(b));
    // Extraction of factors ends where it is settled to 1e-5.
    const off = path.startsWith('factors') ? 1e-5 : 2e-6;
    if (!(Object.is(a, b) || Math.abs(a - b) <= off * size)) throw new Error(`${path}: ${a} and ${b}`);
    return;
  }
  if (typeof a === 'object' && a !== null && typeof b === 'object' && b !== null) {
    const [one, two] = [Object.keys(a), Object.keys(b)];
    if (one.join() !== two.join()) throw new Error(`${path}: ${one.join()} and ${two.join()}`);
    for (const name of one) same((a as never)[name], (b as never)[name], first, `${path}.${name}`);
    return;
  }
  if (!Object.is(a, b)) throw new Error(`${path}: ${String(a)} and ${String(b)}`);
}

/** The columns of a matrix, or a list as the one column. */
function columns(of: unknown): ArrayLike<number>[] {
  const { rows, columns: count, values } = of as { rows: number; columns: number; values: Float64Array };
  if (values === undefined) return [of as ArrayLike<number>];
  return Array.from({ length: count }, (_, d) => values.subarray(d * rows, (d + 1) * rows));
}

const WAYS: readonly (readonly [string, Partial<Recipe['preparation']>, boolean])[] = [
  ['plain', {}, false],
  ['gaps filled by means', { missing: 'mean', scale: 'centre' }, true],
  ['gaps filled by medians, outliers pulled in', { missing: 'median', outliers: 'fences' }, true],
  ['gaps filled by components', { missing: 'components', imputation: 1 }, true],
  ['gaps kept', { missing: 'keep' }, true],
  ['robust limits and scale', { outliers: 'robust-z', reach: 3.5, scale: 'robust' }, false],
  ['rows with outliers left out', { outliers: 'leave-out-rows', scale: 'range' }, false],
  ['fitted powers', { transform: 'yeo-johnson' }, false],
  ['normal scores', { transform: 'normal-scores' }, false],
  ['ranks about zero', { transform: 'ranks', scale: 'none' }, false],
];

describe.each(WAYS)('a table with counts is the table with its rows repeated: %s', (name, change, gaps) => {
  // Promax of measures on very unlike scales may let dimensions fall together but for rounding.
  const methods = name === 'plain' ? (['none', 'promax'] as const) : (['none', 'varimax'] as const);
  test.each(methods)('rotation %s', async method => {
    await fc.assert(
      fc.asyncProperty(
        fc.nat(1e6),
        fc.integer({ min: 16, max: 28 }),
        fc.integer({ min: 4, max: 7 }),
        async (seed, n, p) => {
          const { counted, repeated, counts } = bothOf(seed, n, p, gaps);
          const [one, two] = [recipeOf(counted, true, change), recipeOf(repeated, false, change)];
          const asked = requestsOn(one, 2, method);
          const others = requestsOn(two, 2, method);
          for (const [k, request] of asked.entries()) {
            // Of few rows with gaps, components one by one may settle on either of two of near variance.
            if (change.missing === 'keep' && (method !== 'none' || request.stage === 'agreement')) continue;
            const [a, b] = [await resultOf(counted, request), await resultOf(repeated, others[k]!)];
            const account = (await resultOf(counted, asked[0]!)) as { rows?: Uint32Array };
            const used = [...(account.rows ?? [])];
            const start = counts.map((_, row) => counts.slice(0, row).reduce((sum, count) => sum + count, 0));
            const places = [
              ...(((await resultOf(repeated, others[0]!)) as { rows?: Uint32Array }).rows ?? []),
            ];
            const first = used.map(row => places.indexOf(start[row]!));
            try {
              same(a, b, first, `${request.stage}`);
            } catch (thrown) {
              throw new Error(`${name}, seed ${seed}: ${(thrown as Error).message}`, { cause: thrown });
            }
          }
        },
      ),
      { numRuns: 5 },
    );
  });
});
