import { columnOf } from '../algebra/matrix';
import { prepareWords } from '../preparation/prepareWords';
import { compute } from '../recipe/compute';
import { freshRecipe, freshReduction } from '../recipe/fresh';
import { preparationOf, reducedBy, reductionRequest } from '../recipe/requests';
import { firstOf, tableOf } from '../testTables';
import { readDelimited } from '../table/readDelimited';
import { catalogue } from './catalogue';

const { csv, truth } = catalogue();
const table = readDelimited(new TextEncoder().encode(csv), 'catalogue.csv');
const recipe = freshRecipe(table);
const components = firstOf(recipe);

test('the same seed gives the same entries; a text beside no numbers starts a study of its words', () => {
  expect(catalogue().csv).toBe(csv);
  expect(catalogue(2).csv).not.toBe(csv);
  expect(recipe.columns.map(({ role }) => role)).toEqual(['identity', 'label', 'label', 'text']);
  expect(recipe.preparation.words?.column).toBe('description');
  expect(components.settings.keep).toBe(50);
});

test('the entries without a word are left out by name', async () => {
  const account = await compute(table, { stage: 'account', preparation: preparationOf(recipe) });
  expect(account.rowsLeftOut.map(({ row }) => row)).toEqual(truth.wordless);
  expect(account.rows).toHaveLength(2400 - truth.wordless.length);
});

test('the kinds are found: three dimensions stand out, and the nearest of an entry are of its kind', async () => {
  const found = await compute(table, reductionRequest(recipe, components));
  const { eigenvalues, scores, rows } = found;
  expect(eigenvalues[2]!).toBeGreaterThan(1.5 * eigenvalues[3]!);
  // By brute force, against what the entries were made of.
  const near = (row: number) => {
    const distances = Array.from(rows, (_, other) =>
      [0, 1, 2].reduce((sum, d) => sum + (columnOf(scores, d)[row]! - columnOf(scores, d)[other]!) ** 2, 0),
    );
    return [...distances.keys()]
      .filter(other => other !== row)
      .sort((a, b) => distances[a]! - distances[b]!)
      .slice(0, 10);
  };
  let same = 0;
  for (let row = 0; row < 200; row++) {
    const own = truth.kinds[rows[row]!]!;
    same += near(row).filter(other => truth.kinds[rows[other]!] === own).length / 10;
  }
  expect(same / 200).toBeGreaterThan(0.75);
  // Words lean to the kinds that draw them most.
  const { leans, words } = await compute(table, {
    stage: 'vocabulary',
    preparation: preparationOf(recipe),
    label: 'kind',
  });
  for (const [kind, [first]] of Object.entries(truth.words)) {
    const at = words.indexOf(first!);
    expect(leans!.levels[leans!.to[at]!]).toBe(kind);
    expect(leans!.share[at]!).toBeGreaterThan(2 * leans!.others[at]!);
  }
});

test('a picture of words is judged as one of the same numbers in columns', async () => {
  const few = readDelimited(
    new TextEncoder().encode(csv.split('\n').slice(0, 301).join('\n')),
    'catalogue.csv',
  );
  const own = freshRecipe(few);
  const reduction = firstOf(own);
  const preparation = preparationOf(own);
  const made = await prepareWords(few, preparation, preparation.words!);
  const words = await compute(few, {
    stage: 'pictureFigures',
    reduced: reducedBy(own, reduction),
    preparation,
    ...{ dimensions: [0, 1], k: 10, label: 'kind' },
  });
  const columns = made.measures.map((_, j) =>
    Array.from({ length: made.rows.length }, (__, i) => {
      for (let e = made.sparse.starts[i]!; e < made.sparse.starts[i + 1]!; e++) {
        if (made.sparse.places[e] === j) return made.sparse.values[e]!;
      }
      return 0;
    }),
  );
  const kinds = Array.from(made.rows, row => truth.kinds[row]!);
  const dense = tableOf([...columns, kinds], [...made.measures.map((_, j) => `x${j}`), 'kind']);
  const plain = {
    ...freshRecipe(dense),
    preparation: { ...freshRecipe(dense).preparation, scale: 'centre' as const },
  };
  const same = await compute(dense, {
    stage: 'pictureFigures',
    reduced: reducedBy(plain, { ...firstOf(plain), settings: { ...firstOf(plain).settings, keep: 2 } }),
    preparation: preparationOf(plain),
    ...{ dimensions: [0, 1], k: 10, label: 'kind' },
  });
  for (const member of ['trustworthiness', 'continuity', 'kept'] as const) {
    expect(words[member]).toBeCloseTo(same[member], 3);
  }
  expect(words.agreement!.share).toBeCloseTo(same.agreement!.share, 6);
  expect(words.silhouette).toBeCloseTo(same.silhouette!, 6);
});

test('a method of measures says of words why it is not found', async () => {
  for (const method of ['factors', 'discriminant'] as const) {
    const reduction = freshReduction(method, '9', method, 'kind', { rows: 2400, measures: 0, label: 'kind' });
    await expect(compute(table, reductionRequest(recipe, reduction))).rejects.toThrow(/words of a text/);
  }
});
