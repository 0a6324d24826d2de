import fc from 'fast-check';
import { columnOf } from '../algebra/matrix';
import { normalQuantile } from '../algebra/normalQuantile';
import { decompose } from '../methods/components/decompose';
import { readDelimited } from '../table/readDelimited';
import { listChanges } from './changes';
import { gapPatterns } from './gapPatterns';
import { PLAIN_PREPARATION, rowsOf, type PreparationInput, type PreparedMoments } from './prepared';
import { prepare } from './prepare';
import { treat } from './treat';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const input = (measures: readonly string[], more: Partial<PreparationInput> = {}): PreparationInput => ({
  ...PLAIN_PREPARATION,
  measures,
  weight: null,
  ...more,
});
const tableOf = (columns: readonly (readonly number[])[]) =>
  read(
    [
      columns.map((_, j) => `x${j}`).join(','),
      ...columns[0]!.map((_, i) => columns.map(column => column[i]).join(',')),
    ].join('\n'),
  );

describe('reversing', () => {
  const table = read('a,b\n1,7\n3,2\n7,4\n');
  test('each entry becomes least + most − x on the scale', () => {
    const treated = treat(
      table,
      ['a', 'b'],
      null,
      input(['a', 'b'], { reversed: [{ measure: 'a', ends: { least: 1, most: 7 } }] }),
    );
    expect([...treated.columns[0]!]).toEqual([7, 5, 1]);
    expect([...treated.columns[1]!]).toEqual([7, 2, 4]);
    expect(treated.reversals).toEqual([{ measure: 'a', least: 1, most: 7 }]);
  });
  test('without a scale, between the least and the largest entry', () => {
    const treated = treat(table, ['b'], null, input(['b'], { reversed: [{ measure: 'b', ends: null }] }));
    expect([...treated.columns[0]!]).toEqual([2, 7, 5]);
  });
  test('twice is what was there', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 2, maxLength: 30 }), values => {
        const once = treat(
          tableOf([values]),
          ['x0'],
          null,
          input(['x0'], { reversed: [{ measure: 'x0', ends: { least: 1, most: 9 } }] }),
        );
        const again = treat(
          tableOf([[...once.columns[0]!]]),
          ['x0'],
          null,
          input(['x0'], { reversed: [{ measure: 'x0', ends: { least: 1, most: 9 } }] }),
        );
        expect([...again.columns[0]!]).toEqual(values);
      }),
    );
  });
  test('turns the sign of every correlation of a measure, and no size', () => {
    const made = tableOf([
      [1, 2, 3, 5, 4],
      [2, 1, 4, 4, 5],
      [3, 3, 1, 2, 1],
    ]);
    const names = ['x0', 'x1', 'x2'];
    const plain = rowsOf(prepare(made, input(names)));
    const turned = rowsOf(prepare(made, input(names, { reversed: [{ measure: 'x1', ends: null }] })));
    columnOf(turned.values, 1).forEach((value, i) =>
      expect(value).toBeCloseTo(-columnOf(plain.values, 1)[i]!, 12),
    );
    expect([...columnOf(turned.values, 0)]).toEqual([...columnOf(plain.values, 0)]);
  });
});

describe('pulling in', () => {
  test('never moves a value that lies within the fences, nor beyond them', () => {
    const values = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 5, maxLength: 40 });
    fc.assert(
      fc.property(values, fc.double({ min: 0.5, max: 4, noNaN: true }), (column, reach) => {
        const table = tableOf([column]);
        const treated = treat(table, ['x0'], null, input(['x0'], { outliers: 'fences', reach }));
        const moved = new Map(listChanges(treated.changes).map(change => [change.row, change]));
        const [least, most] = [Math.min(...treated.columns[0]!), Math.max(...treated.columns[0]!)];
        treated.columns[0]!.forEach((value, row) => {
          const change = moved.get(row);
          if (change === undefined) expect(value).toBe(Number(column[row]) || 0);
          else {
            expect(value).toBe(change.to);
            expect(change.to === least || change.to === most).toBe(true);
          }
        });
      }),
    );
  });
});

describe('the order of the rows does not matter', () => {
  test.each([
    ['fences', { outliers: 'fences' }],
    ['medians', { missing: 'median' }],
    ['components', { missing: 'components', imputation: 1 }],
    ['normal scores', { transform: 'normal-scores' }],
    ['a fitted power', { transform: 'yeo-johnson' }],
    ['robust spread', { scale: 'robust' }],
  ] as const)('%s', (_, more) => {
    const rows = [
      '1,2,3', '2,1,5', '4,5,', '8,6,9', '5,7,7', ',3,2', '6,6,30', '3,3,4', '9,9,8',
    ]; // prettier-ignore
    const names = ['a', 'b', 'c'];
    const one = rowsOf(prepare(read(`a,b,c\n${rows.join('\n')}\n`), input(names, more)));
    const other = rowsOf(prepare(read(`a,b,c\n${rows.toReversed().join('\n')}\n`), input(names, more)));
    const last = rows.length - 1;
    names.forEach((_name, j) => {
      const reversed = new Map([...other.rows].map((row, i) => [last - row, columnOf(other.values, j)[i]!]));
      one.rows.forEach((row, i) => expect(columnOf(one.values, j)[i]).toBeCloseTo(reversed.get(row)!, 6));
    });
  });
});

describe('rows chosen', () => {
  const table = read('kiln,id,a,b\nx,1,1,5\nx,2,2,4\ny,3,3,9\ny,3,5,7\nz,4,9,1\nz,5,,2\n');
  const at = (more: Partial<PreparationInput>) => rowsOf(prepare(table, input(['a', 'b'], more)));

  test('those that do not meet a condition are left out by its name', () => {
    const prepared = at({
      only: [
        { column: 'kiln', levels: ['x', 'y'] },
        { column: 'a', from: 2, to: 9 },
      ],
    });
    expect([...prepared.rows]).toEqual([1, 2, 3]);
    expect(prepared.rowsLeftOut.map(({ row, step, because }) => [row, step, because.join()])).toEqual([
      [0, 'filter', 'a'],
      [4, 'filter', 'kiln'],
      [5, 'filter', 'kiln,a'],
    ]);
  });

  test('the first of repeats, or their average', () => {
    const first = at({ repeats: 'first', repeatKeys: ['id'] });
    expect([...first.rows]).toEqual([0, 1, 2, 4]);
    expect(first.rowsLeftOut).toContainEqual({ row: 3, step: 'repeat', because: ['id'] });
    const average = at({ repeats: 'average', repeatKeys: ['id'], scale: 'centre' });
    expect([...columnOf(average.values, 0)].map(value => value + average.means[0]!)).toEqual([1, 2, 4, 9]);
    expect(listChanges(average.changes)).toEqual([
      { step: 'averaged', row: 2, measure: 'a', from: 3, to: 4 },
      { step: 'averaged', row: 2, measure: 'b', from: 9, to: 8 },
    ]);
  });

  test('a gap is filled by the average of the repeats that have the entry', () => {
    const gappy = read('id,a,b\n1,,2\n1,4,2\n2,3,1\n3,5,7\n');
    const prepared = rowsOf(prepare(gappy, input(['a', 'b'], { repeats: 'average', repeatKeys: ['id'] })));
    expect([...prepared.rows]).toEqual([0, 2, 3]);
    expect(listChanges(prepared.changes)).toEqual([
      { step: 'averaged', row: 0, measure: 'a', from: NaN, to: 4 },
    ]);
  });

  test('rows only placed have no say, and are scaled as the others', () => {
    const placed = at({ supplementary: [{ column: 'kiln', levels: ['z'] }] });
    const without = at({ only: [{ column: 'kiln', levels: ['x', 'y'] }] });
    expect([...placed.means]).toEqual([...without.means]);
    expect([...placed.placedRows]).toEqual([4]);
    expect(columnOf(placed.placedValues, 0)[0]).toBeCloseTo((9 - placed.means[0]!) / placed.sds[0]!, 12);
    const byHand = at({
      rowsAside: { of: table.fileKey, rows: [{ row: 4, reason: 'later', placed: true }] },
    });
    expect([...byHand.placedRows]).toEqual([4]);
  });

  test('a gap in a placed row takes what the used rows gave, and a transform theirs too', () => {
    const prepared = at({
      supplementary: [{ column: 'kiln', levels: ['z'] }],
      missing: 'mean',
      transform: 'log',
    });
    const usedMean = (1 + 2 + 3 + 5) / 4;
    expect([...prepared.placedRows]).toEqual([4, 5]);
    expect(columnOf(prepared.placedValues, 0)[1]).toBeCloseTo(
      (Math.log(usedMean) - prepared.means[0]!) / prepared.sds[0]!,
      12,
    );
  });
});

describe('gaps', () => {
  const table = read('a,b,c\n1,2,3\n,,4\n2,,5\n,,6\n3,4,\n5,6,7\n');
  test('patterns, commonest first, and pairs that go missing together', () => {
    const gaps = gapPatterns(table, ['a', 'b', 'c']);
    expect(gaps.complete).toBe(2);
    expect(gaps.measures).toEqual([
      { name: 'b', missing: 3 },
      { name: 'a', missing: 2 },
      { name: 'c', missing: 1 },
    ]);
    expect(gaps.patterns[0]).toEqual({ lacks: ['a', 'b'], rows: [1, 3] });
    // φ by hand: (6·2 − 3·2) / √(3·3·2·4)
    expect(gaps.pairs).toEqual([{ a: 'b', b: 'a', both: 2, phi: 6 / Math.sqrt(72) }]);
  });
  test('kept, they are in the prepared numbers, and means are over what is there', () => {
    const prepared = rowsOf(prepare(table, input(['a', 'b', 'c'], { missing: 'keep' })));
    expect([prepared.gaps, prepared.rows.length]).toEqual([6, 6]);
    expect([...prepared.means]).toEqual([11 / 4, 4, 5]);
    expect(columnOf(prepared.values, 1)[1]).toBeNaN();
    expect(
      listChanges(
        rowsOf(prepare(table, input(['a', 'b', 'c'], { missing: 'keep', outliers: 'fences' }))).changes,
      ),
    ).toEqual([]);
  });
  test('shares of a row need every entry', () => {
    expect(() =>
      prepare(table, input(['a', 'b', 'c'], { missing: 'keep', rowTransform: 'proportions' })),
    ).toThrow(/need every entry.*Fill gaps/);
  });
});

test('normal scores are the normal quantiles at (rank − 3/8) / (n + 1/4)', () => {
  const treated = treat(
    tableOf([[10, 30, 20, 20]]),
    ['x0'],
    null,
    input(['x0'], { transform: 'normal-scores' }),
  );
  const score = (rank: number) => normalQuantile((rank - 0.375) / 4.25);
  expect([...treated.columns[0]!]).toEqual([score(1), score(4), score(2.5), score(2.5)]);
});

test('left as they are, measures keep origin and unit, and spreads are about zero', () => {
  const table = tableOf([
    [3, 4, 5],
    [1, 1, 2],
  ]);
  const prepared = rowsOf(prepare(table, input(['x0', 'x1'], { scale: 'none' })));
  expect([...prepared.values.values]).toEqual([3, 4, 5, 1, 1, 2]);
  expect([...prepared.means]).toEqual([0, 0]);
  expect([...prepared.sds]).toEqual([5, Math.sqrt(3)]);
  // The trace: the sums of squares over n − 1.
  const { eigenvalues } = decompose(prepared);
  expect(eigenvalues.reduce((sum, value) => sum + value, 0)).toBeCloseTo((50 + 6) / 2, 10);
});

describe('a matrix of relations', () => {
  const table = read(',a,b,c\na,4,1,0.4\nb,1,9,0.9\nc,0.4,0.9,1\n');
  test('is brought to unit variance, or taken as it is', () => {
    const unit = prepare(table, input(['a', 'b', 'c'])) as PreparedMoments;
    expect([...unit.covariances.values].map(value => Number(value.toFixed(12)))).toEqual([
      1, 1 / 6, 0.2, 1 / 6, 1, 0.3, 0.2, 0.3, 1,
    ].map(value => Number(value.toFixed(12)))); // prettier-ignore
    const centred = prepare(table, input(['b', 'c'], { scale: 'centre', cases: 50 })) as PreparedMoments;
    expect([...centred.covariances.values]).toEqual([9, 0.9, 0.9, 1]);
    expect([centred.n, centred.rows.length]).toEqual([50, 0]);
  });
  test.each(['range', 'robust', 'none'] as const)('cannot be brought to %s', scale => {
    expect(() => prepare(table, input(['a', 'b'], { scale }))).toThrow(/neither range nor robust/);
  });
  test('one measure is too few', () =>
    expect(() => prepare(table, input(['a']))).toThrow(/only one measure/));
});
