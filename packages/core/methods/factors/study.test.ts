import Papa from 'papaparse';
import { columnOf, entry } from '../../algebra/matrix';
import { visitors } from '../../demo/visitors';
import { compute } from '../../recipe/compute';
import { withFactorTurned, withItemsAside, withTrailBack } from '../../recipe/edit/factors';
import { withColumnRenamed } from '../../recipe/edit/renamed';
import {
  withDimensionName,
  withLeftOut,
  withNewReduction,
  withReduction,
  withSettings,
} from '../../recipe/edit/reductions';
import { figuresOf } from '../../recipe/figures';
import { freshRecipe } from '../../recipe/fresh';
import { outputOf } from '../../recipe/outputOf';
import { askOf, preparationOf, reducedBy, reductionRequest } from '../../recipe/requests';
import { isBy, parseRecipe, type Recipe, type ReductionBy } from '../../recipe/schema';
import { writeRecipe } from '../../recipe/writeRecipe';
import { readDelimited } from '../../table/readDelimited';
import type { Table } from '../../table/table';
import { alsoFor, extensionOf, fileKindsOf, reductionFile } from '../files';
import { namesOn } from '../names';
import { besideAsk, costsAsk } from './ask';
import type { Factors } from './factors';
import { factorsPlacement } from './placement';
import { reportOf } from './report';
import type { FactorsSettings } from './settings';

const read = (text: string, name = 'made.csv'): Table => readDelimited(new TextEncoder().encode(text), name);
const made = visitors();
/** Without the codes of those who gave no answer. */
const table = read(made.csv.replaceAll(/(?<=,)99(?=,|\n)/g, ''));

type FactorReduction = ReductionBy<'factors'>;

function byFactors(recipe: Recipe): FactorReduction {
  const found = recipe.reductions.find(reduction => isBy(reduction, 'factors'));
  if (found === undefined || !isBy(found, 'factors')) throw new Error('expected factors');
  return found;
}

/** A study of a table with a reduction by factors. */
function studyOf(of: Table, change: Partial<FactorsSettings> = {}): Recipe {
  const fresh = freshRecipe(of);
  const { recipe } = withNewReduction(fresh, fresh.reductions[0]!, of.rows, 'factors');
  return withSettings(recipe, byFactors(recipe), change as FactorReduction['settings']);
}

const factorsOf = (of: Table, recipe: Recipe): Promise<Factors> =>
  compute(of, reductionRequest(recipe, byFactors(recipe)));

const three = studyOf(table, { keep: 3 });

test('a new reduction by factors keeps as many as parallel analysis of common factors votes for', async () => {
  const recipe = studyOf(table);
  const { rotated, note } = await factorsOf(table, recipe);
  const reduction = byFactors(recipe);
  const { votes } = await compute(table, {
    stage: 'retention',
    preparation: preparationOf(recipe),
    without: [],
    settings: reduction.settings.retention,
  });
  const vote = votes.find(({ of, rule }) => of === 'factors' && rule.includes('95th'))!;
  expect(rotated.pattern.columns).toBe(vote.count);
  expect(note).toBeNull();
});

test.each([
  [
    'a matrix without n',
    'r,a,b,c,d\na,1,.5,.4,.5\nb,.5,1,.4,.3\nc,.4,.4,1,.4\nd,.5,.3,.4,1\n',
    /needs the number of rows/,
  ],
  [
    'a measure that stands there twice',
    Array.from({ length: 80 }, (_, i) => {
      const [f, g] = [Math.sin(i * 1.7), Math.cos(i * 2.3)];
      const own = Array.from({ length: 9 }, (_item, j) => (j < 5 ? f : g) + 0.6 * Math.sin(i * (3.1 + j)));
      return [...own, own[0]!].map(value => value.toFixed(4)).join(',');
    }).reduce((all, line) => `${all}${line}\n`, 'a,b,c,d,e,f,g,h,i,j\n'),
    /an inverse/,
  ],
])(
  'where random data say nothing those above average are kept, and it is said: %s',
  async (_, text, note) => {
    const of = read(text.replace('r,a', ',a'));
    const found = await factorsOf(of, studyOf(of));
    expect(found.note).toMatch(note);
    expect(found.rotated.pattern.columns).toBeGreaterThan(0);
  },
);

test('a recipe with factors, trail, target and all is written and read back', () => {
  const full = withItemsAside(
    studyOf(table, {
      keep: 3,
      extraction: 'maximum-likelihood',
      correlations: 'polychoric',
      fade: 'by-rows',
      scoring: 'bartlett',
      rotation: {
        ...byFactors(three).settings.rotation,
        method: 'target',
        target: [{ measure: 'q01', factor: 1 }],
      },
    }),
    byFactors(three),
    ['q24'],
    'belongs to nothing',
  );
  expect(parseRecipe(writeRecipe(full), 'r')).toEqual(full);
});

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

test('a target places measures: the others’ loadings are as small as can be there', async () => {
  const oblimin = await factorsOf(table, three);
  const leads = made.truth.factors;
  const target = oblimin.measures.flatMap(measure => {
    const { factor } = made.truth.items[measure]!;
    return factor === null ? [] : [{ measure, factor: leads.indexOf(factor) + 1 }];
  });
  const rotation = { ...byFactors(three).settings.rotation, method: 'target' as const, target };
  const aimed = withSettings(three, byFactors(three), { rotation });
  const found = await factorsOf(table, aimed);
  for (const { measure, factor } of target) {
    const j = found.measures.indexOf(measure);
    for (let d = 0; d < 3; d++) {
      const size = Math.abs(entry(found.rotated.pattern, j, d));
      if (d === factor - 1) expect(size).toBeGreaterThan(0.4);
      else expect(size).toBeLessThan(0.25);
    }
  }
  // Each factor points to its largest loading, whatever the solver gave.
  for (let d = 0; d < 3; d++) {
    const column = columnOf(found.rotated.pattern, d);
    const most = column.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
    expect(most).toBeGreaterThan(0);
  }
  const few = withSettings(three, byFactors(three), {
    rotation: { ...rotation, target: target.slice(0, 1) },
  });
  await expect(factorsOf(table, few)).rejects.toThrow(/too few measures that do not belong/);
  const far = withSettings(three, byFactors(three), {
    rotation: { ...rotation, target: [...target.slice(1), { ...target[0]!, factor: 7 }] },
  });
  await expect(factorsOf(table, far)).rejects.toThrow(/lead on factor 7, and 3 are kept/);
});

test('what is renamed is renamed wherever factors speak of it', () => {
  const rotation = {
    ...byFactors(three).settings.rotation,
    method: 'target' as const,
    target: [{ measure: 'q02', factor: 1 }],
  };
  const settled = withSettings(three, byFactors(three), {
    rotation,
    turned: [{ profile: [{ measure: 'q02', correlation: 0.5 }] }],
    placed: ['q02'],
    outcome: 'q02',
  });
  const aside = withItemsAside(settled, byFactors(settled), ['q02'], 'odd');
  const text = JSON.stringify(byFactors(withColumnRenamed(aside, 'q02', 'way')));
  expect(text).not.toContain('q02');
  expect(text.match(/"way"/g)).toHaveLength(6);
});

test('costs at the number in hand are those of the factors in hand', async () => {
  const costs = await compute(table, {
    ...costsAsk(askOf(three, byFactors(three)), 3),
    stage: 'factorCosts',
  });
  const { communalities, residuals, heywood } = await factorsOf(table, three);
  expect(costs.map(({ factors }) => factors)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  expect(costs[2]).toMatchObject({
    poorlyHeld: communalities.filter(value => value < 0.4).length,
    heywood: heywood.length,
    converged: true,
  });
  expect(costs[2]!.beyond).toBeCloseTo(residuals.beyond, 10);
});

const NINE = ['q01', 'q04', 'q07', 'q02', 'q05', 'q08', 'q03', 'q06', 'q12'];

test('an outcome on the scores: least squares gives a sum of scores back, and weights of measures the same', async () => {
  const lines = made.csv
    .replaceAll(/(?<=,)99(?=,|\n)/g, '')
    .trim()
    .split('\n');
  // Three measures of each factor, for the time that it takes.
  const without = Object.keys(made.truth.items).filter(name => !NINE.includes(name));
  const nine = withReduction(three, byFactors(three).id, { without });
  const first = await factorsOf(table, nine);
  const scored = new Map(
    [...first.rows].map((row, i) => [
      row,
      3 + 2 * entry(first.rowScores, i, 0) - entry(first.rowScores, i, 2),
    ]),
  );
  const more = read(
    [`${lines[0]},judged`, ...lines.slice(1).map((line, i) => `${line},${scored.get(i) ?? ''}`)].join('\n'),
  );
  const whole = studyOf(more, { keep: 3 });
  const study = withReduction(whole, byFactors(whole).id, { without });
  const judged = {
    ...study,
    columns: study.columns.map(column =>
      column.name === 'judged' ? { ...column, role: 'aside' as const } : column,
    ),
  };
  const found = await compute(more, {
    ...askOf(judged, byFactors(judged)),
    stage: 'outcomeOnFactors',
    outcome: 'judged',
    seed: 1,
  });
  expect(found.r2).toBeCloseTo(1, 10);
  [3, 2, 0, -1].forEach((estimate, d) => expect(found.coefficients[d]!.estimate).toBeCloseTo(estimate, 8));
  const made2 = await factorsOf(more, judged);
  for (const i of [0, 40, 200]) {
    const row = made2.rows[i]!;
    const foretold = found.weights.reduce((sum, { measure, weight }) => {
      const column = more.columns.find(({ name }) => name === measure)!;
      if (column.kind !== 'number') throw new Error('expected numbers');
      const reversal = byColumn(judged, measure);
      const value = reversal === null ? column.values[row]! : reversal - column.values[row]!;
      return sum + weight * value;
    }, found.intercept);
    expect(foretold).toBeCloseTo(scored.get(row)!, 6);
  }
  expect(found.crossValidated).toHaveLength(3);
  expect(found.crossValidated.at(-1)!).toBeGreaterThan(0.95);
});

/** The sum of the ends of a reversed measure’s scale, or null. */
function byColumn(recipe: Recipe, name: string): number | null {
  const column = recipe.columns.find(other => other.name === name)!;
  return column.reversed === true ? column.scale!.least + column.scale!.most : null;
}

describe('files', () => {
  let files: ReadonlyMap<string, string>;
  let found: Factors;
  const named = withReduction(three, byFactors(three).id, {
    names: [{ dimension: 1, name: 'Ease | of <it>' }],
  });
  const recipe = withItemsAside(named, byFactors(named), ['q24'], 'belongs to nothing');
  const withWordings: Recipe = {
    ...recipe,
    columns: recipe.columns.map(column =>
      column.name === 'q02' ? { ...column, wording: 'It was <easy> & "short"' } : column,
    ),
  };
  const reduction = byFactors(withWordings);
  beforeAll(async () => {
    found = await factorsOf(table, withWordings);
    const account = await compute(table, { stage: 'account', preparation: preparationOf(withWordings) });
    const output = outputOf(withWordings, reduction, { table, account, result: found });
    const source = {
      settings: reduction.settings,
      ask: askOf(withWordings, reduction),
      preparation: preparationOf(withWordings),
    };
    const texts = new Map<string, string>();
    for (const kind of fileKindsOf('factors', table)) {
      const also = alsoFor('factors', kind, source);
      const more =
        also === null
          ? null
          : await compute(table, { ...(also.ask as object), stage: also.stage.name } as never);
      texts.set(`${kind}.${extensionOf('factors', kind)}`, reductionFile('factors', kind, output, more));
    }
    files = texts;
  });
  const rows = (kind: string) =>
    Papa.parse<Record<string, string>>(files.get(`${kind}.csv`)!.trim(), { header: true }).data;

  test('communality and uniqueness are 1 together, and ΛΦΛᵀ gives the communality', () => {
    const lines = rows('loadings');
    expect(lines).toHaveLength(23);
    const phi = rows('factors').map(line =>
      Object.entries(line)
        .filter(([name]) => name.startsWith('correlation with'))
        .map(([, value]) => Number(value)),
    );
    for (const line of lines) {
      const pattern = Object.entries(line)
        .filter(([name]) => name.startsWith('pattern'))
        .map(([, value]) => Number(value));
      const structure = Object.entries(line)
        .filter(([name]) => name.startsWith('structure'))
        .map(([, value]) => Number(value));
      expect(Number(line['communality']) + Number(line['uniqueness'])).toBeCloseTo(1, 12);
      expect(pattern.reduce((sum, value, d) => sum + value * structure[d]!, 0)).toBeCloseTo(
        Number(line['communality']),
        8,
      );
      structure.forEach((value, d) =>
        expect(value).toBeCloseTo(
          pattern.reduce((sum, own, e) => sum + own * phi[e]![d]!, 0),
          10,
        ),
      );
    }
  });

  test('residuals and reproduced correlations add up to those found, the largest first', () => {
    const lines = rows('residuals');
    expect(lines).toHaveLength((23 * 22) / 2);
    let last = Infinity;
    for (const line of lines) {
      const [r, made1, left] = ['correlation', 'reproduced', 'residual'].map(name => Number(line[name]));
      expect(made1! + left!).toBeCloseTo(r!, 12);
      expect(Math.abs(left!)).toBeLessThanOrEqual(last);
      last = Math.abs(left!);
    }
    const beyond = lines.filter(line => line['beyond .05'] === 'yes').length / lines.length;
    expect(beyond).toBeCloseTo(found.residuals.beyond, 12);
  });

  test('coefficients score a row: its treated measures less their means, in units, are its scores', () => {
    const lines = rows('coefficients');
    const i = 11;
    const row = found.rows[i]!;
    for (let d = 0; d < 3; d++) {
      const score = lines.reduce((sum, line) => {
        const column = table.columns.find(({ name }) => name === line['measure'])!;
        if (column.kind !== 'number') throw new Error('expected numbers');
        const turn = byColumn(withWordings, column.name);
        const value = turn === null ? column.values[row]! : turn - column.values[row]!;
        const coefficient = Number(Object.values(line)[3 + d]);
        return sum + (coefficient * (value - Number(line['mean']))) / Number(line['divided by']);
      }, 0);
      expect(score).toBeCloseTo(entry(found.rowScores, i, d), 8);
    }
  });

  test('the trail, what was before beside, and every other file are there', () => {
    expect(rows('trail')).toEqual([{ step: '1', measure: 'q24', reason: 'belongs to nothing' }]);
    const compared = rows('comparison').find(({ measure }) => measure === 'q24')!;
    expect([compared['leads'], compared['communality']]).toEqual(['', '']);
    expect(Number(compared['communality beside'])).toBeGreaterThanOrEqual(0);
    expect(rows('reliability').length).toBe(23);
    expect(rows('costs').length).toBe(8);
    expect(rows('fit').find(({ figure }) => figure === 'df')!['value']).toBe(
      String(((23 - 3) ** 2 - (23 + 3)) / 2),
    );
    expect([...files.keys()]).toContain('votes.csv');
    expect([...files.keys()]).toContain('random.csv');
  });

  test('the report: names, wordings and the trail, with nothing of them taken for a mark', () => {
    const page = files.get('report-page.html')!;
    expect(page).toContain('Ease | of &#60;it&#62;');
    expect(page).toContain('It was &#60;easy&#62; &#38; &#34;short&#34;');
    expect(page).not.toContain('<easy>');
    const text = files.get('report-text.md')!;
    expect(text).toContain('Ease \\| of \\<it\\>');
    expect(text).toContain('q24 was set aside (belongs to nothing)');
    const widths = new Set(
      text
        .split('\n')
        .filter(line => line.startsWith('| q'))
        .map(line => line.replaceAll('\\|', '').split('|').length),
    );
    expect(widths.size).toBe(1);
    const csvRows = Papa.parse<string[]>(files.get('report.csv')!.trim()).data;
    const q02 = csvRows.find(([name]) => name === 'q02')!;
    const j = found.measures.indexOf('q02');
    expect(q02[1]).toBe('It was <easy> & "short"');
    expect(Number(q02.at(-2))).toBeCloseTo(found.communalities[j]!, 2);
  });

  test('small loadings are grey in the report, in brackets in its text, or left out', async () => {
    const account = await compute(table, { stage: 'account', preparation: preparationOf(withWordings) });
    const of = (small: 'fade' | 'leave out') => {
      const changed = withSettings(withWordings, reduction, { small });
      const output = outputOf(changed, byFactors(changed), { table, account, result: found });
      return reportOf(output as never).lines.flatMap(({ cells }) => cells.slice(0, 3));
    };
    for (const { text, small } of of('fade')) {
      expect(Math.abs(Number(text.replace('−', '-'))) < 0.405).toBe(
        small || Math.abs(Number(text.replace('−', '-'))) < 0.405,
      );
      expect(text).not.toBe('');
    }
    for (const { text, small } of of('leave out')) expect(text === '').toBe(small);
  });
});

test('all of it is in the figures', async () => {
  const full = withSettings(three, byFactors(three), {
    beside: { by: 'number', factors: 4 },
  });
  const { reductions } = (await figuresOf(table, full)) as { reductions: Record<string, unknown>[] };
  const own = reductions.find(({ method }) => method === 'factors')!;
  const found = await factorsOf(table, full);
  expect(own).toMatchObject({
    measures: found.measures,
    communalities: [...found.communalities],
    jointShare: found.jointShare,
    threshold: 0.4,
    kind: 'pearson',
  });
  for (const part of [
    'votes',
    'rotated',
    'fit',
    'residuals',
    'residualPairs',
    'scoring',
    'reliabilities',
    'remarks',
    'costs',
    'comparison',
    'relations',
    'smoothing',
    'extraction',
    'meanPhi',
    'centres',
    'units',
  ])
    expect([part, own[part]]).toEqual([part, expect.anything()]);
  expect(own['scores']).toEqual({ file: 'factors-2-scores.csv' });
});

test('scores stand in the table: the placement of factors is asked for as any other', async () => {
  const reduced = reducedBy(three, byFactors(three));
  const placed = await compute(table, { stage: 'placement', reduced });
  const found = await factorsOf(table, three);
  expect(placed.at).toEqual(found.rowScores);
  expect(placed.shares).toBeNull();
});
