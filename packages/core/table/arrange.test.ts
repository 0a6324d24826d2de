import fc from 'fast-check';
import { arrange } from './arrange';
import type { Arrangement, ColumnArrangement } from './arrangement';
import { isMissing, textAt, numberAt, missingCount, type NumberColumn } from './column';
import { guessType, knownOrder, yesNo } from './columnType';
import { datesOf } from './dates';
import { missingCodes } from './missingCodes';
import { readDelimited } from './readDelimited';
import { findColumn, type Table } from './table';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const column = (entries: readonly string[]) =>
  read(`id,x\n${entries.map((entry, i) => `r${i},${entry}`).join('\n')}\n`).columns[1]!;
const entries = (table: Table, name: string) =>
  Array.from({ length: table.rows }, (_, row) => textAt(findColumn(table, name)!, row));
const understood = (rows: readonly string[], how: Omit<ColumnArrangement, 'name'>) => {
  const table = read(`id,x\n${rows.map((entry, i) => `r${i},${entry}`).join('\n')}\n`);
  return findColumn(arrange(table, { columns: [{ name: 'x', ...how }], made: [] }), 'x')!;
};
const numbers = (of: ReturnType<typeof understood>) => {
  const { values } = of as NumberColumn;
  return Array.from({ length: values.length }, (_, row) => numberAt(of as NumberColumn, row));
};

describe('what the entries of a column are', () => {
  test.each([
    [['1.5', '2'], 'number'],
    [['1', '2', '3'], 'whole'],
    [['0', '1', '1'], 'yes-no'],
    [['yes', 'no', 'yes'], 'yes-no'],
    [['low', 'high', 'medium'], 'ordered'],
    [['18–29', '30–44', 'over 74', 'under 18'], 'ordered'],
    [['1 - never', '2 - at times', '3 - always'], 'ordered'],
    [['kiln a', 'kiln b', 'kiln a'], 'category'],
    [['2024-03-01', '2024-03-02', '2023-12-31'], 'date'],
    [['31.12.2023', '1.3.2024', '2.3.2024'], 'date'],
    [[1, 2, 3, 4].map(i => `a long entry of many words that nobody would count for number ${i} `), 'text'],
    [['', '', ''], 'text'],
  ])('%j: %s', (texts, type) => {
    expect(guessType(column(texts), texts.length).type).toBe(type);
  });

  test('exceptions are counted and named', () => {
    const texts = ['1', '2', '3', '4', '5', '6', '7', '8', 'n.d.', '<0.1'];
    expect(guessType(column(texts), 10).reason).toContain('2 of 10 entries are not numbers: “n.d.”, “<0.1”');
  });

  test('ages stand in their order, ends included, and levels without one keep none', () => {
    expect(knownOrder(['18–29', '30–44', 'over 44', 'under 18'])).toEqual([
      'under 18',
      '18–29',
      '30–44',
      'over 44',
    ]);
    expect(knownOrder(['early', 'final', 'late'])).toBeNull();
    expect(yesNo(['Yes', 'No'])).toEqual(['No', 'Yes']);
    expect(yesNo(['yes', 'y'])).toBeNull();
  });

  test('levels are read in the order that their words have', () => {
    expect(column(['late', 'early', 'middle', 'late'])).toMatchObject({
      levels: ['early', 'middle', 'late'],
    });
  });
});

describe('dates', () => {
  test('years first, days first, and months first where days first cannot be', () => {
    expect([...datesOf(['1970-01-02', '1970-02-01'])!]).toEqual([1, 31]);
    expect([...datesOf(['02.01.1970', '13.01.1970'])!]).toEqual([1, 12]);
    expect([...datesOf(['01/02/1970', '01/13/1970'])!]).toEqual([1, 12]);
    expect([...datesOf(['1970-01-01T12:00'])!]).toEqual([0.5]);
  });
  test('the 30th of February is none', () => expect(datesOf(['1970-02-30'])).toBeNull());
  test('words are none', () => expect(datesOf(['spring', 'autumn'])).toBeNull());
});

describe('missing codes', () => {
  test.each([
    [['1', '2', '7', '99', '3', '99'], [['99', 2, false]]],
    [['1', '2', '7', '-9', '3'], [['-9', 1, false]]],
    [['0.5', '2', '-999', '1'], [['-999', 1, false]]],
    [['95', '99', '98', '97', '99'], []],
    [['-8', '-9', '-10', '3', '4'], []],
    [['1', '1', '99'], []],
    // The steps of a design.
    [['-1', '0', '1', '1', '-1'], []],
    [['-1', '0', '1', '2'], [['-1', 1, false]]],
    [['1', '2', '3', '4', '5', 'NA'], [['NA', 1, true]]],
  ] as const)('%j: %j', (texts, codes) => {
    expect(missingCodes(column(texts)).map(({ text, count, counted }) => [text, count, counted])).toEqual(
      codes,
    );
  });
});

describe('arranging', () => {
  test('nothing arranged is the same table', () => {
    const table = read('a,b\n1,x\n2,y\n');
    expect(arrange(table, { columns: [], made: [] })).toBe(table);
  });

  test('a column is called otherwise than its heading, and understood all the same', () => {
    const table = read('a,b\n1,x\n99,y\n');
    const columns = [
      { name: 'first', heading: 'a', missing: ['99'] },
      { name: 'kiln', heading: 'b' },
    ];
    const made = arrange(table, { columns, made: [] });
    expect(made.columns.map(({ name }) => name)).toEqual(['first', 'kiln']);
    expect([textAt(made.columns[0]!, 1), isMissing(made.columns[0]!, 1)]).toEqual(['99', true]);
    expect(textAt(made.columns[1]!, 1)).toBe('y');
    expect(table.columns[0]!.name).toBe('a');
  });

  test('another arrangement has another key, the same one the same, and the file’s key stays', () => {
    const table = read('a,b\n1,x\n99,y\n');
    const one = (missing: string[]): Arrangement => ({ columns: [{ name: 'a', missing }], made: [] });
    expect(arrange(table, one(['99'])).key).toBe(arrange(table, one(['99'])).key);
    expect(arrange(table, one(['99'])).key).not.toBe(arrange(table, one(['1'])).key);
    expect(arrange(table, one(['99']))).toMatchObject({
      fileKey: table.fileKey,
      arranged: { of: table.key },
    });
  });

  test('a code counts as missing, and what was written stays to be seen', () => {
    const x = understood(['1', '99', '3'], { missing: ['99'] });
    expect(numbers(x)).toEqual([1, NaN, 3]);
    expect(textAt(x, 1)).toBe('99');
  });

  test('an entry that is no number takes the one it stands for', () => {
    const x = understood(['1', '2', '3', '4', '5', '6', '7', '8', '<0.1', 'n.d.'], {
      values: [{ entry: '<0.1', number: 0.05 }],
    });
    expect(numbers(x)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 0.05, NaN]);
    expect(textAt(x, 9)).toBe('n.d.');
  });

  test.each([
    [['b', 'a', 'b'], { order: ['b', 'a'] }, [1, 2, 1]],
    [['low', 'high', 'medium'], {}, [1, 3, 2]],
    [['yes', 'no', 'yes'], {}, [1, 0, 1]],
    [['2024-01-02', '2024-01-01'], {}, [19_724, 19_723]],
    [['1,5', '2,5', 'x', 'y', '3'].map(text => `"${text}"`), {}, [1.5, 2.5, NaN, NaN, 3]],
  ])('words as numbers: %j', (texts, how, expected) => {
    expect(numbers(understood(texts, { type: 'number', ...how }))).toEqual(expected);
  });

  test('numbers as categories, with their own missing entries', () => {
    const x = understood(['2', '10', '', '2'], { type: 'category' });
    expect(x).toMatchObject({ kind: 'levels', levels: ['2', '10'] });
    expect(missingCount(x)).toBe(1);
  });

  test('a word that was taken as missing can be a level', () => {
    expect(understood(['NA', 'DE', 'NA'], { missing: [] })).toMatchObject({
      levels: ['DE', 'NA'],
      missing: null,
    });
  });

  test('numbers as categories and back are the same numbers', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 3, maxLength: 30 }), values => {
        const texts = values.map(String);
        const there = understood(texts, { type: 'category' });
        const table = read(`id,x\n${texts.map((text, i) => `r${i},${text}`).join('\n')}\n`);
        const category = arrange(table, { columns: [{ name: 'x', type: 'category' }], made: [] });
        const back = arrange(category, { columns: [{ name: 'x', type: 'number' }], made: [] });
        expect(there.kind).toBe('levels');
        expect(numbers(findColumn(back, 'x')!)).toEqual(values);
      }),
      { numRuns: 50 },
    );
  });
});

describe('labels made from others', () => {
  const table = read('id,x,kiln\nr0,1,a\nr1,2,b\nr2,3,c\nr3,4,a\nr4,,b\nr5,6,c\n');
  const made = (how: Arrangement['made'][number]['how'], from = 'x') =>
    arrange(table, { columns: [], made: [{ name: 'new', from, how }] });

  test('bins of about equal count', () => {
    expect(entries(made({ kind: 'quantiles', bins: 2 }), 'new')).toEqual([
      'up to 3',
      'up to 3',
      'up to 3',
      'over 3',
      '',
      'over 3',
    ]);
  });

  test('bins with given edges, in their order', () => {
    const result = made({ kind: 'edges', edges: [3.5, 1.5] });
    expect(entries(result, 'new').slice(0, 4)).toEqual(['up to 1.5', '1.5 to 3.5', '1.5 to 3.5', 'over 3.5']);
    expect(findColumn(result, 'new')).toMatchObject({ levels: ['up to 1.5', '1.5 to 3.5', 'over 3.5'] });
  });

  test('levels joined; the others stay, in the order of those they come from', () => {
    const result = made(
      {
        kind: 'joined',
        levels: [
          { from: 'a', to: 'west' },
          { from: 'c', to: 'west' },
        ],
      },
      'kiln',
    );
    expect(entries(result, 'new')).toEqual(['west', 'b', 'west', 'west', 'b', 'west']);
    expect(findColumn(result, 'new')).toMatchObject({ levels: ['west', 'b'] });
  });

  test.each([
    [{ kind: 'joined', levels: [] }, 'x', /holds numbers/],
    [{ kind: 'edges', edges: [1] }, 'kiln', /holds no numbers/],
    [{ kind: 'edges', edges: [1] }, 'gone', /the table lacks/],
  ] as const)('%j of %s is refused', (how, from, message) => {
    expect(() => made(how as Arrangement['made'][number]['how'], from)).toThrow(message);
  });

  test('every number falls into one bin, and bins of quantiles are even where numbers differ', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: -1000, max: 1000 }), { minLength: 12, maxLength: 60 }),
        fc.integer({ min: 2, max: 6 }),
        (values, bins) => {
          const source = read(`id,x\n${values.map((value, i) => `r${i},${value}`).join('\n')}\n`);
          const result = arrange(source, {
            columns: [],
            made: [{ name: 'new', from: 'x', how: { kind: 'quantiles', bins } }],
          });
          const counts = new Map<string, number>();
          for (const entry of entries(result, 'new')) counts.set(entry, (counts.get(entry) ?? 0) + 1);
          expect(counts.has('')).toBe(false);
          expect(counts.size).toBe(bins);
          expect(Math.max(...counts.values()) - Math.min(...counts.values())).toBeLessThanOrEqual(2);
        },
      ),
      { numRuns: 60 },
    );
  });
});
