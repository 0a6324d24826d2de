import type { Components } from '../methods/components/components';
import type { Discriminant } from '../methods/discriminant/discriminant';
import type { Factors } from '../methods/factors/factors';
import { entry } from '../algebra/matrix';
import { sherds } from '../demo/sherds';
import { quietHost, type Host } from '../host';
import { arrange } from '../table/arrange';
import { readDelimited } from '../table/readDelimited';
import type { Table } from '../table/table';
import { engineOf, sampleFrom } from '../testWhole';
import { withFewDraws } from '../testTables';
import { arrangementOf } from './arrangementOf';
import { compute } from './compute';
import { engineScores } from './engineScores';
import { extentOf, reductionExtent } from './extent';
import { figuresOf } from './figures';
import { freshRecipe, freshReduction } from './fresh';
import { askOf, preparationOf, reducedBy, reductionRequest } from './requests';
import { fitRecipe } from './fitRecipe';
import { runStudy } from './runStudy';
import { parseRecipe, type Recipe, type ReductionBy } from './schema';
import { writeRecipe } from './writeRecipe';

// A whole table in memory is held against its own sample, whose figures come from the whole's moments.

const { csv } = sherds();
const lines = csv.trimEnd().split(/\r?\n/);
const weighted = [`${lines[0]},w`, ...lines.slice(1).map((line, i) => `${line},${1 + ((i * 7) % 5)}`)].join(
  '\n',
);
const whole = readDelimited(new TextEncoder().encode(weighted), 'sherds.csv');
const sample = sampleFrom(
  whole,
  Array.from({ length: 90 }, (_, i) => 3 * i),
);
const fresh = freshRecipe(whole);
const size = { rows: whole.rows, measures: 20, label: 'kiln' };
const recipe: Recipe = withFewDraws({
  ...fresh,
  columns: fresh.columns.map(one => (one.name === 'w' ? { ...one, role: 'aside' as const } : one)),
  reductions: [
    ...fresh.reductions,
    freshReduction('factors', '2', 'Factors', 'kiln', size),
    freshReduction('discriminant', '3', 'Axes', 'kiln', size),
  ],
});
const host: Host = { ...quietHost, engines: engineOf(whole) };

const made = <T>(table: Table, of: Recipe, at: number): Promise<T> =>
  compute(arrange(table, arrangementOf(of)), reductionRequest(of, of.reductions[at]!), host) as Promise<T>;

/** The same numbers but for the last digits. */
function near(found: ArrayLike<number>, wanted: ArrayLike<number>, digits = 8): void {
  expect(found.length).toBe(wanted.length);
  for (let i = 0; i < wanted.length; i++) {
    const [a, b] = [found[i]!, wanted[i]!];
    if (Number.isNaN(b)) expect(a).toBeNaN();
    else expect(Math.abs(a - b)).toBeLessThan(10 ** -digits * Math.max(1, Math.abs(b)));
  }
}

const weightedBy = (weighting: 'counts' | 'proportional'): Recipe => ({
  ...recipe,
  columns: recipe.columns.map(one => (one.name === 'w' ? { ...one, role: 'weight' as const } : one)),
  preparation: { ...recipe.preparation, weighting },
});
const prepared = (change: Partial<Recipe['preparation']>): Recipe => ({
  ...recipe,
  preparation: { ...recipe.preparation, ...change },
});
const CASES: readonly (readonly [string, Recipe])[] = [
  ['plain', recipe],
  ['counts', weightedBy('counts')],
  ['weights', weightedBy('proportional')],
  ['centred only', prepared({ scale: 'centre' })],
  ['ranges', prepared({ scale: 'range' })],
  ['logarithms', prepared({ transform: 'log' })],
  [
    'roots, one measure as it is',
    prepared({ transform: 'square-root', transforms: [{ measure: 'K2O %', transform: 'none' }] }),
  ],
  ['outliers pulled in', prepared({ outliers: 'fences', reach: 1.5 })],
  [
    'outliers pulled in but of one, then logarithms',
    prepared({ outliers: 'fences', reach: 3, unfenced: ['CaO %'], transform: 'log' }),
  ],
  ['rows with outliers left out', prepared({ outliers: 'leave-out-rows', reach: 3 })],
  ['shares of rows', prepared({ rowTransform: 'proportions', scale: 'centre' })],
  ['roots of shares', prepared({ rowTransform: 'hellinger' })],
  [
    'some rows',
    prepared({
      only: [
        { column: 'kiln', levels: ['Fennick', 'Marram', 'Sedgeby'] },
        { column: 'CaO %', from: 4, to: 20 },
      ],
    }),
  ],
  [
    'a measure renamed, with a code for what is missing, one reversed',
    {
      ...recipe,
      columns: recipe.columns.map(one =>
        one.name === 'Sr ppm'
          ? { ...one, name: 'strontium', heading: 'Sr ppm', missing: ['', '337', '210'] }
          : one.name === 'MgO %'
            ? { ...one, reversed: true, scale: { least: 0, most: 10 } }
            : one,
      ),
    },
  ],
];

describe.each(CASES)('%s', (name, of) => {
  test('components of the whole, and rows of the sample where they lie among all', async () => {
    const [all, some] = [await made<Components>(whole, of, 0), await made<Components>(sample, of, 0)];
    expect([some.kept, some.measures]).toEqual([all.kept, all.measures]);
    near(some.eigenvalues, all.eigenvalues);
    near(some.loadings.values, all.loadings.values);
    near(some.communalities, all.communalities);
    expect(some.rows.length).toBeGreaterThan(15);
    const placeOf = new Map(Array.from(all.rows, (row, i) => [row, i]));
    some.rows.forEach((row, i) => {
      const place = placeOf.get(3 * row)!;
      for (let d = 0; d < all.kept; d++) {
        expect(Math.abs(entry(some.scores, i, d) - entry(all.scores, place, d))).toBeLessThan(1e-7);
      }
    });
  });

  test('axes of the whole', async () => {
    if (name === 'shares of rows') {
      // They sum to 1: the covariance within groups has no inverse, and only rows tell how far to shrink it.
      await expect(made(sample, of, 2)).rejects.toThrow(/no inverse.*reduce the sample alone/);
      return;
    }
    const [all, some] = [await made<Discriminant>(whole, of, 2), await made<Discriminant>(sample, of, 2)];
    expect([...some.levels].sort()).toEqual([...all.levels].sort());
    near(some.eigenvalues, all.eigenvalues, 7);
    near(some.coefficients.values, all.coefficients.values, 6);
    near(some.structure.values, all.structure.values, 7);
    near(some.origin, all.origin, 6);
    const sizes = new Map(all.levels.map((level, g) => [level, all.sizes[g]!]));
    some.levels.forEach((level, g) => expect(some.sizes[g]).toBeCloseTo(sizes.get(level)!, 6));
    some.tests!.forEach(({ chiSquare, df }, k) => {
      expect(df).toBe(all.tests![k]!.df);
      expect(chiSquare / all.tests![k]!.chiSquare).toBeCloseTo(1, 7);
    });
    const placeOf = new Map(Array.from(all.rows, (row, i) => [row, i]));
    some.rows.forEach((row, i) => {
      expect(Math.abs(entry(some.scores, i, 0) - entry(all.scores, placeOf.get(3 * row)!, 0))).toBeLessThan(
        1e-5,
      );
    });
  });
});

test.each([CASES[0]!, CASES[1]!, CASES[3]!])('factors and suitability of the whole: %s', async (_, of) => {
  const [all, some] = [await made<Factors>(whole, of, 1), await made<Factors>(sample, of, 1)];
  near(some.rotated.pattern.values, all.rotated.pattern.values, 5);
  near(some.centres, all.centres);
  near(some.units, all.units);
  expect(some.n).toBe(all.n);
  expect(some.fit!.plain.value / all.fit!.plain.value).toBeCloseTo(1, 5);
  const request = { stage: 'suitability', preparation: preparationOf(of), kind: 'pearson' } as const;
  const [here, there] = [await compute(whole, request, host), await compute(sample, request, host)];
  expect(there.kmo).toBeCloseTo(here.kmo!, 9);
  expect(there.bartlett!.chiSquare / here.bartlett!.chiSquare).toBeCloseTo(1, 9);
});

test.each([CASES[0]!, CASES[1]!, CASES[2]!, CASES[3]!, CASES[5]!, CASES[7]!, CASES[9]!, CASES.at(-1)!])(
  'group means and agreement of groups of the whole: %s',
  async (_, of) => {
    const [here, there] = [arrange(whole, arrangementOf(of)), arrange(sample, arrangementOf(of))];
    const centres = { stage: 'levelCentres', preparation: preparationOf(of), label: 'kiln' } as const;
    const [all, some] = [await compute(here, centres, host), await compute(there, centres, host)];
    const place = some.levels.map(level => all.levels.indexOf(level));
    expect([...some.levels].sort()).toEqual([...all.levels].sort());
    some.levels.forEach((__, g) => {
      expect(some.sizes[g]).toBeCloseTo(all.sizes[place[g]!]!, 7);
      all.measures.forEach((___, j) => {
        expect(entry(some.means, j, g) / entry(all.means, j, place[g]!)).toBeCloseTo(1, 9);
        expect(entry(some.apart, j, g)).toBeCloseTo(entry(all.apart, j, place[g]!), 7);
      });
    });
    const kept = askOf(of, of.reductions[0]! as ReductionBy<'components'>);
    const agree = { ...kept, stage: 'agreement', label: 'kiln' } as const;
    const [a, b] = [await compute(here, agree, host), await compute(there, agree, host)];
    expect(b.groups.map(({ level }) => level).sort()).toEqual(a.groups.map(({ level }) => level).sort());
    for (const group of b.groups) {
      const other = a.groups.find(({ level }) => level === group.level)!;
      expect(group.rows).toBeCloseTo(other.rows, 7);
      near(group.turned, other.turned, 6);
    }
  },
);

test.each([
  ['components', 0, recipe],
  ['factors', 1, recipe],
  ['axes', 2, recipe],
  ['counts', 0, weightedBy('counts')],
  ['weights', 0, weightedBy('proportional')],
] as const)('scatter within repeats of the whole: %s', async (_, at, of) => {
  const asked = (table: Table) =>
    compute(
      table,
      { stage: 'replicates', reduced: reducedBy(of, of.reductions[at]!), by: ['kiln', 'phase'] },
      host,
    );
  const [all, some] = [await asked(whole), await asked(sample)];
  expect(some.repeated.groups).toBe(all.repeated.groups);
  expect(some.repeated.rows).toBeCloseTo(all.repeated.rows, 8);
  expect(some.df).toBeCloseTo(all.df, 8);
  some.dimensions.forEach(({ within, all: sd, ratio }, d) => {
    const own = all.dimensions[d]!;
    expect(within / own.within).toBeCloseTo(1, 5);
    expect(sd / own.all).toBeCloseTo(1, 5);
    expect(ratio / own.ratio).toBeCloseTo(1, 5);
  });
});

test('the sample alone, and what needs rows, are of the sample', async () => {
  const alone = prepared({ extent: 'sample' });
  const plain = { ...sample, source: { format: 'Parquet' } } as const;
  const [some, own] = [await made<Components>(sample, alone, 0), await made<Components>(plain, recipe, 0)];
  near(some.eigenvalues, own.eigenvalues, 12);
  const ranks = { stage: 'suitability', preparation: preparationOf(recipe), kind: 'spearman' } as const;
  const [a, b] = [await compute(sample, ranks, host), await compute(plain, ranks, quietHost)];
  expect(a.kmo).toBeCloseTo(b.kmo!, 12);
  expect(extentOf(recipe, sample)).toBe('whole');
  expect(extentOf(alone, sample)).toBe('sample');
  expect(extentOf(recipe, whole)).toBeNull();
  expect(recipe.reductions.map(one => reductionExtent(recipe, sample, one))).toEqual([
    'whole',
    'whole',
    'whole',
  ]);
});

test.each([
  [{ missing: 'median' }, /gaps are filled/],
  [{ outliers: 'robust-z' }, /robust z scores/],
  [{ transform: 'ranks' }, /fitted powers or ranks/],
  [{ scale: 'robust' }, /robust spreads/],
  [{ repeats: 'average' }, /repeated rows/],
  [{ rowsAside: { of: 'x', rows: [{ row: 1, reason: 'odd', placed: false }] } }, /set aside one by one/],
  [{ supplementary: [{ column: 'kiln', levels: ['Marram'] }] }, /only placed/],
] as const)('%j is refused, with what to do', async (change, why) => {
  const of = prepared(change as never);
  await expect(made(sample, of, 0)).rejects.toThrow(why);
  await expect(made(sample, of, 0)).rejects.toThrow(/or reduce the sample alone/);
});

test('without an engine the study says so', async () => {
  await expect(compute(sample, reductionRequest(recipe, recipe.reductions[0]!), quietHost)).rejects.toThrow(
    /sample of the table whole.*--source made=/,
  );
});

test('scores as an engine is asked for them are those of the rows', async () => {
  const of = CASES.at(-1)![1];
  const table = arrange(sample, arrangementOf(of));
  for (const at of of.reductions.keys()) {
    const result = (await compute(table, reductionRequest(of, of.reductions[at]!), host)) as Components &
      Discriminant &
      Factors;
    const { scoring, asked } = engineScores(of, of.reductions[at]!, result, table);
    expect(scoring.measures).toContain('Sr ppm');
    expect(asked.beyond).toBe('pull in');
    expect(asked.codes).toEqual([{ column: 'Sr ppm', codes: [337, 210] }]);
    const scores = at === 1 ? result.rowScores : result.scores;
    const [row] = result.rows;
    const place = scoring.measures.map(name => sample.columns.find(one => one.name === name)!);
    let sum = 0;
    place.forEach((column, j) => {
      if (column.kind !== 'number') throw new Error(column.name);
      const x = column.name === 'MgO %' ? 10 - column.values[row!]! : column.values[row!]!;
      sum += (entry(scoring.coefficients, j, 0) * (x - scoring.means[j]!)) / scoring.units[j]!;
    });
    expect(sum - (scoring.origin?.[0] ?? 0)).toBeCloseTo(entry(scores, 0, 0), 8);
  }
});

test('a table that has grown since is told of, and the recipe names where the table lies', async () => {
  const grown = engineOf(whole);
  const engines = {
    ...grown,
    moments: async (...asked: Parameters<typeof grown.moments>) => ({
      ...(await grown.moments(...asked)),
      rows: 300,
    }),
  };
  const plain = { ...recipe, reductions: recipe.reductions.slice(0, 1) };
  const said = async (at: typeof grown) =>
    (await runStudy(plain, sample, ['recipe'], { ...quietHost, engines: at })).lines.join('\n');
  expect(await said(engines)).toContain('the table has 300 rows now, and had 286 when the sample was taken');
  expect(await said(grown)).not.toContain('rows now');
  expect(freshRecipe(sample).source).toEqual({ name: 'made', table: 'whole' });
  expect(freshRecipe(whole).source).toBeUndefined();
  expect(fitRecipe(freshRecipe(sample), whole).source).toBeUndefined();
  expect(parseRecipe(writeRecipe(freshRecipe(sample)), 'recipe').source).toEqual({
    name: 'made',
    table: 'whole',
  });
});

test('figures tell of which rows they are', async () => {
  const of = { ...recipe, reductions: recipe.reductions.slice(0, 1) };
  const columns = whole.columns.map(({ name }) => ({
    name,
    present: 1,
    missing: 0,
    numbers: null,
    distinct: null,
    commonest: null,
  }));
  const engines = { ...engineOf(whole), columns: () => Promise.resolve(columns) };
  const figures = (await figuresOf(sample, of, { ...quietHost, engines })) as {
    readonly table: { readonly sample: { readonly of: number }; readonly extent: string };
    readonly whole: readonly unknown[];
    readonly reductions: readonly { readonly extent: string }[];
  };
  expect(figures.table.extent).toBe('whole');
  expect(figures.table.sample.of).toBe(whole.rows);
  expect(figures.whole).toHaveLength(whole.columns.length);
  expect(figures.reductions[0]!.extent).toBe('whole');
}, 120_000);
