import fc from 'fast-check';
import {
  isMissing,
  levelAt,
  missingCount,
  numberAt,
  textAt,
  type LevelColumn,
  type NumberColumn,
} from './column';
import { columnBuilder } from './columnBuilder';
import { oddEntries } from './oddEntries';
import { guessRoles } from './role';
import { narrowCodes, narrowNumbers } from './narrow';

const build = (entries: readonly string[], decimal: '.' | ',' = '.') => {
  const builder = columnBuilder({ decimal, thousands: 'any' });
  for (const entry of entries) builder.add(entry);
  return builder.finish('x');
};

describe('the narrowest type that holds numbers exactly', () => {
  test.each([
    [[0, 255], Uint8Array],
    [[-128, 127], Int8Array],
    [[0, 256], Uint16Array],
    [[-129, 0], Int16Array],
    [[0, 65_536], Uint32Array],
    [[-1, 40_000], Int32Array],
    [[0, 4_294_967_297], Float64Array],
    [[0.5, -2.25], Float32Array],
    [[0.1, 1], Float64Array],
    [[-0, 1], Float32Array],
  ] as const)('%j', (values, type) => {
    const narrowed = narrowNumbers(Float64Array.from(values), values.length, null);
    expect(narrowed).toBeInstanceOf(type);
    expect([...narrowed]).toEqual([...values]);
  });

  test('numbers come through unchanged, whatever they are', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.double({ noNaN: true }), fc.integer(), fc.integer({ min: 0, max: 255 }))),
        values => {
          expect([...narrowNumbers(Float64Array.from(values), values.length, null)]).toEqual(values);
        },
      ),
    );
  });

  test('what stands under a missing mark does not widen it', () => {
    const narrowed = narrowNumbers(Float64Array.of(3, NaN, 7), 3, Uint8Array.of(0, 1, 0));
    expect(narrowed).toEqual(Uint8Array.of(3, 0, 7));
  });

  test('codes of levels', () => {
    expect(narrowCodes(2, 256)).toBeInstanceOf(Uint8Array);
    expect(narrowCodes(2, 257)).toBeInstanceOf(Uint16Array);
    expect(narrowCodes(2, 65_537)).toBeInstanceOf(Uint32Array);
  });
});

describe('a column built from its entries', () => {
  test('numbers with gaps and words between', () => {
    const column = build(['1', '', '2.50', 'n.d.', '-3', '4', '5', '6', '7', '8']) as NumberColumn;
    expect(column.kind).toBe('number');
    expect(missingCount(column)).toBe(2);
    expect([isMissing(column, 1), isMissing(column, 3), isMissing(column, 4)]).toEqual([true, true, false]);
    expect(numberAt(column, 2)).toBe(2.5);
    expect(numberAt(column, 3)).toBeNaN();
    expect(textAt(column, 1)).toBe('');
    expect(textAt(column, 3)).toBe('n.d.');
    expect(textAt(column, 4)).toBe('-3');
  });

  test('exceptions are found among many', () => {
    const entries = Array.from({ length: 500 }, (_, i) => (i % 9 === 4 ? `?${i}` : String(i)));
    const column = build(entries);
    expect(entries.map((_, row) => textAt(column, row))).toEqual(entries);
  });

  test('numbers as good as all unlike stay numbers with half as many entries that are none, which are named', () => {
    const entries = [
      '1.5',
      'Inf',
      '2.25',
      '-Infinity',
      '3.125',
      '1e400',
      '4.5',
      '5.75',
      'ca. 6',
      '7.5',
      '8.1',
      '9.9',
    ];
    const column = build(entries) as NumberColumn;
    expect(column.kind).toBe('number');
    expect(entries.map((_, row) => textAt(column, row))).toEqual(entries);
    expect(oddEntries(column)).toEqual({
      count: 4,
      named: '“Inf” in row 2, “-Infinity” in row 4, “1e400” in row 6 and 1 more',
    });
    const [role] = guessRoles({ columns: [column], rows: 12 });
    expect(role).toMatchObject({ role: 'aside', doubtful: true });
    expect(role!.reason).toMatch(/^4 of 12 entries are no numbers: “Inf” in row 2.*a measure once/);
    // Codes of a few kinds are no numbers, though half of them look so.
    expect(build(['1', '2', '1', '2', '1', '2', 'a', 'b', 'a', 'b']).kind).toBe('levels');
  });

  test('a few entries that are no numbers do not keep a measure waiting', () => {
    const [role] = guessRoles({
      columns: [build([...'123456789'].map(digit => `${digit}.5`).concat('x'))],
      rows: 10,
    });
    expect(role).toEqual({ role: 'measure', reason: '1 of 10 entries are no numbers: “x” in row 10' });
  });

  test('fewer than four in five numbers make levels, with every entry as it stood', () => {
    const entries = ['1.50', 'two', '3', 'four', '5'];
    const column = build(entries) as LevelColumn;
    expect(column.kind).toBe('levels');
    expect(entries.map((_, row) => levelAt(column, row))).toEqual(entries);
  });

  test('more entries than the first room holds', () => {
    const column = build(Array.from({ length: 5000 }, (_, i) => String(i))) as NumberColumn;
    expect(column.values).toHaveLength(5000);
    expect(numberAt(column, 4999)).toBe(4999);
  });

  test('nothing but gaps is a column of levels without a level', () => {
    const column = build(['', 'NA', '-']) as LevelColumn;
    expect([column.kind, column.levels.length, missingCount(column)]).toEqual(['levels', 0, 3]);
    expect(textAt(column, 0)).toBe('');
  });

  test('decimal commas', () => {
    expect([...(build(['1,5', '2,25', '1.000,5'], ',') as NumberColumn).values]).toEqual([1.5, 2.25, 1000.5]);
  });
});

test('blocks of small whole numbers are taken whole or not at all, and a refused one leaves nothing behind', () => {
  const builder = columnBuilder();
  const long = Array.from({ length: 3000 }, (_, i) => i % 256);
  expect(builder.addBytes(long)).toBe(true);
  for (const refused of [
    [7, 8, 1.5],
    [7, 256],
    [7, -1],
    [7, -0],
    [7, NaN],
    [7, null],
    [7, '7'],
    [7, 7n],
  ]) {
    expect(builder.addBytes(refused)).toBe(false);
  }
  builder.add('');
  builder.add('');
  expect(builder.addBytes([5])).toBe(true);
  const { values, gaps, rows, numbers } = builder.taken();
  expect([rows, numbers]).toEqual([3003, 3001]);
  expect([...values]).toEqual([...long, 0, 0, 5]);
  expect([...gaps!.subarray(3000)]).toEqual([1, 1, 0]);
});
