import { columnOf } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { keepComponents } from '../methods/components/keepComponents';
import { decompose } from '../methods/components/decompose';
import { PLAIN_RETENTION } from '../dimensions/retentionSettings';
import { retention } from '../dimensions/retention';
import { PLAIN_PREPARATION, type PreparationInput } from '../preparation/prepared';
import { prepare } from '../preparation/prepare';
import { numberAt, type NumberColumn } from '../table/column';
import { findColumn, type Table } from '../table/table';
import { tableOf } from '../testTables';
import type { ScoreRelation } from '../use/scoreRelations';
import { compute } from './compute';
import type { Kept } from '../methods/components/stages';
import type { Request } from './stages';

const { normal } = seededRandom(12);

/** Measures with two dimensions, a label, an outcome and weights. */
function made(n: number, p: number, weightOf: (i: number) => number, gaps = false): Table {
  const { normal: draw, uniform } = seededRandom(77);
  const [a, b] = [0, 1].map(() => Array.from({ length: n }, draw)) as [number[], number[]];
  const measures = Array.from({ length: p }, (_, j) =>
    a.map((value, i) => (gaps && uniform() < 0.05 ? '' : 30 + 2 * (j % 2 ? value : b[i]!) + 0.6 * draw())),
  );
  return tableOf(
    [
      ...measures,
      a.map((_, i) => `g${i % 2}`),
      a.map((value, i) => value - b[i]! + draw()),
      a.map((_, i) => weightOf(i)),
    ],
    [...measures.map((_, j) => `x${j}`), 'group', 'outcome', 'w'],
  );
}

function figuresOn(
  table: Table,
  p: number,
  weight: string | null,
  change: Partial<PreparationInput>,
): Promise<unknown[]> {
  const preparation: PreparationInput = {
    ...PLAIN_PREPARATION,
    measures: Array.from({ length: p }, (_, j) => `x${j}`),
    weight,
    ...change,
  };
  const kept: Kept = { preparation, without: [], keep: 2, rotation: { method: 'none', power: 4 } };
  const requests: Request[] = [
    { stage: 'account', preparation },
    { stage: 'suitability', preparation, kind: 'pearson' },
    { stage: 'suitability', preparation, kind: 'spearman' },
    { ...kept, stage: 'components' },
    { reduced: { method: 'components', ask: kept }, stage: 'scoreRelations' },
    { ...kept, stage: 'outcome', outcome: 'outcome', seed: 1 },
    { ...kept, stage: 'agreement', label: 'group' },
    { reduced: { method: 'components', ask: kept }, stage: 'replicates', by: ['group'] },
  ];
  // The weights themselves are a column like any other.
  return Promise.all(
    requests.map(async request => {
      const result = await compute(table, request);
      return request.stage === 'scoreRelations'
        ? (result as readonly ScoreRelation[]).filter(({ column }) => column !== 'w')
        : result;
    }),
  );
}

function expectAlike(a: unknown, b: unknown, path = ''): void {
  if (typeof a === 'number' && typeof b === 'number') {
    const near = Object.is(a, b) || Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(a), Math.abs(b));
    expect(`${path} ${near || `${a} ${b}`}`).toBe(`${path} true`);
  } else if (typeof a === 'object' && a !== null) {
    for (const name of Object.keys(a)) {
      if (name !== 'weights' && name !== 'counts') {
        expectAlike((a as never)[name], (b as never)[name], `${path}.${name}`);
      }
    }
  } else expect(a).toEqual(b);
}

/** No figure of agreement or outcome is NaN. */
function expectFigures(all: readonly unknown[]): void {
  const walk = (value: unknown): void => {
    if (typeof value === 'number') expect(value).not.toBeNaN();
    else if (typeof value === 'object' && value !== null) Object.values(value).forEach(walk);
  };
  walk(all.slice(5, 7));
  const { groups, leftOut } = all[6] as { groups: unknown[]; leftOut: unknown[] };
  expect([groups.length, leftOut.length]).toEqual([2, 0]);
}

describe.each([
  ['unit variance', {}],
  ['centred', { scale: 'centre' }],
  ['by their range', { scale: 'range' }],
  ['robust', { scale: 'robust' }],
  ['about zero', { scale: 'none' }],
  ['gaps kept', { missing: 'keep' }],
  ['medians, fences, ranks', { missing: 'median', outliers: 'fences', transform: 'ranks' }],
] as const)('real weights, measures %s', (_, change) => {
  const gaps = 'missing' in change;
  test('only their ratios matter, however light they are; no figure is lost', async () => {
    const weight = (i: number) => 0.5 + ((i * 7) % 5);
    const heavy = await figuresOn(made(40, 6, weight, gaps), 6, 'w', change);
    const light = await figuresOn(
      made(40, 6, i => weight(i) / 1e4, gaps),
      6,
      'w',
      change,
    );
    expectAlike(heavy, light);
    expectFigures(light);
  });
  test('equal ones are none', async () => {
    const table = made(40, 6, () => 3, gaps);
    expectAlike(await figuresOn(table, 6, 'w', change), await figuresOn(table, 6, null, change));
  });
});

describe('votes with no more rows than measures', () => {
  const [n, p] = [9, 14];
  const measures = Array.from({ length: p }, (_, j) => `x${j}`);
  const settings = { ...PLAIN_RETENTION, simulations: 20 };
  const countOf = (table: Table, more: Partial<PreparationInput>) => {
    const prepared = prepare(table, { ...PLAIN_PREPARATION, measures, weight: null, ...more });
    const { votes, eigenvalues } = retention(prepared, [], settings);
    return { eigenvalues, count: votes.find(({ rule }) => rule === 'above average')!.count, prepared };
  };
  test('with weights the dimensions and their average are those of the reduction', () => {
    const { eigenvalues, count, prepared } = countOf(
      made(n, p, i => 1 + (i % 3)),
      { weight: 'w' },
    );
    const own = decompose(prepared);
    expect(eigenvalues).toHaveLength(n - 1);
    eigenvalues.forEach((value, d) => expect(value).toBeCloseTo(own.eigenvalues[d]!, 9));
    expect(keepComponents(prepared, own, 'above-average').kept).toBe(count);
  });
  test('about zero the correlations are the same as about the means', () => {
    const table = made(n, p, () => 1);
    const [none, unit] = [countOf(table, { scale: 'none' }), countOf(table, {})];
    expect(none.count).toBe(unit.count);
    none.eigenvalues.forEach((value, d) => expect(value).toBeCloseTo(unit.eigenvalues[d]!, 9));
  });
  test('common factors are counted only while their variance is above 0', () => {
    for (let k = 0; k < 6; k++) {
      const noise = tableOf(Array.from({ length: 6 }, () => Array.from({ length: 30 }, normal)));
      const prepared = prepare(noise, {
        ...PLAIN_PREPARATION,
        measures: noise.columns.map(({ name }) => name),
        weight: null,
      });
      const { votes, reduced } = retention(prepared, [], settings);
      const positive = reduced!.filter(value => value > 0).length;
      for (const { of, count } of votes) if (of === 'factors') expect(count).toBeLessThanOrEqual(positive);
    }
  });
});

describe.each([
  ['unit variance', {}],
  ['by the range', { scale: 'range' }],
  ['robust', { scale: 'robust' }],
  ['about zero', { scale: 'none' }],
  ['logarithms, fenced', { transform: 'log', outliers: 'fences' }],
] as const)('rows held out one by one, %s', (_, change) => {
  test('are foretold as from a table without them', async () => {
    const n = 10;
    const table = made(n, 4, () => 1);
    const measures = ['x0', 'x1', 'x2', 'x3'];
    const input: PreparationInput = { ...PLAIN_PREPARATION, measures, weight: null, ...change };
    const kept: Kept = { preparation: input, without: [], keep: 2, rotation: { method: 'none', power: 4 } };
    const { crossValidated, folds } = await compute(table, {
      ...kept,
      stage: 'outcome',
      outcome: 'outcome',
      seed: 1,
    });
    expect(folds).toBe(n);
    const at = (name: string, row: number) => numberAt(findColumn(table, name) as NumberColumn, row);
    let [one, two, about] = [0, 0, 0];
    for (let out = 0; out < n; out++) {
      const rows = [...Array(n).keys()].filter(row => row !== out);
      // A table that never had the row.
      const part = tableOf(
        measures.map(name => rows.map(row => at(name, row))),
        measures,
      );
      const prepared = prepare(part, input);
      const made2 = keepComponents(prepared, decompose(prepared), 2);
      const y = rows.map(row => at('outcome', row));
      const mean = y.reduce((sum, value) => sum + value, 0) / y.length;
      about += (at('outcome', out) - mean) ** 2;
      const fenced = measures.map((name, j) => {
        const treated =
          change === undefined || !('outliers' in change) ? at(name, out) : pulled(name, rows, out);
        const value = 'transform' in change ? Math.log(treated) : treated;
        return (value - prepared.means[j]!) / prepared.divisors[j]!;
      });
      const score = (d: number) =>
        fenced.reduce((sum, value, j) => sum + value * made2.coefficients.values[d * 4 + j]!, 0);
      const [fit1, fit2] = [1, 2].map(k => regress(made2.scores, k, y)) as [number[], number[]];
      one += (at('outcome', out) - fit1[0]! - fit1[1]! * score(0)) ** 2;
      two += (at('outcome', out) - fit2[0]! - fit2[1]! * score(0) - fit2[2]! * score(1)) ** 2;
    }
    expect(crossValidated[0]).toBeCloseTo(1 - one / about, 8);
    expect(crossValidated[1]).toBeCloseTo(1 - two / about, 8);

    /** Within 1.5 interquartile ranges of the others' quartiles. */
    function pulled(name: string, rows: readonly number[], out: number): number {
      const sorted = rows.map(row => at(name, row)).sort((a, b) => a - b);
      const quartile = (q: number) => {
        const place = (sorted.length - 1) * q;
        const below = Math.floor(place);
        return sorted[below]! + (place - below) * ((sorted[below + 1] ?? sorted[below]!) - sorted[below]!);
      };
      const reach = 1.5 * (quartile(0.75) - quartile(0.25));
      return Math.min(quartile(0.75) + reach, Math.max(quartile(0.25) - reach, at(name, out)));
    }
  });
});

/** Least squares by elimination of the normal equations. */
function regress(scores: Parameters<typeof columnOf>[0], k: number, y: readonly number[]): number[] {
  const x = [y.map(() => 1), ...Array.from({ length: k }, (_, d) => [...columnOf(scores, d)])];
  const rows = x.map(a => [
    ...x.map(b => a.reduce((sum, value, i) => sum + value * b[i]!, 0)),
    a.reduce((sum, value, i) => sum + value * y[i]!, 0),
  ]);
  rows.forEach((row, i) => {
    const by = row[i]!;
    row.forEach((value, j) => (row[j] = value / by));
    rows.forEach((other, o) => {
      if (o === i) return;
      const times = other[i]!;
      other.forEach((value, j) => (other[j] = value - times * row[j]!));
    });
  });
  return rows.map(row => row.at(-1)!);
}
