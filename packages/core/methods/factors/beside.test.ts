import { columnOf, entry } from '../../algebra/matrix';
import { compute } from '../../recipe/compute';
import { withFactorTurned, withItemsAside, withTrailBack } from '../../recipe/edit/factors';
import { withDimensionName, withLeftOut, withSettings } from '../../recipe/edit/reductions';
import { askOf } from '../../recipe/requests';
import { namesOn } from '../names';
import { besideAsk } from './ask';
import { factorsPlacement } from './placement';
import { made, table, byFactors, factorsOf, three } from '../../testFactors';

test('a step sets measures aside and is walked back; what was before stands beside', async () => {
  const first = withItemsAside(three, byFactors(three), ['q24'], ' belongs to nothing ');
  const second = withItemsAside(first, byFactors(first), ['q13', 'q24'], '');
  const reduction = byFactors(second);
  expect(reduction.without).toEqual(['q24', 'q13']);
  expect(reduction.settings.trail).toEqual([
    { measures: ['q24'], reason: 'belongs to nothing' },
    { measures: ['q13'], reason: '' },
  ]);
  const of = askOf(second, reduction);
  const beside = besideAsk(of, reduction.settings)!;
  expect([of.without, beside.without]).toEqual([['q13', 'q24'], ['q24']]);
  const comparison = await compute(table, { stage: 'factorComparison', of, beside });
  const [now, before] = [await factorsOf(table, second), await factorsOf(table, first)];
  const q13 = comparison.measures.find(({ measure }) => measure === 'q13')!;
  expect([q13.leads, q13.moved]).toEqual([null, false]);
  expect(q13.communalityBeside).toBe(before.communalities[before.measures.indexOf('q13')]);
  expect(comparison.of.fit).toEqual(now.fit);
  expect(comparison.beside.srmr).toBe(before.residuals.srmr);
  const back = withTrailBack(second, byFactors(second), 1);
  expect(byFactors(back).without).toEqual(['q24']);
  expect(byFactors(back).settings).toMatchObject({ trail: [{ measures: ['q24'] }], beside: null });
  expect(withTrailBack(second, byFactors(second), 0).reductions).toEqual(three.reductions);
  // What is taken in again elsewhere is no longer on the trail.
  const elsewhere = withLeftOut(second, byFactors(second), ['q13']);
  expect(byFactors(elsewhere).settings.trail).toEqual([{ measures: ['q13'], reason: '' }]);
});

test('factors of two solutions are matched by congruence, the twins’ factor stands alone', async () => {
  const reduction = byFactors(three);
  const of = askOf(three, reduction);
  const beside = { ...of, keep: 4 };
  const comparison = await compute(table, { stage: 'factorComparison', of, beside });
  const { factors, measures } = comparison;
  expect(factors).toHaveLength(4);
  const [here, there] = [comparison.of.pattern, comparison.beside.pattern];
  const congruence = (a: number, b: number) => {
    const [x, y] = [columnOf(here, a), columnOf(there, b)];
    const dot = (u: Float64Array, v: Float64Array) => u.reduce((sum, value, i) => sum + value * v[i]!, 0);
    return dot(x, y) / Math.sqrt(dot(x, x) * dot(y, y));
  };
  for (const match of factors.slice(0, 3)) {
    expect(match.congruence).toBeCloseTo(congruence(match.of!, match.beside!), 10);
    for (let other = 0; other < 4; other++)
      expect(Math.abs(congruence(match.of!, other))).toBeLessThanOrEqual(Math.abs(match.congruence) + 1e-12);
  }
  expect(factors[3]!.of).toBeNull();
  const alone = factors[3]!.beside!;
  const strong = comparison.beside.measures.filter((_, j) => Math.abs(entry(there, j, alone)) >= 0.4);
  expect(strong.toSorted()).toEqual([...made.truth.twins].toSorted());
  for (const { leads, leadsBeside, moved } of measures) {
    const partner = factors.find(match => match.of === leads)!.beside;
    expect(moved).toBe(partner !== leadsBeside);
  }
});

test('a rotation beside changes loadings and neither communalities nor fit', async () => {
  const reduction = byFactors(three);
  const of = askOf(three, reduction);
  const beside = besideAsk(of, { ...reduction.settings, beside: { by: 'rotation', method: 'varimax' } })!;
  const {
    measures,
    of: here,
    beside: there,
  } = await compute(table, { stage: 'factorComparison', of, beside });
  for (const { communality, communalityBeside } of measures)
    expect(communality).toBeCloseTo(communalityBeside, 8);
  expect(here.fit!.discrepancy).toBeCloseTo(there.fit!.discrepancy, 8);
  expect([here.rotation, there.rotation]).toEqual(['oblimin', 'varimax']);
});

test('a factor turned points the other way, keeps its name, and stays turned under another rotation', async () => {
  const before = await factorsOf(table, three);
  const structure = factorsPlacement(before).structure!;
  const named = withDimensionName(three, byFactors(three), 2, 'Ease', structure);
  const turned = withFactorTurned(named, byFactors(named), 2, structure);
  const after = await factorsOf(table, turned);
  const m = 3;
  for (let d = 0; d < m; d++) {
    const sign = d === 1 ? -1 : 1;
    for (let j = 0; j < before.measures.length; j++) {
      expect(entry(after.rotated.pattern, j, d)).toBeCloseTo(sign * entry(before.rotated.pattern, j, d), 10);
      expect(entry(after.rotated.structure, j, d)).toBeCloseTo(
        sign * entry(before.rotated.structure, j, d),
        10,
      );
    }
    for (let e = 0; e < m; e++) {
      const both = sign * (e === 1 ? -1 : 1);
      expect(entry(after.rotated.phi, d, e)).toBeCloseTo(both * entry(before.rotated.phi, d, e), 10);
    }
    expect(entry(after.rowScores, 7, d)).toBeCloseTo(sign * entry(before.rowScores, 7, d), 8);
  }
  expect(after.reliabilities[1]!.alpha).toBeCloseTo(before.reliabilities[1]!.alpha, 12);
  const now = factorsPlacement(after).structure;
  expect(namesOn(byFactors(turned).names, now).names).toEqual([{ dimension: 2, name: 'Ease' }]);
  const promax = withSettings(turned, byFactors(turned), {
    rotation: { ...byFactors(turned).settings.rotation, method: 'promax' },
  });
  const other = await factorsOf(table, promax);
  const { names } = namesOn(byFactors(promax).names, factorsPlacement(other).structure);
  const d = names[0]!.dimension - 1;
  expect(names[0]!.name).toBe('Ease');
  const q02 = other.measures.indexOf('q02');
  expect(Math.sign(entry(other.rotated.pattern, q02, d))).toBe(
    Math.sign(entry(after.rotated.pattern, q02, 1)),
  );
  // Turned again it is as it was.
  const again = withFactorTurned(turned, byFactors(turned), 2, now!);
  const twice = await factorsOf(table, again);
  twice.rotated.pattern.values.forEach((value, at) =>
    expect(value).toBeCloseTo(before.rotated.pattern.values[at]!, 10),
  );
});
