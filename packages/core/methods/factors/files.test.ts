import Papa from 'papaparse';
import { entry } from '../../algebra/matrix';
import { compute } from '../../recipe/compute';
import { withItemsAside } from '../../recipe/edit/factors';
import { withReduction, withSettings } from '../../recipe/edit/reductions';
import { figuresOf } from '../../recipe/figures';
import { outputOf } from '../../recipe/outputOf';
import { askOf, preparationOf } from '../../recipe/requests';
import { type Recipe } from '../../recipe/schema';
import { alsoFor, extensionOf, fileKindsOf, reductionFile } from '../files';
import type { Factors } from './factors';
import { reportOf } from './report';
import { table, byFactors, factorsOf, three, reversalOf } from '../../testFactors';

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
      const also = alsoFor('factors', kind, source, found);
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
        const turn = reversalOf(withWordings, column.name);
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
  const { reductions } = (await figuresOf(table, full)) as {
    reductions: Record<string, unknown>[];
  };
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
