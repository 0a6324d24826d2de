import { reductionWith, tableOf, withFewDraws } from '../testTables';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sherds } from '../demo/sherds';
import { readDelimited } from '../table/readDelimited';
import { figuresOf, writeFigures } from './figures';
import { freshRecipe, freshReduction } from './fresh';
import { reductionRequest, preparationOf } from './requests';
import { compute } from './compute';
import type { Recipe } from './schema';

const table = readDelimited(new TextEncoder().encode(sherds().csv), 'sherds.csv');
const fresh = freshRecipe(table);
const recipe: Recipe = {
  ...fresh,
  reductions: [
    {
      ...reductionWith(fresh.reductions[0]!, { keep: 3, groupsBy: 'phase', outcome: null }),
      repeatsBy: ['sherd'],
    },
    {
      ...reductionWith(fresh.reductions[0]!, {
        keep: 3,
        outcome: 'SiO2 %',
        rotation: { method: 'promax', power: 4 },
      }),
      id: 'components-2',
      name: 'Turned',
      without: ['SiO2 %'],
      names: [{ dimension: 2, name: 'Lime' }],
    },
    freshReduction('discriminant', '3', 'Parted', 'kiln', { rows: table.rows, measures: 20, label: 'kiln' }),
  ],
};

interface Figures {
  readonly [name: string]: unknown;
}
let figures: Figures;
let ofWords: Figures;
let [plain, turned]: [Figures, Figures] = [{}, {}];
beforeAll(async () => {
  figures = JSON.parse(writeFigures(await figuresOf(table, withFewDraws(recipe)))) as Figures;
  [plain, turned] = figures['reductions'] as [Figures, Figures];
});
const matrix = (of: Figures, name: string) => of[name] as number[][];

test('nothing is but plain data, and every number is one', () => {
  const bad: string[] = [];
  const walk = (value: unknown, path: string): void => {
    if (typeof value === 'object' && value !== null) {
      for (const [name, part] of Object.entries(value)) walk(part, `${path}.${name}`);
    } else if (typeof value === 'number' && !Number.isFinite(value)) bad.push(path);
  };
  walk(figures, 'figures');
  expect(bad).toEqual([]);
  expect(JSON.stringify(figures)).not.toContain('"0":');
});

test('figures belong together: loadings, eigenvalues, communalities, contributions, squared cosines', () => {
  const eigenvalues = plain['eigenvalues'] as number[];
  const [coefficients, loadings] = [matrix(plain, 'coefficients'), matrix(plain, 'loadings')];
  expect(loadings).toHaveLength(20);
  loadings.forEach((row, j) => {
    row.forEach((value, d) => {
      expect(value).toBeCloseTo(coefficients[j]![d]! * Math.sqrt(eigenvalues[d]!), 10);
      expect(matrix(plain, 'contributions')[j]![d]).toBeCloseTo(coefficients[j]![d]! ** 2, 12);
    });
    const held = matrix(plain, 'squaredCosines')[j]!.reduce((sum, value) => sum + value, 0);
    expect((plain['communalities'] as number[])[j]).toBeCloseTo(held, 10);
  });
  for (let d = 0; d < 3; d++) {
    expect(matrix(plain, 'contributions').reduce((sum, row) => sum + row[d]!, 0)).toBeCloseTo(1, 10);
  }
});

test('each row’s contributions and squared cosines', () => {
  const { contributions, squaredCosines, rows } = plain['rowFigures'] as {
    contributions: number[][];
    squaredCosines: number[][];
    rows: number[];
  };
  for (const parts of contributions) expect(parts.reduce((sum, part) => sum + part, 0)).toBeCloseTo(1, 10);
  const { q, square } = plain['distances'] as { q: number[]; square: number[] };
  rows.forEach((_, i) => {
    const inside = squaredCosines.reduce((sum, cosines) => sum + cosines[i]!, 0);
    expect(inside + q[i]! / square[i]!).toBeCloseTo(1, 9);
  });
});

test('the rotation’s matrices: unrotated loadings times the transformation are the pattern', async () => {
  const { transformation, phi, criterion } = turned['rotation'] as {
    transformation: number[][];
    phi: number[][];
    criterion: number;
  };
  const unrotated = (
    await compute(
      table,
      reductionRequest(
        recipe,
        reductionWith(recipe.reductions[1]!, { rotation: { method: 'none', power: 4 } }),
      ),
    )
  ).loadings;
  matrix(turned, 'loadings').forEach((row, j) =>
    row.forEach((value, d) => {
      let sum = 0;
      for (let e = 0; e < 3; e++) sum += unrotated.values[e * unrotated.rows + j]! * transformation[e]![d]!;
      expect(value).toBeCloseTo(sum, 9);
    }),
  );
  matrix(turned, 'structure').forEach((row, j) =>
    row.forEach((value, d) => {
      const sum = phi.reduce(
        (total, column, e) => total + matrix(turned, 'loadings')[j]![e]! * column[d]!,
        0,
      );
      expect(value).toBeCloseTo(sum, 9);
    }),
  );
  expect(criterion).toBeLessThan(0);
});

test('what was asked for stands there, what was not is null, and where the scores are', async () => {
  expect((plain['agreement'] as { groups: unknown[] }).groups).toHaveLength(3);
  expect(plain['replicates']).toMatchObject({ df: expect.any(Number) as number });
  expect([plain['outcome'], turned['replicates'], turned['agreement']]).toEqual([null, null, null]);
  expect((turned['outcome'] as { r2: number }).r2).toBeGreaterThan(0.4);
  expect([plain['scores'], turned['scores']]).toEqual([
    { file: 'components-scores.csv' },
    { file: 'turned-scores.csv' },
  ]);
  const account = await compute(table, { stage: 'account', preparation: preparationOf(recipe) });
  expect(figures['preparation']).toMatchObject({ n: account.n, rowsUsed: 252, means: [...account.means] });
});

test('a part that cannot be had says why in its place, and the others stand', async () => {
  const broken = {
    ...recipe,
    reductions: [reductionWith(recipe.reductions[0]!, { groupsBy: 'gone' })],
    suitability: { ...recipe.suitability, correlations: 'polychoric' as const },
  };
  const found = (await figuresOf(table, withFewDraws(broken))) as Figures;
  expect(found['suitability']).toMatchObject({
    problem: { what: expect.stringContaining('distinct values') as string },
  });
  const [only] = found['reductions'] as [Figures];
  expect(only['agreement']).toMatchObject({ problem: { what: 'the table has no such column' } });
  expect(only['eigenvalues']).toHaveLength(20);
});

test('of words: the vocabulary, what goes together, and the scree of words dealt out anew', async () => {
  const texts = [
    'green jug, spout',
    'green jug',
    'brown lamp, wick',
    'lamp, wick',
    'jug, spout',
    'brown lamp',
  ];
  const few = tableOf(
    [
      texts.map(text => `${text}, of some sort or other, as they say`),
      texts.map((_, i) => (i < 2 ? 'x' : 'y')),
    ],
    ['text', 'kind'],
  );
  ofWords = JSON.parse(writeFigures(await figuresOf(few, withFewDraws(freshRecipe(few))))) as Figures;
  const { vocabulary, related } = ofWords['words'] as { vocabulary: Figures; related: Figures };
  const words = vocabulary['words'] as string[];
  expect(words).toEqual(
    ['brown', 'green', 'jug', 'lamp', 'say', 'sort', 'spout', 'wick'].filter(word => words.includes(word)),
  );
  const jug = words.indexOf('jug');
  expect((vocabulary['entries'] as number[])[jug]).toBe(3);
  expect((vocabulary['leans'] as { share: number[] }).share[jug]).toBe(1);
  expect((related['pairs'] as { phi: number }[])[0]!.phi).toBeCloseTo(Math.SQRT1_2, 12);
  const [only] = ofWords['reductions'] as [Figures];
  expect(only['shuffled']).toMatchObject({ shuffles: 5 });
  expect(only['votes']).toMatchObject({
    problem: { what: expect.stringContaining('words of a text') as string },
  });
  expect(ofWords['suitability']).toHaveProperty('problem');
});

test('every member is told of in the documentation', () => {
  const text = readFileSync(join(__dirname, '..', '..', '..', 'docs', 'figures.md'), 'utf8');
  const members = new Set<string>();
  const walk = (value: unknown, depth: number): void => {
    if (typeof value !== 'object' || value === null || depth > 4) return;
    if (Array.isArray(value)) value.slice(0, 2).forEach(part => walk(part, depth));
    else {
      for (const [name, part] of Object.entries(value)) {
        if (name === 'settings') continue;
        members.add(name);
        walk(part, depth + 1);
      }
    }
  };
  walk(figures, 0);
  walk(ofWords, 0);
  expect([...members].filter(name => !text.includes(`\`${name}\``))).toEqual([]);
});
