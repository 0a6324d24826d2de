import fc from 'fast-check';
import { columnOf } from '../algebra/matrix';
import { normalQuantile } from '../algebra/normalQuantile';
import { sherds } from '../demo/sherds';
import { freshRecipe } from '../recipe/fresh';
import { preparationOf } from '../recipe/requests';
import { readDelimited } from '../table/readDelimited';
import { shapeOf } from '../table/shape';
import { accountCsv } from '../writeup/accountFile';
import { boxOf, measureBoxes, originalBoxes, treatedBoxes } from './boxes';
import { listChanges } from './changes';
import { measureDistribution } from './distribution';
import { pulledIn, quartileFences, robustLimits } from './outliers';
import { PLAIN_PREPARATION, rowsOf, type PreparationInput } from './prepared';
import { prepare, treatFor } from './prepare';
import { suggestTransform } from './suggest';
import { boxCox, fitBoxCox, fitYeoJohnson, yeoJohnson } from './power';
import { ranks, transformColumn } from './transform';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const input = (measures: string[], more: Partial<PreparationInput> = {}): PreparationInput => ({
  ...PLAIN_PREPARATION,
  scale: 'centre',
  measures,
  weight: null,
  ...more,
});
const column = (values: readonly number[], other = values.map((_, i) => i * i)) =>
  read(`a,b\n${values.map((value, i) => `${Number.isNaN(value) ? '' : value},${other[i]}`).join('\n')}\n`);
const numbers = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 4, maxLength: 40 });
const placed = { name: 'a', rows: Uint32Array.from({ length: 100 }, (_, i) => i) };

describe('missing entries', () => {
  const table = column([1, NaN, 3, 11, 5]);

  test.each([
    ['mean', 5],
    ['median', 4],
  ] as const)('are filled with the %s, and each is accounted for', (missing, to) => {
    const prepared = rowsOf(prepare(table, input(['a', 'b'], { missing })));
    expect(prepared.rowsLeftOut).toEqual([]);
    expect(listChanges(prepared.changes)).toEqual([{ step: 'filled', row: 1, measure: 'a', from: NaN, to }]);
  });

  test('a row without any measure is left out all the same', () => {
    const prepared = rowsOf(
      prepare(read('a,b,k\n1,2,x\n,,y\n3,1,x\n5,,y\n'), input(['a', 'b'], { missing: 'mean' })),
    );
    expect(prepared.rowsLeftOut).toEqual([{ row: 1, step: 'missing', because: ['a', 'b'] }]);
  });

  test('measures with more gaps than allowed are set aside, and cost no rows', () => {
    const gappy = read('a,b,c\n1,2,\n2,4,\n3,1,\n4,4,1\n');
    const prepared = rowsOf(prepare(gappy, input(['a', 'b', 'c'], { gapsAllowed: 0.5 })));
    expect(prepared.measuresSetAside).toEqual([{ name: 'c', because: 'gaps' }]);
    expect(prepared.rows).toHaveLength(4);
  });
});

describe('rows set aside by hand', () => {
  const table = column([1, 2, 3, 9]);
  const rowsAside = { of: table.key, rows: [{ row: 3, reason: 'broken', placed: false }] };

  test('are left out with their reason', () => {
    const prepared = rowsOf(prepare(table, input(['a', 'b'], { rowsAside })));
    expect(prepared.rowsLeftOut).toEqual([{ row: 3, step: 'set aside', because: ['broken'] }]);
    expect([...prepared.rows]).toEqual([0, 1, 2]);
  });

  test('mean nothing on another table', () => {
    const other = column([1, 2, 3, 10]);
    expect(rowsOf(prepare(other, input(['a', 'b'], { rowsAside }))).rowsLeftOut).toEqual([]);
  });
});

describe('outliers', () => {
  // Quartiles of 1 … 9 and 100: 3.25 and 7.75, so the fences stand at −3.5 and 14.5.
  const values = [1, 2, 3, 4, 5, 6, 7, 8, 9, 100];
  const table = column(values, [3, 1, 4, 1, 5, 9, 2, 6, 5, 3]);

  test('are pulled in to the fence, once, with what they were', () => {
    expect(quartileFences(Float64Array.from(values), 1.5)).toEqual({ low: -3.5, high: 14.5 });
    const prepared = rowsOf(prepare(table, input(['a', 'b'], { outliers: 'fences' })));
    expect(listChanges(prepared.changes)).toEqual([
      { step: 'pulled in', row: 9, measure: 'a', from: 100, to: 14.5 },
    ]);
    expect(prepared.originalMeans[0]).toBeCloseTo(14.5, 12);
    expect(prepared.means[0]).toBeCloseTo((45 + 14.5) / 10, 12);
  });

  test('cost their rows where that is asked', () => {
    const prepared = rowsOf(prepare(table, input(['a', 'b'], { outliers: 'leave-out-rows' })));
    expect(prepared.rowsLeftOut).toEqual([{ row: 9, step: 'outlier', because: ['a'] }]);
    expect(listChanges(prepared.changes)).toEqual([]);
  });

  test('are left alone in measures that are not fenced', () => {
    expect(
      rowsOf(prepare(table, input(['a', 'b'], { outliers: 'fences', unfenced: ['a'] }))).changes,
    ).toHaveLength(0);
  });

  test('by the robust z score: 0.6745 (x − median) / MAD', () => {
    // Median 5.5, MAD 2.5.
    const limits = robustLimits(Float64Array.from(values), 3.5)!;
    expect(limits.high).toBeCloseTo(5.5 + (3.5 * 2.5) / 0.6745, 3);
    const prepared = rowsOf(prepare(table, input(['a', 'b'], { outliers: 'robust-z', reach: 3.5 })));
    expect(listChanges(prepared.changes).map(({ row, measure }) => [row, measure])).toEqual([[9, 'a']]);
  });

  test('where half the entries are equal there are no fences', () => {
    expect(quartileFences(Float64Array.of(0, 0, 0, 0, 9), 1.5)).toBeNull();
    expect(robustLimits(Float64Array.of(0, 0, 0, 0, 9), 3.5)).toBeNull();
  });

  test('pulling in never moves an entry within the fences, and leaves none beyond', () => {
    fc.assert(
      fc.property(numbers, list => {
        const fences = quartileFences(Float64Array.from(list), 1.5);
        fc.pre(fences !== null);
        for (const value of list) {
          const to = pulledIn(value, fences!);
          const inside = value >= fences!.low && value <= fences!.high;
          expect(to === value).toBe(inside);
          expect(to >= fences!.low && to <= fences!.high).toBe(true);
        }
      }),
    );
  });

  test('leaving out all but one row is a named condition', () => {
    const far = read('a,b,c,d\n1,50,4,3\n2,1,50,4\n3,2,1,50\n4,3,2,1\n50,4,3,2\n');
    expect(() =>
      prepare(far, input(['a', 'b', 'c', 'd'], { outliers: 'leave-out-rows', reach: 0.1 })),
    ).toThrow(/leaving out every row with an outlier/);
  });
});

describe('transforms', () => {
  const e = Math.E;
  test.each([
    ['log', [1, e, e * e], [0, 1, 2]],
    ['log1p', [0, e - 1], [0, 1]],
    ['square-root', [0, 4, 9], [0, 2, 3]],
    ['ranks', [10, 30, 20, 30], [1, 3.5, 2, 3.5]],
  ] as const)('%s', (transform, from, to) => {
    const { values, power } = transformColumn(Float64Array.from(from), transform, placed);
    expect(power).toBeNull();
    to.forEach((value, i) => expect(values[i]).toBeCloseTo(value, 12));
  });

  test('the power transforms at powers where they are plain', () => {
    expect(boxCox(5, 1, 1)).toBeCloseTo(4, 12);
    expect(boxCox(5, 2, 1)).toBeCloseTo(12, 12);
    expect(boxCox(5, 0, 1)).toBeCloseTo(Math.log(5), 12);
    for (const value of [-3, -0.5, 0, 2, 7]) expect(yeoJohnson(value, 1, 0)).toBeCloseTo(value, 12);
    expect(yeoJohnson(3, 0, 0)).toBeCloseTo(Math.log(4), 12);
    expect(yeoJohnson(-3, 2, 0)).toBeCloseTo(-Math.log(4), 12);
  });

  test('the fitted power gives the normal shape back that was bent', () => {
    const n = 2000;
    const normal = Array.from({ length: n }, (_, i) => normalQuantile((i + 0.5) / n));
    const bent = (power: number) => Float64Array.from(normal, z => ((z + 6) * power + 1) ** (1 / power));
    expect(fitBoxCox(bent(0.5)).power).toBeCloseTo(0.5, 1);
    expect(fitBoxCox(Float64Array.from(normal, z => Math.exp(z))).power).toBeCloseTo(0, 2);
    expect(fitYeoJohnson(Float64Array.from(normal, z => Math.expm1(z + 5))).power).toBeCloseTo(0, 1);
    expect(Math.abs(shapeOf(transformColumn(bent(0.5), 'box-cox', placed).values).skewness)).toBeLessThan(
      0.05,
    );
  });

  test('no other power has a greater likelihood', () => {
    const values = Float64Array.of(1, 2, 2.5, 4, 8, 9, 30);
    const best = fitBoxCox(values).power;
    const likelihood = (power: number) => {
      const y = values.map(value => boxCox(value, power, 1));
      const mean = y.reduce((s, v) => s + v, 0) / 7;
      const variance = y.reduce((s, v) => s + (v - mean) ** 2, 0) / 7;
      return -3.5 * Math.log(variance) + (power - 1) * values.reduce((s, v) => s + Math.log(v), 0);
    };
    for (let power = -4; power <= 4; power += 0.25) {
      expect(likelihood(best)).toBeGreaterThanOrEqual(likelihood(power) - 1e-9);
    }
  });

  test.each([
    ['log', [1, 0, 2, 3], /“a”, row 2: the logarithm needs positive numbers, and this is 0/],
    ['square-root', [1, 2, -4, 3], /row 3: the square root/],
    ['box-cox', [1, 2, 3, -1], /row 4: the Box–Cox/],
    ['log1p', [-1, 2, 3, 4], /row 1: log\(1 \+ x\)/],
  ] as const)('%s of an entry it is not defined for is named, not a NaN', (transform, values, message) => {
    expect(() => prepare(column([...values]), input(['a', 'b'], { transform }))).toThrow(message);
  });

  test('a measure may have a transform of its own', () => {
    const prepared = rowsOf(
      prepare(
        column([1, 2, 3, 9]),
        input(['a', 'b'], { transform: 'ranks', transforms: [{ measure: 'a', transform: 'none' }] }),
      ),
    );
    expect(prepared.transforms).toEqual([
      { measure: 'b', transform: 'ranks', power: null, centre: null, atBound: false },
    ]);
    expect(prepared.means[0]).toBeCloseTo(3.75, 12);
  });

  test('ranks keep the order and sum to n (n + 1) / 2', () => {
    fc.assert(
      fc.property(numbers, list => {
        const ranked = ranks(Float64Array.from(list));
        const n = list.length;
        expect(ranked.reduce((sum, rank) => sum + rank, 0)).toBeCloseTo((n * (n + 1)) / 2, 8);
        list.forEach((value, i) =>
          list.forEach((other, j) => value < other && expect(ranked[i]! < ranked[j]!).toBe(true)),
        );
      }),
    );
  });
});

describe('counts', () => {
  const pits = read('x,y,z\n1,1,2\n0,0,0\n3,0,1\n2,2,0\n');
  const rowsUsed = (more: Partial<PreparationInput>) => {
    const prepared = rowsOf(prepare(pits, input(['x', 'y', 'z'], more)));
    const back = (i: number) => [0, 1, 2].map(j => columnOf(prepared.values, j)[i]! + prepared.means[j]!);
    return { prepared, back };
  };

  test('an empty row is left out by name', () => {
    const { prepared } = rowsUsed({ rowTransform: 'proportions' });
    expect(prepared.rowsLeftOut).toEqual([{ row: 1, step: 'empty', because: ['all measures are 0'] }]);
  });

  test('proportions sum to 1, Hellinger’s squares too, centred logarithms to 0', () => {
    const sum = (values: number[]) => values.reduce((s, v) => s + v, 0);
    for (let i = 0; i < 3; i++) {
      expect(sum(rowsUsed({ rowTransform: 'proportions' }).back(i))).toBeCloseTo(1, 12);
      expect(
        sum(
          rowsUsed({ rowTransform: 'hellinger' })
            .back(i)
            .map(v => v * v),
        ),
      ).toBeCloseTo(1, 12);
      expect(sum(rowsUsed({ rowTransform: 'centred-log-ratio' }).back(i))).toBeCloseTo(0, 12);
    }
  });

  test('a zero counts as half the smallest entry in logarithms of ratios', () => {
    const [x, y] = rowsUsed({ rowTransform: 'centred-log-ratio' }).back(1);
    expect(x! - y!).toBeCloseTo(Math.log(3 / 0.5), 12);
  });

  test('a negative entry is named', () => {
    expect(() =>
      prepare(read('x,y\n1,2\n3,-1\n2,2\n'), input(['x', 'y'], { rowTransform: 'hellinger' })),
    ).toThrow(/“y”, row 2: shares of a row need numbers from 0, and this is -1/);
  });
});

describe('scales', () => {
  const table = column([1, 2, 3, 4, 10]);
  test.each([
    ['centre', 1],
    ['range', 9],
    ['robust', 1 / 0.6744897501960817],
    ['unit-variance', Math.sqrt((9 + 4 + 1 + 0 + 36) / 4)],
  ] as const)('%s divides by what it says', (scale, by) => {
    const prepared = rowsOf(prepare(table, input(['a', 'b'], { scale })));
    expect(prepared.divisors[0]).toBeCloseTo(by, 12);
    expect(columnOf(prepared.values, 0)[4]).toBeCloseTo(6 / by, 12);
  });
});

describe('what the reading shows', () => {
  test('quantiles of the normal distribution, as printed in tables', () => {
    expect(normalQuantile(0.5)).toBe(0);
    expect(normalQuantile(0.75)).toBeCloseTo(0.674489750196082, 14);
    expect(normalQuantile(0.975)).toBeCloseTo(1.95996398454005, 13);
    expect(normalQuantile(0.0001)).toBeCloseTo(-3.71901648545568, 12);
    expect(normalQuantile(1e-20)).toBeCloseTo(-9.26234008979841, 12);
    expect(normalQuantile(0)).toBe(-Infinity);
  });

  test('a box: whiskers end at entries, and what lies beyond is named by row', () => {
    const rows = Uint32Array.of(4, 5, 6, 7, 8, 9);
    expect(boxOf(Float64Array.of(1, 2, 3, NaN, 4, 50), rows)).toEqual({
      least: 1,
      lowerQuartile: 2,
      median: 3,
      upperQuartile: 4,
      most: 50,
      lowWhisker: 1,
      highWhisker: 4,
      outliers: [{ row: 9, value: 50 }],
    });
  });

  test('shapes: symmetric, skewed, and none', () => {
    expect(shapeOf([1, 2, 3, 4, 5])).toEqual({ skewness: 0, kurtosis: -1.3 });
    expect(shapeOf([0, 0, 0, 1]).skewness).toBeCloseTo(1.1547, 4);
    expect(shapeOf([2, 2]).skewness).toBeNaN();
  });

  test('a transform is suggested for what is skewed, and helps', () => {
    const normal = Array.from({ length: 200 }, (_, i) => normalQuantile((i + 0.5) / 200));
    expect(suggestTransform(Float64Array.from(normal))).toBeNull();
    expect(suggestTransform(Float64Array.from(normal, Math.exp))).toMatchObject({ transform: 'log' });
    const found = suggestTransform(Float64Array.from(normal, z => -Math.exp(z)))!;
    expect(Math.abs(found.after)).toBeLessThan(Math.abs(found.skewness) / 2);
  });

  test('a measure in full, before and after', () => {
    const table = column([1, 2, 3, 4, 5, 6, 7, 8, 9, 100]);
    const asked = input(['a', 'b'], { outliers: 'fences' });
    const found = measureDistribution(table, 'a', treatFor(table, asked), asked);
    expect([found.before.n, found.before.histogram.to, found.after.histogram.to]).toEqual([10, 100, 14.5]);
    expect(found.before.quantiles.map(([, value]) => value)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 100]);
  });
});

describe('the planted faults of the demo table', () => {
  const { csv, truth } = sherds();
  const table = read(csv);
  const preparation = {
    ...preparationOf(freshRecipe(table)),
    missing: 'median',
    outliers: 'fences',
  } as const;
  const prepared = rowsOf(prepare(table, preparation));

  test('every gap is filled, none else', () => {
    const filled = listChanges(prepared.changes)
      .filter(({ step }) => step === 'filled')
      .map(({ row, measure }) => `${row} ${measure}`);
    expect(filled.sort()).toEqual(truth.missing.map(({ row, column: name }) => `${row} ${name}`).sort());
  });

  test('every contaminated entry beyond its column’s fences is pulled in', () => {
    const pulled = new Set(
      listChanges(prepared.changes)
        .filter(({ step }) => step === 'pulled in')
        .map(({ row, measure }) => `${row} ${measure}`),
    );
    const faults = truth.contaminated.map(({ row, columns }) =>
      columns.filter(name => pulled.has(`${row} ${name}`)),
    );
    // Each contaminated reading is caught in at least one of its columns.
    faults.forEach(columns => expect(columns.length).toBeGreaterThan(0));
  });

  test('its boxes show them as points, before and not after', () => {
    const boxesOf = (asked: PreparationInput) =>
      measureBoxes(
        originalBoxes(table, asked.measures, asked),
        treatedBoxes(table, treatFor(table, asked), asked),
      );
    const boxes = boxesOf(preparation);
    const phosphate = truth.contaminated.find(({ by }) => by === 'burial phosphate')!;
    const box = boxes.find(({ measure }) => measure === 'P2O5 %')!;
    expect(box.before.outliers.map(({ row }) => row)).toContain(phosphate.row);
    expect(box.after.most).toBeLessThan(box.before.most);
    expect(box.rescaled).toBe(false);
    const bent = boxesOf({ ...preparation, transforms: [{ measure: 'P2O5 %', transform: 'log' }] });
    expect(bent.filter(({ rescaled }) => rescaled).map(({ measure }) => measure)).toEqual(['P2O5 %']);
  });

  test('the account gives each change with what was and what is', () => {
    const lines = accountCsv(table, prepared).trim().split('\n');
    expect(lines).toHaveLength(1 + prepared.changes.length);
    const { row, column: name } = truth.missing[0]!;
    expect(lines.some(line => line.startsWith(`filled,${row + 1},${name},,`))).toBe(true);
  });
});

test('the order of rows does not matter', () => {
  const values = [5, 1, 4, 90, 2, 8, 3, 7];
  const other = [2, 7, 1, 8, 2, 8, 1, 8];
  const more = { outliers: 'fences', transform: 'yeo-johnson', scale: 'robust' } as const;
  const one = rowsOf(prepare(column(values, other), input(['a', 'b'], more)));
  const two = rowsOf(prepare(column([...values].reverse(), [...other].reverse()), input(['a', 'b'], more)));
  const back = [...columnOf(two.values, 0)].reverse();
  columnOf(one.values, 0).forEach((value, i) => expect(value).toBeCloseTo(back[i]!, 7));
});
