import { outputFor, reductionWith } from '../testTables';
import fc from 'fast-check';
import { seededRandom } from '../algebra/random';
import { textAt } from '../table/column';
import { readDelimited } from '../table/readDelimited';
import { isMissingText, parseNumber } from '../table/numberText';
import { readJson } from '../table/readJson';
import { findColumn, type Table } from '../table/table';
import { arrange } from '../table/arrange';
import { fileKindsOf, reductionFile } from '../methods/files';
import { arrangementOf } from './arrangementOf';
import { figuresOf } from './figures';
import { fitRecipe } from './fitRecipe';
import { freshRecipe } from './fresh';
import { reductionRequest, preparationOf } from './requests';
import { compute } from './compute';
import { parseRecipe, type Recipe } from './schema';
import { writeRecipe } from './writeRecipe';
import { withColumn } from './edit/columns';
import { withWholeHeadings } from './edit/headings';

/** Members of every object, empty-looking words, places in texts to be filled in, marks of direction, 10 kB. */
const WICKED = [
  ...Object.getOwnPropertyNames(Object.prototype),
  ...[
    '__proto__',
    'prototype',
    'length',
    'name',
    'values',
    'rows',
    'null',
    'undefined',
    'NaN',
    'true',
    '0',
    '-1',
  ],
  ...[
    '\u200b\u200b.',
    '\u202eabc',
    '\u0301x',
    '{c}',
    '{a}',
    '{@[0]}',
    '{a|b}',
    '%s',
    '%d %o',
    '$&',
    '$1',
    '\\n',
    '<b>x</b>',
  ],
  ...['=1+1', '+x', '@x', "a'b", 'a;b', 'a|b', 'é', 'e\u0301', 'ＡＢ', '𝒳', 'x'.repeat(10_000)],
];
/** Those that stand for nothing but themselves where they are entries. */
const WORDS = WICKED.filter(
  word => !isMissingText(word) && Number.isNaN(parseNumber(word, { decimal: '.', thousands: 'any' })),
);
const names = (count: number, from = WICKED) =>
  fc.uniqueArray(fc.constantFrom(...from), { minLength: count, maxLength: count, selector: name => name });

const csvOf = (rows: readonly (readonly string[])[]) =>
  rows.map(row => row.map(entry => `"${entry.replaceAll('"', '""')}"`).join(',')).join('\n');
const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');

/** A study of four measures and a label of three levels, with all that a recipe can say of a name. */
function study(heads: readonly string[], levels: readonly string[]): { table: Table; recipe: Recipe } {
  const { normal } = seededRandom(3);
  const rows = Array.from({ length: 30 }, (_, i) => {
    const common = normal();
    return [levels[i % 3]!, ...[0, 1, 2, 3].map(j => String(1 + Math.abs(common + (j + 1) * normal())))];
  });
  rows[4]![2] = levels[3]!;
  const source = read(csvOf([[...heads], ...rows]));
  const [label, a, b, c] = source.columns.map(({ name }) => name) as [string, string, string, string, string];
  const fresh = withWholeHeadings(freshRecipe(source));
  const told: ((recipe: Recipe) => Recipe)[] = [
    (recipe: Recipe) => withColumn(recipe, label, { role: 'label', type: 'category', missing: [] }),
    (recipe: Recipe) =>
      withColumn(recipe, label, { colours: levels.map((level, place) => ({ level, place })) }),
    (recipe: Recipe) => withColumn(recipe, a, { reversed: true, scale: { least: 0, most: 20 } }),
    (recipe: Recipe) =>
      withColumn(recipe, b, { type: 'number', values: [{ entry: levels[3]!, number: 2.5 }] }),
  ];
  const start: Recipe = {
    ...fresh,
    columns: fresh.columns.map((column, j) => ({
      name: column.name,
      role: j === 0 ? ('label' as const) : ('measure' as const),
    })),
    made: [
      {
        name: 'joined',
        from: label,
        how: { kind: 'joined' as const, levels: [{ from: levels[0]!, to: 'west' }] },
      },
    ],
    preparation: { ...fresh.preparation, transforms: [{ measure: c, transform: 'log' as const }] },
  };
  const said = told.reduce((recipe, change) => change(recipe), start);
  const recipe: Recipe = {
    ...said,
    columns: [...said.columns, { name: 'joined', role: 'label' }],
    reductions: fresh.reductions.map(reduction => ({
      ...reductionWith(reduction, { keep: 2, groupsBy: label }),
      // What colours it at first is judged from entries.
      map: { ...reduction.map, colour: label },
      names: [{ dimension: 1, name: heads[4]!.slice(0, 80).trim() || 'x' }],
    })),
  };
  return { table: arrange(source, arrangementOf(recipe)), recipe };
}

/** The figures with every name put back to the plain one. */
function unnamed(figures: object, heads: readonly string[], levels: readonly string[]): unknown {
  const plain = new Map<string, string>([
    ...heads.map((name, j): [string, string] => [name, `head ${j}`]),
    ...levels.map((name, j): [string, string] => [name, `level ${j}`]),
  ]);
  return JSON.parse(JSON.stringify(figures), (key: string, value: unknown) => {
    // What a column is taken for is judged from its entries.
    if (['key', 'of', 'why', 'guess', 'type', 'codes', 'names'].includes(key)) return '';
    return typeof value === 'string' ? (plain.get(value) ?? value) : value;
  });
}

const plainHeads = ['kiln', 'p', 'q', 'r', 's'];
const plainLevels = ['north', 'south', 'west coast', 'n.d.'];

test('whatever the columns and levels of a study are called, its figures are the same', async () => {
  const usual = study(plainHeads, plainLevels);
  const expected = unnamed(await figuresOf(usual.table, usual.recipe), plainHeads, plainLevels);
  await fc.assert(
    fc.asyncProperty(names(5), names(4, WORDS), async (heads, levels) => {
      // Put back by name, below.
      fc.pre(!levels.some(level => heads.includes(level)));
      const { table, recipe } = study(heads, levels);
      // Levels stand in the order of their names: those of the same order are compared.
      const first = levels.slice(0, 3);
      const label = table.columns[0]!;
      fc.pre(label.kind === 'levels' && first.every((level, i) => label.levels[i] === level));
      expect(
        unnamed(
          await figuresOf(table, recipe),
          table.columns.slice(0, 5).map(({ name }) => name),
          levels,
        ),
      ).toEqual(expected);
    }),
    { numRuns: 24 },
  );
});

test('recipes of such names are written and read, fit their table again, and give files that hold them', async () => {
  await fc.assert(
    fc.asyncProperty(names(5), names(4, WORDS), async (heads, levels) => {
      const { table, recipe } = study(heads, levels);
      const again = parseRecipe(writeRecipe(recipe), 'r');
      expect(again).toEqual(recipe);
      expect(fitRecipe(again, read(csvOf([heads, ...rowsOf(table)]))).columns).toEqual(recipe.columns);
      const account = await compute(table, { stage: 'account', preparation: preparationOf(recipe) });
      expect(account.measuresSetAside).toEqual([]);
      expect(account.reversals).toEqual([{ measure: table.columns[1]!.name, least: 0, most: 20 }]);
      const components = await compute(table, reductionRequest(recipe, recipe.reductions[0]!));
      const { names: named } = recipe.reductions[0]!;
      const output = outputFor({ table, names: named, account, result: components });
      for (const kind of fileKindsOf('components', table)) {
        expect(reductionFile('components', kind, output).length).toBeGreaterThan(9);
      }
    }),
    { numRuns: 24 },
  );
});

const rowsOf = (table: Table) =>
  Array.from({ length: table.rows }, (_, row) =>
    table.columns.slice(0, 5).map(column => textAt(column, row)),
  );

test('JSON may have members of any name', () => {
  const text = '[{"__proto__": 1, "constructor": 5, "x": 2}, {"__proto__": 3, "x": 4}]';
  const table = readJson(new TextEncoder().encode(text), 'made.json');
  expect(table.columns.map(({ name }) => name)).toEqual(['__proto__', 'constructor', 'x']);
  // What a record lacks is missing, not what every object has.
  expect(textAt(findColumn(table, 'constructor')!, 1)).toBe('');
  const columns = readJson(
    new TextEncoder().encode('{"toString": [1, 2], "__proto__": [3, 4]}'),
    'made.json',
  );
  expect(columns.columns.map(({ name }) => name)).toEqual(['toString', '__proto__']);
});
