import Papa from 'papaparse';
import { entry, zeros, type Matrix } from '../../algebra/matrix';
import { crossed } from '../../algebra/product';
import { symmetricEigenvalues } from '../../algebra/symmetricEigen';
import { visitors, type VisitorsTruth } from '../../demo/visitors';
import { USUAL_ROTATION } from '../../rotation/rotateLoadings';
import { commonFactors, type FactorSettings } from './commonFactors';
import { factorCosts } from './costs';
import { EXTRACTIONS } from './extraction';
import { smoothed } from './smoothed';

/** Answers of those who answered all, each item standardised; reversed ones turned where that is asked. */
function answers(
  { csv, truth }: ReturnType<typeof visitors>,
  turn: boolean,
  without: readonly string[] = [],
): { z: Matrix; names: string[] } {
  const [head, ...lines] = Papa.parse<string[]>(csv.trim()).data;
  const places = head!.flatMap((name, at) => (/^q\d/.test(name) && !without.includes(name) ? [at] : []));
  const names = places.map(at => head![at]!);
  const complete = lines
    .map(line => places.map(at => (line[at] === '' || line[at] === '99' ? NaN : Number(line[at]))))
    .filter(row => row.every(value => !Number.isNaN(value)));
  const n = complete.length;
  const z = zeros(n, names.length);
  names.forEach((name, j) => {
    const column = complete.map(row => row[j]! * (turn && truth.reversed.includes(name) ? -1 : 1));
    const mean = column.reduce((sum, value) => sum + value, 0) / n;
    const sd = Math.sqrt(column.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1));
    column.forEach((value, i) => (z.values[j * n + i] = (value - mean) / sd));
  });
  return { z, names };
}

const correlationsOf = (z: Matrix): Matrix => {
  const products = crossed(z, z);
  return { ...products, values: products.values.map(value => value / (z.rows - 1)) };
};

const settings: FactorSettings = {
  factors: 3,
  extraction: 'minimum-residual',
  rotation: { ...USUAL_ROTATION, method: 'oblimin' },
  scoring: 'regression',
};

/** True loadings, items by factors. */
function truePattern(truth: VisitorsTruth, names: readonly string[], turned: boolean): Matrix {
  const pattern = zeros(names.length, 3);
  names.forEach((name, j) => {
    const { factor, loading } = truth.items[name]!;
    if (factor === null) return;
    const sign = !turned && truth.reversed.includes(name) ? -1 : 1;
    pattern.values[truth.factors.indexOf(factor) * names.length + j] = sign * loading;
  });
  return pattern;
}

function congruence(a: Matrix, d: number, b: Matrix, other: number): number {
  let [ab, aa, bb] = [0, 0, 0];
  for (let j = 0; j < a.rows; j++) {
    const [x, y] = [entry(a, j, d), entry(b, j, other)];
    [ab, aa, bb] = [ab + x * y, aa + x * x, bb + y * y];
  }
  return ab / Math.sqrt(aa * bb);
}

const made = visitors();

describe.each(EXTRACTIONS)('the factors of the visitors’ answers by %s', extraction => {
  // Two items that share more than any factor gives them draw one to themselves by maximum likelihood: one is left out.
  const { z, names } = answers(made, false, [made.truth.twins[1]]);
  const r = correlationsOf(z);
  const found = commonFactors(r, r, z.rows, { ...settings, extraction });
  const truth = truePattern(made.truth, names, false);
  const match = [0, 1, 2].map(t => {
    const all = [0, 1, 2].map(d => congruence(found.rotated.pattern, d, truth, t));
    const best = all.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a));
    return { d: all.indexOf(best), congruence: best };
  });

  test('are the true ones, each once', () => {
    for (const { congruence: size } of match) expect(Math.abs(size)).toBeGreaterThan(0.98);
    expect(new Set(match.map(({ d }) => d)).size).toBe(3);
  });

  test('correlate as the true ones do', () => {
    for (let a = 0; a < 3; a++) {
      for (let b = 0; b < a; b++) {
        const sign = Math.sign(match[a]!.congruence * match[b]!.congruence);
        const phi = sign * entry(found.rotated.phi, match[a]!.d, match[b]!.d);
        // A correlation of .4 over 400 rows has a standard error of .04.
        expect(Math.abs(phi - made.truth.correlations[a]![b]!)).toBeLessThan(0.12);
      }
    }
  });

  test('reversed items load the other way, and the stranger on none', () => {
    const { pattern } = found.rotated;
    names.forEach((name, j) => {
      const { factor } = made.truth.items[name]!;
      if (factor === null) {
        for (let d = 0; d < 3; d++) expect(Math.abs(entry(pattern, j, d))).toBeLessThan(0.2);
        expect(found.communalities[j]).toBeLessThan(0.1);
        return;
      }
      const { d, congruence: size } = match[made.truth.factors.indexOf(factor)]!;
      const sign = Math.sign(size) * (made.truth.reversed.includes(name) ? -1 : 1);
      expect(sign * entry(pattern, j, d)).toBeGreaterThan(0.4);
    });
    expect(found.heywood).toEqual([]);
  });

  test('variances add up: communalities are ΣΛΦΛᵀ, and the joint share is theirs', () => {
    const { pattern, phi } = found.rotated;
    found.communalities.forEach((communality, j) => {
      let sum = 0;
      for (let a = 0; a < 3; a++)
        for (let b = 0; b < 3; b++) sum += entry(pattern, j, a) * entry(phi, a, b) * entry(pattern, j, b);
      expect(communality).toBeCloseTo(sum, 8);
    });
    const joint = found.communalities.reduce((sum, value) => sum + value, 0) / names.length;
    expect(found.jointShare).toBeCloseTo(joint, 12);
  });

  test('scores correlate with the factors as their validity says, over rows', () => {
    if ('what' in found.scores) throw new Error(found.scores.what);
    const { coefficients, correlations, validity } = found.scores;
    const n = z.rows;
    const scores = zeros(n, 3);
    for (let d = 0; d < 3; d++)
      for (let j = 0; j < names.length; j++)
        for (let i = 0; i < n; i++)
          scores.values[d * n + i]! += z.values[j * n + i]! * entry(coefficients, j, d);
    const products = correlationsOf(scores);
    for (let a = 0; a < 3; a++)
      for (let b = 0; b < 3; b++) {
        const of = entry(products, a, b) / Math.sqrt(entry(products, a, a) * entry(products, b, b));
        expect(entry(correlations, a, b)).toBeCloseTo(of, 8);
      }
    for (const value of validity) expect(value > 0.9 && value < 1).toBe(true);
  });
});

test('items reversed in the table change signs of loadings and nothing else', () => {
  const [asked, turned] = [answers(made, false), answers(made, true)];
  const [r, t] = [correlationsOf(asked.z), correlationsOf(turned.z)];
  const [a, b] = [commonFactors(r, r, 400, settings), commonFactors(t, t, 400, settings)];
  b.communalities.forEach((value, j) => expect(value).toBeCloseTo(a.communalities[j]!, 6));
  b.rotated.pattern.values.forEach((value, at) =>
    expect(Math.abs(value)).toBeCloseTo(Math.abs(a.rotated.pattern.values[at]!), 4),
  );
  expect(b.fit!.discrepancy).toBeCloseTo(a.fit!.discrepancy, 7);
  a.reliabilities.forEach(({ alpha, omega }, d) => {
    expect(b.reliabilities[d]!.alpha).toBeCloseTo(alpha, 8);
    expect(b.reliabilities[d]!.omega).toBeCloseTo(omega, 6);
  });
});

test('a fourth factor is seen to be the pair of twins: thin, whatever it costs less', () => {
  const { z, names } = answers(made, false);
  const r = correlationsOf(z);
  const costs = factorCosts(r, 5, 'minimum-residual', settings.rotation);
  expect(costs.map(({ factors }) => factors)).toEqual([1, 2, 3, 4, 5]);
  expect([costs[2]!.thin, costs[2]!.heywood]).toEqual([0, 0]);
  expect(costs[3]!.thin).toBeGreaterThan(0);
  expect(costs[3]!.beyond).toBeLessThanOrEqual(costs[2]!.beyond);
  expect(costs[0]!.poorlyHeld).toBeGreaterThan(costs[2]!.poorlyHeld);
  const four = commonFactors(r, r, z.rows, { ...settings, factors: 4 });
  const [first, second] = made.truth.twins.map(name => names.indexOf(name)) as [number, number];
  const doublet = [0, 1, 2, 3].find(
    d =>
      Math.abs(entry(four.rotated.pattern, first, d)) > 0.4 &&
      Math.abs(entry(four.rotated.pattern, second, d)) > 0.4 &&
      names.filter((_, j) => Math.abs(entry(four.rotated.pattern, j, d)) > 0.4).length === 2,
  );
  expect(doublet).toBeDefined();
});

test('correlations of no table are made those of one, with what was changed; others stay', () => {
  const odd = { rows: 3, columns: 3, values: Float64Array.of(1, 0.9, 0.1, 0.9, 1, 0.9, 0.1, 0.9, 1) };
  expect(symmetricEigenvalues(odd).at(-1)).toBeLessThan(0);
  const { correlations, raised, change } = smoothed(odd);
  expect(raised).toBe(1);
  expect(symmetricEigenvalues(correlations).at(-1)).toBeGreaterThan(0);
  for (let i = 0; i < 3; i++) expect(entry(correlations, i, i)).toBe(1);
  const largest = Math.max(...correlations.values.map((value, at) => Math.abs(value - odd.values[at]!)));
  expect(change).toBeCloseTo(largest, 12);
  const even = { ...odd, values: Float64Array.of(1, 0.5, 0.1, 0.5, 1, 0.5, 0.1, 0.5, 1) };
  expect(smoothed(even).correlations).toBe(even);
});

test('without n there is no fit, with singular correlations no scores, and each says why', () => {
  const twice = { rows: 4, columns: 4, values: Float64Array.of(1, 1, 0.5, 0.4, 1, 1, 0.5, 0.4, 0.5, 0.5, 1, 0.3, 0.4, 0.4, 0.3, 1) }; // prettier-ignore
  const found = commonFactors(twice, twice, null, { ...settings, factors: 1 });
  expect(found.fit).toBeNull();
  expect('what' in found.scores && found.scores.what).toMatch(/inverse/);
  expect(commonFactors(twice, twice, 50, { ...settings, factors: 1 }).fit).toBeNull();
});
