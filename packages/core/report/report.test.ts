import { compute } from '../recipe/compute';
import { freshRecipe } from '../recipe/fresh';
import { askOf, dimensionsAnewOf, preparationOf } from '../recipe/requests';
import { isBy, type Recipe } from '../recipe/schema';
import { arrange } from '../table/arrange';
import { arrangementOf } from '../recipe/arrangementOf';
import type { Table } from '../table/table';
import { tableOf } from '../testTables';
import { coefficient, figure, percent } from '../writeup/format';
import { plainText } from '../writeup/told';
import { reportOf } from './gather';
import type { Report } from './report';
import { seededRandom } from '../algebra/random';
import { studyOf, survey, sherdsStudy, figureIn, read } from '../testReport';

let report: Report;
beforeAll(async () => {
  report = await reportOf(sherdsStudy.table, sherdsStudy.recipe);
}, 60_000);

describe('figures of sentences and tables are those of the results', () => {
  test('rows, suitability, eigenvalues, shares and stability', async () => {
    const { table, recipe } = sherdsStudy;
    const preparation = preparationOf(recipe);
    const account = await compute(table, { stage: 'account', preparation });
    expect(figureIn(report, 'rows', 'used')).toBe(`${account.rows.length}\u00a0rows`);
    const suitability = await compute(table, { stage: 'suitability', preparation, kind: 'pearson' });
    expect(figureIn(report, 'kmo', 'kmo')).toBe(coefficient(suitability.kmo));
    const [first, axes] = recipe.reductions;
    if (!isBy(first!, 'components') || !isBy(axes!, 'discriminant')) throw new Error('methods');
    const components = await compute(table, { ...askOf(recipe, first), stage: 'components' });
    const held = components.shares.slice(0, components.kept).reduce((sum, share) => sum + share, 0);
    expect(figureIn(report, 'components-1 held', 'held')).toBe(percent(held, 1));
    expect(figureIn(report, 'components-1 dimension 2', 'eigenvalue')).toBe(
      figure(components.eigenvalues[1]!),
    );
    const again = await compute(table, { ...dimensionsAnewOf(recipe, first), stage: 'resamples' });
    again.again.forEach((share, d) =>
      expect(figureIn(report, 'components-1 again', `again ${d + 1}`)).toBe(String(Math.round(100 * share))),
    );
    const told = await compute(table, {
      ...askOf(recipe, axes),
      priors: 'sizes',
      folds: 10,
      seed: 1,
      stage: 'told',
    });
    expect(figureIn(report, 'discriminant-2 right', 'held')).toBe(percent(told.heldOut!.right, 1));
    // Strongest: the largest correlations in size.
    const p = components.measures.length;
    const sizes = [...components.correlations.values.slice(0, p)].map(Math.abs).sort((a, b) => b - a);
    expect(
      Math.abs(Number(figureIn(report, 'components-1 dimension 1', 'strong 1').replace('−', '-'))),
    ).toBeCloseTo(sizes[0]!, 2);
  }, 60_000);

  test('loadings of the table, each in its line, and communalities', async () => {
    const { table, recipe } = sherdsStudy;
    const first = recipe.reductions[0]!;
    if (!isBy(first, 'components')) throw new Error('components');
    const { measures, correlations, communalities } = await compute(table, {
      ...askOf(recipe, first),
      stage: 'components',
    });
    const loadings = report.sections
      .flatMap(({ tables }) => tables)
      .find(({ key }) => key === 'components-1 loadings')!;
    expect(loadings.lines).toHaveLength(measures.length);
    for (const { name, cells } of loadings.lines) {
      const j = measures.indexOf(name);
      cells.slice(0, -1).forEach(({ text, small }, d) => {
        const value = correlations.values[d * measures.length + j]!;
        expect(text).toBe(coefficient(value));
        expect(small).toBe(Math.abs(value) < first.settings.fade);
      });
      expect(cells.at(-1)!.text).toBe(coefficient(communalities[j]!));
    }
  });

  test('a description has the means of the rows used', async () => {
    const { table, recipe } = sherdsStudy;
    const account = await compute(table, { stage: 'account', preparation: preparationOf(recipe) });
    const description = report.sections[0]!.tables[0]!;
    expect(description.lines.map(({ name }) => name)).toEqual([...account.measures]);
    const { values } = table.columns.find(({ name }) => name === 'SiO2 %') as unknown as {
      values: ArrayLike<number>;
    };
    const rows = [...account.rows];
    const mean = rows.reduce((sum, row) => sum + values[row]!, 0) / rows.length;
    const line = description.lines.find(({ name }) => name === 'SiO2 %')!;
    expect(Number(line.cells[1]!.text)).toBeCloseTo(mean, 1.9);
    // All of a line stand on as many decimals, by which the standard deviation has three figures.
    const decimals = line.cells.slice(1).map(({ text }) => text.split('.')[1]?.length ?? 0);
    expect(new Set(decimals).size).toBe(1);
    expect(line.cells[2]!.text.replace('.', '').replace(/^0+/, '')).toHaveLength(3);
  });
});

test('factors, maps of neighbours and words have their parts, and no sentence has a hole', async () => {
  const factors = studyOf(survey, ['factors', 'neighbours'], 'age band');
  const quick = {
    ...factors.recipe,
    reductions: factors.recipe.reductions.map(reduction =>
      isBy(reduction, 'neighbours')
        ? {
            ...reduction,
            settings: { ...reduction.settings, tsne: { ...reduction.settings.tsne, iterations: 260 } },
          }
        : { ...reduction, resamples: { ...reduction.resamples, times: 10 } },
    ),
  } as Recipe;
  const made = await reportOf(factors.table, quick);
  const texts = tableOf(
    [
      [
        'red clay jar',
        'red clay bowl',
        'grey bowl with lid',
        'grey jar',
        'red jar with lid',
        'clay lid',
        'grey clay jar',
        'bowl',
      ],
    ],
    ['text'],
  );
  const ofWords = await reportOf(texts, freshRecipe(texts));
  for (const one of [made, ofWords, report]) {
    const keys = one.sections
      .flatMap(({ methods, results, tables }) => [...methods, ...results, ...tables])
      .map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const { methods, results } of one.sections) {
      for (const said of [...methods, ...results]) {
        const text = plainText(said);
        expect(text).not.toMatch(/undefined|NaN|\[object|null/);
        expect(text).toMatch(/[.]$/);
        const ids = said.parts.flatMap(part => (typeof part === 'string' ? [] : [part.id]));
        expect(new Set(ids).size).toBe(ids.length);
      }
    }
    // What a check points to is there.
    const there = new Set(keys);
    for (const { at, remedy } of one.checks)
      if (at === null) expect(remedy).not.toBe('');
      else expect(there).toContain(at);
  }
  expect(made.sections.map(({ title }) => title)).toEqual([
    'Data',
    'Suitability',
    'factors 1',
    'neighbours 2',
  ]);
}, 120_000);

test('counts are rows repeated, in every figure and table of a report', async () => {
  const { normal } = seededRandom(6);
  const shared = Array.from({ length: 30 }, normal);
  const lines = shared.map((value, i) => [
    ...[1, 2, 3, 4, 5].map(j => (50 + 3 * value + j * normal()).toFixed(3)),
    'ab'[i % 2]!,
  ]);
  const counts = lines.map((_, i) => 1 + (i % 3));
  const head = 'v,w,x,y,z,group,count';
  const made = (rows: readonly string[]): Table => read([head, ...rows].join('\n'), 'made.csv');
  const weighed = made(lines.map((line, i) => [...line, counts[i]].join(',')));
  const repeated = made(
    lines.flatMap((line, i) => Array<string>(counts[i]!).fill([...line, counts[i]].join(','))),
  );
  const told = async (table: Table, weight: boolean) => {
    const { recipe } = studyOf(table, ['components', 'discriminant'], 'group');
    const columns = recipe.columns.map(({ name }) => ({
      name,
      role:
        name === 'group'
          ? ('label' as const)
          : name !== 'count'
            ? ('measure' as const)
            : weight
              ? ('weight' as const)
              : ('aside' as const),
    }));
    const counted: Recipe = {
      ...recipe,
      columns,
      preparation: { ...recipe.preparation, weighting: 'counts' },
    };
    const { sections } = await reportOf(arrange(table, arrangementOf(counted)), counted);
    return sections
      .filter(({ key }) => key !== 'data')
      .map(({ methods, results, tables }) => ({
        // The parts that are held out are rows with all that they count.
        said: [...methods, ...results].map(plainText).filter(text => !text.includes('held out')),
        tables: tables.filter(({ title }) => !title.includes('held out')),
      }));
  };
  expect(await told(weighed, true)).toEqual(await told(repeated, false));
}, 60_000);

test('what takes long is not waited for unless that is asked', async () => {
  const { table, recipe } = studyOf(survey, ['components'], 'age band');
  const long = {
    ...recipe,
    reductions: recipe.reductions.map(one => ({ ...one, resamples: { ...one.resamples, times: 1e8 } })),
  };
  const { checks } = await reportOf(table, long);
  const check = checks.find(({ what }) => what.startsWith('how far the dimensions hang'))!;
  expect(check).toMatchObject({ at: null, dear: true });
  const few = await reportOf(table, recipe, undefined, undefined, true);
  expect(few.checks.find(({ what }) => what === check.what)).not.toHaveProperty('dear');
}, 60_000);
