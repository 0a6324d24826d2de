import fc from 'fast-check';
import { describeColumn, describeTable, histogram } from './describe';
import { quantile } from './quantile';
import { readDelimited } from './readDelimited';
import { canHaveRole, guessRoles } from './role';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const only = (entries: readonly string[]) =>
  read(`x,y\n${entries.map(entry => `${entry},k`).join('\n')}\n`).columns[0]!;

test('numbers: mean, sd (n − 1), quartiles by linear interpolation', () => {
  // Quartiles of 1 … 4 at positions 1.75, 2.5 and 3.25 (Hyndman and Fan 1996, definition 7).
  expect(describeColumn(only(['4', '1', '', '3', '2']), 5)).toMatchObject({
    kind: 'number',
    present: 4,
    missing: 1,
    mean: 2.5,
    sd: Math.sqrt(5 / 3),
    least: 1,
    lowerQuartile: 1.75,
    median: 2.5,
    upperQuartile: 3.25,
    most: 4,
    decimals: 0,
  });
});

test('levels: how many, and the commonest first', () => {
  expect(describeColumn(only(['b', 'a', 'b', 'NA', 'c']), 5)).toMatchObject({
    kind: 'levels',
    present: 4,
    missing: 1,
    distinct: 3,
    commonest: [
      { level: 'b', count: 2 },
      { level: 'a', count: 1 },
      { level: 'c', count: 1 },
    ],
  });
});

test('levels are sorted with numbers by size, whatever the order of rows', () => {
  const levels = (entries: string[]) => (only(entries) as { levels: readonly string[] }).levels;
  expect(levels(['phase 10', 'phase 2', 'early'])).toEqual(['early', 'phase 2', 'phase 10']);
  expect(levels(['early', 'phase 10', 'phase 2'])).toEqual(levels(['phase 2', 'early', 'phase 10']));
});

test('histograms count every number once', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ noNaN: true, noDefaultInfinity: true }), { maxLength: 60 }), values => {
      const sorted = Float64Array.from(values).sort();
      const { counts } = histogram(sorted);
      expect(counts.reduce((sum, count) => sum + count, 0)).toBe(values.length);
    }),
  );
});

test('quantiles lie between the least and the most, and never fall', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: -1e9, max: 1e9, noNaN: true }), { minLength: 1 }), values => {
      const sorted = Float64Array.from(values).sort();
      const steps = [0, 0.1, 0.5, 0.77, 1].map(q => quantile(sorted, q));
      expect(steps[0] === sorted[0]).toBe(true); // -0 is 0
      expect(steps.at(-1) === sorted.at(-1)).toBe(true);
      for (let i = 1; i < steps.length; i++) expect(steps[i]!).toBeGreaterThanOrEqual(steps[i - 1]! - 1e-6);
    }),
  );
  expect(quantile([], 0.5)).toBeNaN();
});

describe('roles as guessed', () => {
  test.each([
    ['numbers', 'x', ['1.5', '2', '7'], 'measure'],
    ['a numbered row', 'id', ['3', '1', '2'], 'identity'],
    ['a numbered row, some twice', 'ID', ['7', '7', '2', '9', '4'], 'identity'],
    ['numbers named as a code that stand for several rows', 'code', ['1', '1', '2', '2', '1'], 'label'],
    ['running numbers', 'x', ['11', '12', '13', '14', '15', '16', '17', '18'], 'identity'],
    ['long numbers of one length', 'x', ['4711001', '4710833', '4721550', '4790006'], 'identity'],
    ['large measures', 'x', ['47110', '4710833', '472155', '47900062'], 'measure'],
    ['a class that is named so', 'class', [...'012012012'], 'label'],
    ['ratings', 'x', [...'123123123'], 'measure'],
    ['the steps of a design', 'batch', ['-1', '0', '1', '-1', '0', '1', '-1', '0', '1'], 'measure'],
    ['words that repeat', 'kiln', ['a', 'b', 'a', 'b'], 'label'],
    ['words each once', 'sherd', ['a', 'b', 'c', 'd'], 'identity'],
    ['long words', 'note', ['x'.repeat(60), 'y'.repeat(70), 'z'.repeat(50)], 'text'],
    ['survey weights', 'survey weight', ['1.2', '0.8', '1'], 'weight'],
    ['a weight that is measured', 'weight', ['1.2', '0.8', '1'], 'measure'],
    ['nothing', 'void', ['', '', ''], 'aside'],
  ])('%s', (_, name, entries, role) => {
    const table = read(`${name},k\n${entries.map(entry => `${entry},k`).join('\n')}\n`);
    expect(guessRoles(table)[0]!.role).toBe(role);
  });

  test('words cannot measure or weigh', () => {
    const [words, numbers] = read('k,x\na,1\nb,2\n').columns;
    expect([
      canHaveRole(words!, 'measure'),
      canHaveRole(words!, 'weight'),
      canHaveRole(words!, 'label'),
    ]).toEqual([false, false, true]);
    expect(canHaveRole(numbers!, 'measure')).toBe(true);
  });
});

test('a class in numbers stands out among measured ones, and is doubtful; among counts and ratings it does not', () => {
  const table = (other: (i: number) => number) =>
    read(
      [
        'x,y,z,kind',
        ...Array.from({ length: 30 }, (_, i) => [other(i), other(i + 7), other(i * i), i % 3].join(',')),
      ].join('\n'),
    );
  const measured = guessRoles(table(i => Math.sin(i) + 0.01));
  expect(measured.map(({ role }) => role)).toEqual(['measure', 'measure', 'measure', 'label']);
  expect(measured[3]).toMatchObject({
    doubtful: true,
    reason: expect.stringContaining('0, 1 and 2') as string,
  });
  // Its name is a word for a class; without it whole numbers are like the others.
  const renamed = {
    ...table(i => i % 9),
    columns: table(i => i % 9).columns.map(c => ({ ...c, name: `${c.name}s` })),
  };
  expect(guessRoles(renamed).every(({ role }) => role === 'measure')).toBe(true);
});

test('constant, nearly constant and copied columns are pointed out', () => {
  const rows = Array.from({ length: 40 }, (_, i) => [
    7,
    i === 3 ? 1 : 0,
    i,
    i,
    i % 2 === 0 ? 'a' : 'b',
    i % 2 === 0 ? 'a' : 'b',
  ]);
  const table = read(['c,n,x,y,k,l', ...rows.map(row => row.join(','))].join('\n'));
  expect(describeTable(table).map(({ remark }) => remark)).toEqual([
    { kind: 'constant' },
    { kind: 'near-constant', share: 39 / 40 },
    null,
    { kind: 'copy', of: 'x' },
    null,
    { kind: 'copy', of: 'k' },
  ]);
});

test('distinct numbers and zeros are counted', () => {
  expect(describeColumn(only(['0', '1', '1', '0', '2', '']), 6)).toMatchObject({ distinct: 3, zeros: 2 });
});

test('a table is described column by column', () => {
  expect(describeTable(read('a,b\n1,x\n2,y\n')).map(({ name, kind }) => [name, kind])).toEqual([
    ['a', 'number'],
    ['b', 'levels'],
  ]);
});

test('small whole numbers are described as the same numbers held as doubles', () => {
  const maybe = fc.option(fc.integer({ min: -128, max: 127 }), { nil: null });
  fc.assert(
    fc.property(fc.array(maybe, { maxLength: 300 }), entries => {
      const held = <T extends Int8Array | Float64Array>(values: T) => ({
        kind: 'number' as const,
        name: 'x',
        values,
        missing: Uint8Array.from(entries, entry => Number(entry === null)),
        exceptions: null,
      });
      const numbers = entries.map(entry => entry ?? 0);
      const { length } = entries;
      expect(describeColumn(held(Int8Array.from(numbers)), length)).toEqual(
        describeColumn(held(Float64Array.from(numbers)), length),
      );
    }),
  );
});
