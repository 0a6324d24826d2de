import { columnOf, entry } from '@wold/core/algebra/matrix';
import { factors, type Factors, type FactorsAsked } from '@wold/core/methods/factors/factors';
import { prepare } from '@wold/core/preparation/prepare';
import { PLAIN_PREPARATION, rowsOf } from '@wold/core/preparation/prepared';
import { seededRandom } from '@wold/core/algebra/random';
import { USUAL_ROTATION } from '@wold/core/rotation/rotateLoadings';
import { suitability } from '@wold/core/suitability/suitability';
import { tableOf } from '@wold/core/testTables';
import { extractionAdvice } from './dimensions/extractionAdvice';
import { factorQuantities, factorQuantity, quantityName } from './meaning/quantity';
import { spreadOfScores } from './meaning/spreadOfScores';
import { factorLedgerLines, factorLedgerNumbers } from './meaning/takenOut';
import { fitVerdicts } from './trust/verdicts';

/** Two factors of four measures each, far from 0. */
function columnsOf(n: number): number[][] {
  const { normal } = seededRandom(4);
  const [f, g] = [Array.from({ length: n }, normal), Array.from({ length: n }, normal)];
  return Array.from({ length: 8 }, (_, j) =>
    f.map((value, i) => 1000 * j + (j + 1) * ((j < 4 ? value : 0.5 * value + g[i]!) + 0.7 * normal())),
  );
}
const columns = columnsOf(150);
const measures = columns.map((_, j) => `x${j + 1}`);
const weights = columns[0]!.map((_, i) => 1 + (i % 3));
const preparedOf = (weight: string | null, rows = columns) =>
  rowsOf(
    prepare(tableOf([...rows, weights.slice(0, rows[0]!.length)], [...measures, 'w']), {
      ...PLAIN_PREPARATION,
      measures,
      weight,
      weighting: 'counts',
    }),
  );
const asked: FactorsAsked = {
  kind: 'pearson',
  factors: 2,
  extraction: 'minimum-residual',
  rotation: { ...USUAL_ROTATION, method: 'oblimin' },
  scoring: 'regression',
};
const found = factors(preparedOf(null), [], asked);
const orthogonal = factors(preparedOf(null), [], {
  ...asked,
  rotation: { ...USUAL_ROTATION, method: 'varimax' },
});

describe('the ledger', () => {
  test('has a structure of its own where factors are oblique; pattern is loadings where they are not', () => {
    expect(factorQuantities(found)).toEqual(['pattern', 'structure', 'coefficients']);
    expect(factorQuantities(orthogonal)).toEqual(['pattern', 'coefficients']);
    expect([quantityName('pattern', true), quantityName('pattern', false)]).toEqual(['pattern', 'loadings']);
    for (let j = 0; j < 8; j++)
      for (let d = 0; d < 2; d++)
        expect(entry(orthogonal.rotated.structure, j, d)).toBeCloseTo(
          entry(orthogonal.rotated.pattern, j, d),
          12,
        );
    expect(factorQuantity(found, 'structure').values).toBe(found.rotated.structure);
  });
  test('taken out: each measure under the factor that leads it, communality and uniqueness 1 together', () => {
    const [head, ...lines] = factorLedgerNumbers(found, 'pattern', ['A', 'B'], name => `says ${name}`);
    expect(head).toEqual(['pattern', 'wording', 'leads', 'A', 'B', 'communality', 'uniqueness']);
    expect(lines).toHaveLength(8);
    for (const [measure, wording, leads, a, b, communality, uniqueness] of lines) {
      const [x, y] = [Math.abs(Number(a)), Math.abs(Number(b))];
      expect(wording).toBe(`says ${measure}`);
      expect(leads).toBe(x >= y ? 'A' : 'B');
      expect(Number(communality) + Number(uniqueness)).toBeCloseTo(1, 12);
    }
    const order = lines.map(line => line[2]).join('');
    expect(['AAAABBBB', 'BBBBAAAA']).toContain(order);
  });
  test('as a picture: small loadings are pale, or left out', () => {
    const words = () => '';
    const pale = factorLedgerLines(found, 'pattern', ['A', 'B'], words, { fade: 0.4, small: 'fade' });
    const out = factorLedgerLines(found, 'pattern', ['A', 'B'], words, { fade: 0.4, small: 'leave out' });
    pale.lines.forEach(({ values, faded }, line) =>
      values.forEach((value, d) => {
        expect(faded[d]).toBe(Math.abs(value) < 0.4);
        expect(out.lines[line]!.values[d]).toBe(faded[d] ? NaN : value);
      }),
    );
  });
});

test('the spread of scores is their standard deviation, each row as often as it counts', () => {
  const weighted = factors(preparedOf('w'), [], asked);
  const spread = spreadOfScores(weighted);
  for (let d = 0; d < 2; d++) {
    const repeated = [...columnOf(weighted.rowScores, d)].flatMap((score, i) =>
      Array<number>(weights[i]!).fill(score),
    );
    const mean = repeated.reduce((sum, value) => sum + value, 0) / repeated.length;
    const variance = repeated.reduce((sum, value) => sum + (value - mean) ** 2, 0) / repeated.length;
    expect(spread[d]).toBeCloseTo(Math.sqrt(variance), 10);
  }
});

describe('the verdicts of fit', () => {
  const of = (made: Factors, name: string) =>
    fitVerdicts(made).find(verdict => verdict.name.startsWith(name))!;
  test('say each figure with its rule, and what it means', () => {
    expect(Number(of(found, 'SRMR').value)).toBeCloseTo(found.residuals.srmr, 3);
    for (const { rule, follows, value } of fitVerdicts(found)) {
      expect(rule).not.toBe('');
      expect(follows).toMatch(/[.]$/);
      expect(value).not.toMatch(/NaN|undefined/);
    }
    expect(of(found, 'χ², Bartlett').good).toBe(found.fit!.corrected.p >= 0.05);
    expect(of(found, 'RMSEA').good).toBe(found.fit!.rmsea <= 0.08);
  });
  test('one factor of two is told to fit badly', () => {
    const one = factors(preparedOf(null), [], { ...asked, factors: 1 });
    expect(of(one, 'RMSEA').good).toBe(false);
    expect(of(one, 'SRMR').good).toBe(false);
    expect(of(one, 'CFI').good).toBe(false);
  });
  test('without rows, without an inverse and without degrees of freedom they say what is lacking', () => {
    expect(of({ ...found, n: null, fit: null }, 'χ²').follows).toMatch(/number of rows/);
    expect(of({ ...found, fit: null, heywood: [] }, 'χ²').follows).toMatch(/inverse/);
    const improper = { ...found, fit: null, heywood: [2] };
    expect(of(improper, 'χ²').follows).toMatch(/Heywood/);
    expect(of(improper, 'Improper').follows).toContain('x3');
    const none = {
      ...found,
      fit: { ...found.fit!, df: 0, rmsea: NaN, tli: NaN, corrected: { value: 1, p: NaN } },
    };
    expect(of(none, 'χ², Bartlett')).toMatchObject({
      good: null,
      follows: 'No degrees of freedom are left to test with.',
    });
    expect([of(none, 'RMSEA').good, of(none, 'TLI').good]).toEqual([null, null]);
    const restless = { ...found, extraction: { iterations: 500, converged: false } };
    expect(of(restless, 'Convergence')).toMatchObject({ value: 'no', good: false });
  });
});

describe('advice on the extraction', () => {
  const judged = suitability(preparedOf(null), 'pearson');
  test('follows from what question 3 found, with its p', () => {
    expect(extractionAdvice(judged, 0.05)).toMatch(
      /Maximum likelihood may be used|safer than maximum likelihood/,
    );
    const normal = { ...judged, mardia: { ...judged.mardia!, kurtosisP: 0.4, skewnessP: 0.21 } };
    expect(extractionAdvice(normal, 0.05)).toMatch(/p \.210.*may be used/);
    expect(extractionAdvice(normal, 0.3)).toMatch(/p \.210.*safer than maximum likelihood/);
    expect(extractionAdvice({ ...judged, mardia: null }, 0.05)).toMatch(/could not be told/);
    expect(extractionAdvice({ ...judged, n: null }, 0.05)).toMatch(/number of rows/);
    expect(extractionAdvice({ ...judged, definiteness: 'singular' }, 0.05)).toMatch(/cannot be had/);
  });
});
