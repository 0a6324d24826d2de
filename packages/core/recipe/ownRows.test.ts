import { sherds } from '../demo/sherds';
import { METHODS } from '../methods/lists/methods';
import { readDelimited } from '../table/readDelimited';
import { compute } from './compute';
import { changeBetween } from './edit/changeWords';
import { withReduction } from './edit/reductions';
import { withColumnRenamed } from './edit/renamed';
import { figuresOf } from './figures';
import { freshRecipe, freshReduction } from './fresh';
import { preparationFor, preparationOf } from './requests';
import { parseRecipe, type Recipe, type Reduction } from './schema';
import { writeRecipe } from './writeRecipe';

const [head, ...lines] = sherds().csv.trim().split('\n');
const tableOfLines = (some: readonly string[], name: string) =>
  readDelimited(new TextEncoder().encode([head, ...some].join('\n')), name);
/** Enough for every method, and quick. */
const ROWS = 90;
const table = tableOfLines(lines.slice(0, ROWS), 'sherds.csv');
const fresh = freshRecipe(table);
const size = { rows: table.rows, measures: 20, label: 'kiln' };
const ONLY: Reduction['only'] = [{ column: 'phase', levels: ['early', 'middle'] }];

/** One quick reduction by each method, each of some rows. */
function reductions(only: Reduction['only']): Reduction[] {
  return METHODS.map(({ name }, index) => {
    const reduction = { ...freshReduction(name, String(index), name, 'kiln', size), only };
    const { settings } = reduction;
    if (settings.method === 'neighbours') {
      const tsne = { ...settings.tsne, perplexity: 8, iterations: 60, early: 30 };
      return { ...reduction, settings: { ...settings, embedding: 't-sne' as const, tsne } };
    }
    const quick = 'retention' in settings ? { retention: { ...settings.retention, simulations: 20 } } : {};
    return { ...reduction, settings: { ...settings, ...quick, keep: 2 } as Reduction['settings'] };
  });
}

const own: Recipe = { ...fresh, reductions: reductions(ONLY) };
const study: Recipe = {
  ...fresh,
  preparation: { ...fresh.preparation, only: ONLY },
  reductions: reductions([]),
};

interface Figures {
  readonly reductions: readonly object[];
  readonly preparation: object;
}
const figures = async (recipe: Recipe, of = table): Promise<Figures> =>
  (await figuresOf(of, recipe)) as Figures;

test('a reduction of some rows has the figures of a study of these rows, by every method', async () => {
  const [some, all] = [await figures(own), await figures(study)];
  expect(some.reductions).toHaveLength(METHODS.length);
  expect(some.reductions).toEqual(all.reductions.map(one => ({ ...one, only: ONLY })));
  expect(some.preparation).not.toEqual(all.preparation);
});

test('and those of a file that holds these rows alone', async () => {
  const phase = head!.split(',').indexOf('phase');
  const few = lines.slice(0, ROWS).filter(line => ['early', 'middle'].includes(line.split(',')[phase]!));
  expect(few.length).toBeLessThan(ROWS);
  const alone = tableOfLines(few, 'few.csv');
  const components = { ...own, reductions: own.reductions.slice(0, 1) };
  const [some, all] = [
    await figures(components),
    await figures({ ...components, reductions: reductions([]).slice(0, 1) }, alone),
  ];
  const told = ({ reductions: [one] }: Figures) => {
    const { eigenvalues, loadings, communalities, picture, relations } = one as Record<string, unknown>;
    expect(eigenvalues).toHaveLength(20);
    return { eigenvalues, loadings, communalities, picture, relations };
  };
  expect(told(some)).toEqual(told(all));
});

test('the study keeps its rows; a reduction adds its own conditions to those of the study', async () => {
  const of = { only: [{ column: 'SiO2 %', from: 60, to: 100 }] } as Pick<Reduction, 'only'>;
  const both = preparationFor(study, of);
  expect(both.only).toEqual([...ONLY, ...of.only]);
  expect(preparationFor(study, of)).toBe(both);
  expect(preparationFor(study, { only: [] })).toBe(preparationOf(study));
  const account = await compute(table, { stage: 'account', preparation: both });
  const silica = table.columns.find(({ name }) => name === 'SiO2 %')!;
  for (const row of account.rows) {
    if (silica.kind === 'number') expect(silica.values[row]).toBeGreaterThanOrEqual(60);
  }
});

test('conditions follow a column that is renamed, are written and read, and an edit of them is told', () => {
  const [first] = own.reductions;
  const renamed = withColumnRenamed(own, 'phase', '__proto__');
  expect(renamed.reductions[0]!.only).toEqual([{ column: '__proto__', levels: ['early', 'middle'] }]);
  expect(parseRecipe(writeRecipe(own), 'own').reductions[0]!.only).toEqual(ONLY);
  expect(changeBetween(own, withReduction(own, first!.id, { only: [] }))).toEqual({
    what: `the rows of ${first!.name}`,
    question: 'dimensions',
  });
});

test('a reduction without any row says so, and others are not touched', async () => {
  const none: Reduction['only'] = [{ column: 'phase', levels: ['never'] }];
  const [empty, other] = (
    await figures({ ...own, reductions: [...reductions(none).slice(0, 1), own.reductions[1]!] })
  ).reductions;
  expect(JSON.stringify(empty)).toMatch(/problem/);
  expect(JSON.stringify(other)).not.toMatch(/"problem":\{"what/);
});
