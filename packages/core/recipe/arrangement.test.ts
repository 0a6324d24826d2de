import { arrange } from '../table/arrange';
import { readDelimited } from '../table/readDelimited';
import { findColumn } from '../table/table';
import { arrangementOf } from './arrangementOf';
import { fitRecipe } from './fitRecipe';
import { freshRecipe, rereadRecipe } from './fresh';
import { compute } from './compute';
import { preparationOf } from './requests';
import { checkRecipe, parseRecipe, type Recipe } from './schema';
import { writeRecipe } from './writeRecipe';
import { withCodebook } from './edit/codebook';
import { withColumn } from './edit/columns';

const read = (text: string, choices = {}) =>
  readDelimited(new TextEncoder().encode(text), 'made.csv', undefined, choices);
const table = read('id,kiln,a,b\nr1,x,1,5\nr2,y,2,4\nr3,x,99,2\nr4,y,4,9\nr5,x,3,7\n');
const fresh = freshRecipe(table);
const bins = { name: 'a, binned', from: 'a', how: { kind: 'edges' as const, edges: [2.5] } };
const withBins: Recipe = {
  ...fresh,
  made: [bins],
  columns: [...fresh.columns, { name: bins.name, role: 'label' }],
};

test('nothing said of the columns is no arrangement', () => {
  expect(arrangementOf(fresh)).toEqual({ columns: [], made: [] });
  expect(arrange(table, arrangementOf(fresh))).toBe(table);
});

test('what is said of a column is in the arrangement, its codebook is not', () => {
  const told = withColumn(withColumn(fresh, 'a', { missing: ['99'], wording: 'how much?' }), 'kiln', {
    order: ['y', 'x'],
    colours: [{ level: 'x', place: 3 }],
  });
  expect(arrangementOf(told)).toEqual({
    columns: [
      { name: 'kiln', order: ['y', 'x'] },
      { name: 'a', missing: ['99'] },
    ],
    made: [],
  });
  const untold = arrangementOf(withColumn(told, 'a', { missing: undefined }));
  expect(untold.columns.map(({ name }) => name)).toEqual(['kiln']);
  expect(checkRecipe(told, 'r')).toEqual(told);
});

test('a code that counts as missing leaves its row out, with what was written kept', async () => {
  const told = withColumn(fresh, 'a', { missing: ['99'] });
  const arranged = arrange(table, arrangementOf(told));
  const account = await compute(arranged, { stage: 'account', preparation: preparationOf(told) });
  expect(account.rowsLeftOut).toEqual([{ row: 2, step: 'missing', because: ['a'] }]);
});

test('a recipe with made columns runs on another table that has their sources', () => {
  const other = read('a,b,kiln,more\n1,2,x,7\n3,1,y,8\n5,5,x,9\n');
  const { columns: named, ...rest } = withBins;
  const small = {
    ...rest,
    columns: named.map(column => (column.name === 'id' ? { ...column, role: 'aside' as const } : column)),
  };
  const fitted = fitRecipe(small, other);
  expect(fitted.columns.map(({ name }) => name)).toEqual(['a', 'b', 'kiln', 'more', 'a, binned']);
  expect(findColumn(arrange(other, arrangementOf(fitted)), 'a, binned')).toMatchObject({
    levels: ['up to 2.5', 'over 2.5'],
  });
  expect(() => fitRecipe(small, read('b,kiln\n1,x\n2,y\n3,x\n'))).toThrow(
    /lacks 1 of the recipe's columns: “a”/,
  );
});

describe('a file read in another way', () => {
  const marks = withColumn({ ...withBins, preparation: { ...withBins.preparation, scale: 'centre' } }, 'b', {
    unit: 'cm',
  });
  const set = {
    ...marks,
    preparation: {
      ...marks.preparation,
      rowsAside: { of: table.fileKey, rows: [{ row: 1, reason: 'broken', placed: false }] },
    },
  };

  test('keeps what was said where it still fits', () => {
    const again = rereadRecipe(
      set,
      table,
      read('id,kiln,a,b\nr1,x,1,5\nr2,y,2,4\nr3,x,99,2\nr4,y,4,9\nr5,x,3,7\n'),
      {
        quote: 'none',
      },
    );
    expect(again.reading).toEqual({ quote: 'none' });
    expect(again.columns).toEqual(set.columns);
    expect(again.made).toEqual([bins]);
    expect(again.preparation.rowsAside.rows).toHaveLength(1);
    expect(again.preparation.scale).toBe('centre');
  });

  test('forgets rows where these are others, and columns that are gone', () => {
    const headless = read('id,kiln,a,b\nr1,x,1,5\nr2,y,2,4\nr3,x,99,2\nr4,y,4,9\nr5,x,3,7\n', {
      header: false,
    });
    const again = rereadRecipe(set, table, headless, { header: false });
    expect(again.columns.map(({ name }) => name)).toEqual(['column 1', 'column 2', 'column 3', 'column 4']);
    expect(again.made).toEqual([]);
    expect(again.preparation.rowsAside.rows).toEqual([]);
    expect(checkRecipe(again, 'r')).toEqual(again);
  });
});

describe('codebooks', () => {
  test('are taken in for the columns there are', () => {
    const { recipe, known } = withCodebook(fresh, [
      { name: 'a', wording: 'How much?', scale: { least: 1, most: 5 }, reversed: true },
      { name: 'gone', wording: '…' },
    ]);
    expect(known).toBe(1);
    expect(recipe.columns[2]).toEqual({
      name: 'a',
      role: 'measure',
      wording: 'How much?',
      scale: { least: 1, most: 5 },
      reversed: true,
    });
    expect(preparationOf(recipe).reversed).toEqual([{ measure: 'a', ends: { least: 1, most: 5 } }]);
  });
});

describe('steps that are switched off', () => {
  const busy: Recipe = {
    ...withColumn(fresh, 'b', { reversed: true }),
    preparation: {
      ...fresh.preparation,
      rowsAside: { of: table.fileKey, rows: [{ row: 0, reason: 'x', placed: false }] },
      only: [{ column: 'kiln', levels: ['x'] }],
      repeats: 'first',
      repeatKeys: ['id'],
      missing: 'median',
      outliers: 'fences',
      transform: 'ranks',
    },
  };
  const off = (...steps: Recipe['preparation']['off']) =>
    preparationOf({ ...busy, preparation: { ...busy.preparation, off: steps } });

  test.each([
    ['set aside', { rowsAside: { of: table.fileKey, rows: [] } }],
    ['filter', { only: [] }],
    ['repeats', { repeats: 'keep', repeatKeys: ['id'] }],
    ['fill', { missing: 'leave-out-rows' }],
    ['reverse', { reversed: [] }],
    ['outliers', { outliers: 'none' }],
    ['transform', { transform: 'none' }],
  ] as const)('%s', (step, at) => {
    const { repeatKeys: _, ...rest } = at as { repeatKeys?: unknown };
    expect(off(step)).toMatchObject(rest);
    // All others are as they were.
    const [plain, without] = [off(), off(step)];
    const changed = Object.keys(plain).filter(
      key => JSON.stringify(plain[key as never]) !== JSON.stringify(without[key as never]),
    );
    expect(changed.length).toBeLessThanOrEqual(2);
  });

  test('gaps that are kept have no step to switch off', () => {
    const keeping = {
      ...busy,
      preparation: { ...busy.preparation, missing: 'keep' as const, off: ['fill' as const] },
    };
    expect(preparationOf(keeping).missing).toBe('keep');
  });
});

test('a recipe written before there were all these settings is read', () => {
  const { reading: _r, made: _m, suitability: _s, ...rest } = fresh;
  const {
    only: _o,
    supplementary: _p,
    repeats: _q,
    repeatKeys: _k,
    imputation: _i,
    cases: _c,
    off: _f,
    ...preparation
  } = fresh.preparation;
  const old = JSON.stringify({
    ...rest,
    preparation,
    reductions: fresh.reductions.map(({ settings, ...reduction }) => ({
      ...reduction,
      settings: { ...settings, retention: undefined },
    })),
  });
  expect(parseRecipe(old, 'old.json')).toEqual(fresh);
  expect(parseRecipe(writeRecipe(withBins), 'r.json')).toEqual(withBins);
});
