import { componentsPlacement } from '@wold/core/methods/components/placement';
import { shortName } from '@wold/core/writeup/format';
import fc from 'fast-check';
import type { Components } from '@wold/core/methods/components/components';
import type { Column } from '@wold/core/table/column';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { describeTable } from '@wold/core/table/describe';
import { readDelimited } from '@wold/core/table/readDelimited';
import { light } from '../theme/tokens';
import { costOf } from '../methods/components/dimensions/cost';
import { screeOption, shownDimensions } from '../methods/parts/dimensions/screeOption';
import { colouring } from './map/colouring';
import { isWithin, type Pixel } from './map/lasso';
import { pointsOf } from './map/points';
import { ranges, toPixel, wholeView, zoomed } from './map/view';
import { angleBetween, angleInWords } from '../methods/parts/meaning/angle';
import { planeOption } from '../methods/parts/meaning/planeOption';
import { compareFigures, figuresCsv, toldOfWhole } from './table/columnFigures';
import { moveInGrid } from './table/moveInGrid';
import { summarise } from './table/summary';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const key = (name: string, ctrlKey = false) => ({ key: name, ctrlKey, metaKey: false });

test('the table in figures', () => {
  const table = read('kiln,a,b\nx,1,\ny,,3\nx,2,4\n');
  expect(summarise(table, freshRecipe(table))).toMatchObject({
    rows: 3,
    columns: 3,
    missing: 2,
    missingShare: 2 / 9,
    roles: { measure: 2, label: 1, aside: 0 },
  });
});

test('columns are ordered by a figure, those without it last either way', () => {
  const descriptions = describeTable(read('kiln,a,b\nx,1,9\ny,5,\nx,2,4\n'));
  const order = (down: boolean) =>
    [...descriptions].sort((x, y) => compareFigures(x, y, 'mean', down)).map(({ name }) => name);
  expect(order(true)).toEqual(['b', 'a', 'kiln']);
  expect(order(false)).toEqual(['a', 'b', 'kiln']);
  const table = read('kiln,a,b\nx,1,9\ny,5,\nx,2,4\n');
  const [header, , a] = figuresCsv(describeTable(table), freshRecipe(table)).split('\n');
  expect(header!.split(',').slice(0, 4)).toEqual(['column', 'role', 'entries', 'missing entries']);
  expect(a!.split(',').slice(0, 5)).toEqual(['a', 'measure', '3', '0', String(8 / 3)]);
});

describe('keys in the grid', () => {
  const bounds = { rows: 5, columns: 3, page: 2 };
  test.each([
    ['ArrowDown', false, { row: 1, column: 1 }, { row: 2, column: 1 }],
    ['ArrowUp', false, { row: 0, column: 1 }, { row: -1, column: 1 }],
    ['ArrowUp', false, { row: -1, column: 1 }, { row: -1, column: 1 }],
    ['ArrowLeft', false, { row: 1, column: 0 }, { row: 1, column: 0 }],
    ['ArrowRight', true, { row: 1, column: 0 }, { row: 1, column: 2 }],
    ['PageDown', false, { row: 3, column: 0 }, { row: 4, column: 0 }],
    ['Home', true, { row: 3, column: 2 }, { row: -1, column: 0 }],
    ['End', false, { row: 3, column: 0 }, { row: 3, column: 2 }],
  ])('%s (with control: %s)', (name, far, from, to) =>
    expect(moveInGrid(from, key(name, far), bounds)).toEqual(to),
  );

  test('other keys do not move', () =>
    expect(moveInGrid({ row: 0, column: 0 }, key('a'), bounds)).toBeNull());
});

const components = (kept: number, correlations: number[], measures = ['a', 'b', 'c', 'd']): Components => {
  const p = measures.length;
  const matrix = { rows: p, columns: kept, values: Float64Array.from(correlations) };
  const communalities = Float64Array.from(measures, (_, j) =>
    Array.from({ length: kept }, (_, d) => correlations[d * p + j]! ** 2).reduce((sum, v) => sum + v, 0),
  );
  return {
    measures,
    rows: Uint32Array.of(0, 2, 3),
    weights: null,
    counts: false,
    average: 1,
    kept,
    note: null,
    eigenvalues: Float64Array.of(2, 1.2, 0.5, 0.3),
    shares: Float64Array.of(0.5, 0.3, 0.125, 0.075),
    variances: Float64Array.of(2, 1.2, 0.5, 0.3).slice(0, kept),
    heldBy: Float64Array.of(0.5, 0.3, 0.125, 0.075).slice(0, kept),
    sds: new Float64Array(p).fill(1),
    means: new Float64Array(p),
    divisors: new Float64Array(p).fill(1),
    rotation: null,
    coefficients: matrix,
    loadings: matrix,
    structure: matrix,
    correlations: matrix,
    communalities,
    residualShare: 0.2,
    scores: { rows: 3, columns: kept, values: Float64Array.from({ length: 3 * kept }, (_, i) => i - 1) },
    placedRows: new Uint32Array(0),
    placedScores: { rows: 0, columns: kept, values: new Float64Array(0) },
  };
};

test('what a cut costs: variance kept, measures poorly held, thin dimensions', () => {
  const cost = costOf(components(2, [0.9, 0.8, 0.7, 0.1, 0.1, 0.2, 0.1, 0.5]));
  expect(cost.held).toBeCloseTo(0.8, 12);
  expect(cost.poorlyHeld).toEqual(['d']);
  expect(cost.thin).toEqual([2]);
});

describe('the scree', () => {
  const size = { width: 400, height: 300 };
  const option = (kept: number) =>
    screeOption(
      {
        eigenvalues: Float64Array.of(2, 1.2, 0.5, 0.3),
        shares: Float64Array.of(0.5, 0.3, 0.125, 0.075),
        kept,
        average: 1,
        against: [{ kind: 'percentile', name: 'random data', values: Float64Array.of(1.4, 1.1, 0.9, 0.6) }],
        averageName: 'eigenvalue 1',
        log: false,
        cumulative: false,
      },
      light,
      size,
    ) as { series: { data: number[][]; markLine?: { data: object[] } }[] };

  test('shows every eigenvalue, the kept ones apart, with the average and the cut drawn in', () => {
    const [line, random, kept] = option(2).series;
    expect(random!.data.map(([, value]) => value)).toEqual([1.4, 1.1, 0.9, 0.6]);
    expect(line!.data).toEqual([
      [1, 2],
      [2, 1.2],
      [3, 0.5],
      [4, 0.3],
    ]);
    expect(kept!.data).toEqual([
      [1, 2],
      [2, 1.2],
    ]);
    expect(line!.markLine!.data).toMatchObject([{ yAxis: 1 }, { xAxis: 2.5 }]);
  });

  test('draws at most forty dimensions, but never fewer than are kept', () => {
    expect(shownDimensions(20, 3)).toBe(20);
    expect(shownDimensions(300, 3)).toBe(40);
    expect(shownDimensions(300, 60)).toBe(65);
    expect(shownDimensions(62, 60)).toBe(62);
  });
});

describe('the plane', () => {
  test('angles of arrows', () => {
    expect(angleBetween([1, 0], [0, 2])).toBeCloseTo(90, 12);
    expect(angleBetween([1, 0], [-3, 0])).toBeCloseTo(180, 12);
    expect(angleBetween([1, 1], [2, 2])).toBeCloseTo(0, 5);
    expect(angleBetween([0, 0], [1, 0])).toBeNaN();
    expect(angleInWords(90)).toMatch(/unrelated/);
    expect(angleInWords(10)).toMatch(/go together/);
    expect(angleInWords(175)).toMatch(/counter/);
  });

  test('an arrow for every measure, and names that keep clear of each other', () => {
    const arrows = Array.from({ length: 30 }, (_, j) => ({ measure: `m${j}`, x: 0.8, y: 0.001 * j }));
    const option = planeOption({ arrows, chosen: ['m7'], shortName, xName: 'X', yName: 'Y' }, light, {
      width: 300,
      height: 340,
    });
    const { series } = option as {
      series: { type: string; data: { label?: { formatter: () => string; position: number[] } }[] }[];
    };
    expect(series[1]!.data).toHaveLength(30);
    // They coincide, so that names move away with lines to them.
    const names = series.at(-1)!.data;
    expect(series.at(-2)!.type).toBe('lines');
    expect(names[0]!.label!.formatter()).toBe('m7');
    expect(names.length).toBeGreaterThan(20);
    const rows = names.map(({ label }) => label!.position.map(Math.round).join());
    expect(new Set(rows).size).toBe(rows.length);
  });
});

describe('the view of the map', () => {
  const size = { width: 800, height: 600 };
  const finite = fc.double({ min: -1e3, max: 1e3, noNaN: true });
  const points = fc.array(fc.tuple(finite, finite), { minLength: 1, maxLength: 20 });

  test('holds every point, with equal units both ways', () => {
    fc.assert(
      fc.property(points, list => {
        const xs = list.map(([x]) => x);
        const ys = list.map(([, y]) => y);
        const view = wholeView(xs, ys, size);
        const { x, y } = ranges(view, size);
        expect((x[1] - x[0]) / size.width).toBeCloseTo((y[1] - y[0]) / size.height, 6);
        list.forEach(([px, py]) => {
          const [left, top] = toPixel(view, size, px, py);
          // Within a millionth of a pixel: points that nearly coincide are drawn far apart.
          expect(left).toBeGreaterThanOrEqual(-1e-6);
          expect(left).toBeLessThanOrEqual(size.width + 1e-6);
          expect(top).toBeGreaterThanOrEqual(-1e-6);
          expect(top).toBeLessThanOrEqual(size.height + 1e-6);
        });
      }),
    );
  });

  test('holds points whose distance is lost in the digits of their place', () => {
    const xs = [-999.9999999999982, -999.9999999999972];
    const view = wholeView(xs, [0, 0], size);
    for (const x of xs)
      expect(Math.abs(toPixel(view, size, x, 0)[0] - size.width / 2)).toBeLessThan(size.width / 2);
  });

  test('zooming keeps the point under the hand where it is', () => {
    fc.assert(
      fc.property(finite, finite, fc.double({ min: 0.2, max: 5, noNaN: true }), (x, y, factor) => {
        const view = { x: 3, y: -2, unit: 0.5 };
        const pixel = toPixel(view, size, x, y);
        const after = toPixel(zoomed(view, size, pixel, factor), size, x, y);
        expect(after[0]).toBeCloseTo(pixel[0], 5);
        expect(after[1]).toBeCloseTo(pixel[1], 5);
      }),
    );
  });
});

describe('what the hand means on the map', () => {
  const square: Pixel[] = [
    [0, 0],
    [10, 0],
    [10, 10],
    [0, 10],
  ];
  test('a point is within an outline, also a bent one', () => {
    expect(isWithin([5, 5], square)).toBe(true);
    expect(isWithin([15, 5], square)).toBe(false);
    const bent: Pixel[] = [
      [0, 0],
      [10, 0],
      [10, 10],
      [5, 2],
      [0, 10],
    ];
    expect(isWithin([5, 8], bent)).toBe(false);
    expect(isWithin([1, 5], bent)).toBe(true);
  });
});

describe('the colours of the map', () => {
  const table = read('kiln,x\nb,1\na,2\n,3\nb,4\n');
  const rows = Uint32Array.of(0, 1, 2, 3);
  const by = (column: Column | null) => colouring(column, rows, 'light', light);

  test('by levels: a group each with its count, those without a level last', () => {
    const levels = by(table.columns[0]!);
    if (levels.kind !== 'levels') throw new Error('expected levels');
    expect(levels.groups.map(({ name, count }) => [name, count])).toEqual([
      ['a', 1],
      ['b', 2],
      ['no kiln given', 1],
    ]);
    expect(levels.codeOf(2)).toBe(-1);
  });

  test('by a number: its range, each row a shade', () => {
    const number = by(table.columns[1]!);
    if (number.kind !== 'number') throw new Error('expected a number');
    expect([number.least, number.most]).toEqual([1, 4]);
    expect(number.shades[number.shadeOf(0)]).not.toBe(number.shades[number.shadeOf(3)]);
  });

  const placed = (kept: number) => componentsPlacement(components(kept, Array(4 * kept).fill(0.5)));

  test('one kept dimension stands flat, its groups above each other', () => {
    const flat = pointsOf(placed(1), { x: 1, y: 2, spread: 'scores' }, () => 1, by(null));
    expect(flat.flat).toBe(true);
    expect([...flat.x]).toEqual([-1, 0, 1]);
    const deep = pointsOf(placed(2), { x: 2, y: 1, spread: 'scores' }, () => 1, by(null));
    expect(deep.flat).toBe(false);
    expect([...deep.x]).toEqual([2, 3, 4]);
  });
});

test('columns of a whole table tell which of their figures are of the sample', () => {
  const told = { name: 'a', present: 9, missing: 0, numbers: null, commonest: null };
  expect(toldOfWhole(null)).toBeNull();
  expect(toldOfWhole([])).toBeNull();
  expect(toldOfWhole([{ ...told, distinct: 3 }])!.has('distinct')).toBe(true);
  const ofWhole = toldOfWhole([
    { ...told, distinct: 3 },
    { ...told, distinct: null },
  ])!;
  expect([ofWhole.has('mean'), ofWhole.has('distinct'), ofWhole.has('median')]).toEqual([true, false, false]);
  const table = readDelimited(new TextEncoder().encode('a,b\n1,2\n3,5\n4,4\n'), 'x.csv');
  const [header] = figuresCsv(describeTable(table), freshRecipe(table), ofWhole).split('\n');
  expect(header).toContain('median (of the sample)');
  expect(header).toContain(',mean,');
});
