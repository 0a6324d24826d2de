import { z } from 'zod';
import { columnOf, zeros } from '../algebra/matrix';
import { rowsOf, type PreparationInput } from '../preparation/prepared';
import { prepared } from '../preparation/stages';
import { stage } from '../stages/stage';
import { worked } from '../stages/worked';
import { normalTable, outputFor } from '../testTables';
import type { Method } from './method';
import type { Placement } from './placement';
import type { MethodWork } from './work';

/**
 * A second method: the sum of the measures in so many equal parts. This file and the three lists are all that is touched
 * to add it to core: recipes, columns of scores, files, figures, the command line and what rests on a placement take it.
 */
interface SumSettings {
  readonly method: 'sums';
  readonly parts: number;
}
interface SumAsk {
  readonly preparation: PreparationInput;
  readonly without: readonly string[];
  readonly parts: number;
}
interface Sums {
  readonly placed: Placement;
}

const mockSums = stage<SumAsk, Sums>('sums', 1, 'heavy', [prepared]);
const mockMethod: Method<SumSettings, SumAsk, Sums, { readonly sums: typeof mockSums }> = {
  name: 'sums',
  title: 'Sums',
  doing: 'summing up',
  ofCommonFactors: false,
  ofDistances: false,
  fresh: () => ({ method: 'sums', parts: 2 }),
  ask: (preparation, without, { parts }) => ({ preparation, without, parts }),
  renamed: settings => settings,
  askRenamed: (ask, to) => ({ ...ask, without: ask.without.map(to) }),
  stages: { sums: mockSums },
  stage: mockSums,
  placement: ({ placed }) => placed,
  ofMoments: () => false,
};
const mockWork: MethodWork = {
  method: mockMethod,
  works: [
    worked(mockSums, async ({ preparation, parts }, { need }) => {
      const { values, rows, placedRows, weights, counts } = rowsOf(await need(prepared, { preparation }));
      const at = zeros(values.rows, parts);
      for (let d = 0; d < parts; d++) {
        for (let j = d; j < values.columns; j += parts) {
          columnOf(values, j).forEach((value, i) => (columnOf(at, d)[i]! += value));
        }
      }
      const placedAt = zeros(placedRows.length, parts);
      return { placed: { rows, at, placedRows, placedAt, weights, counts, shares: null, structure: null } };
    }),
  ],
  files: [{ kind: 'parts', rows: ({ result }) => [['parts'], [String((result as Sums).placed.at.columns)]] }],
  figures: async ({ ask, figure }) => {
    const made = await figure(mockSums, ask as SumAsk);
    return { sums: 'problem' in made ? made : made.placed.at };
  },
  report: () => Promise.resolve({ noun: 'Sum', methods: [], results: [], tables: [], checks: [] }),
  line: (result: Sums) => `${result.placed.at.columns} sums`,
};
const mockSchema = {
  method: 'sums',
  settings: z.strictObject({ method: z.literal('sums'), parts: z.int().min(1) }),
  ask: z.strictObject({ preparation: z.unknown(), without: z.array(z.string()), parts: z.int() }),
};

jest.mock('./lists/methods', () => {
  const actual = jest.requireActual<typeof import('./lists/methods')>('./lists/methods');
  return { METHODS: [...actual.METHODS, mockMethod] };
});
jest.mock('./lists/works', () => {
  const actual = jest.requireActual<typeof import('./lists/works')>('./lists/works');
  return { WORKS_OF_METHODS: [...actual.WORKS_OF_METHODS, mockWork] };
});
jest.mock('./lists/schemas', () => {
  const actual = jest.requireActual<typeof import('./lists/schemas')>('./lists/schemas');
  return { METHOD_SCHEMAS: [...actual.METHOD_SCHEMAS, mockSchema] };
});

const source = normalTable(30, 4, 7);
const load = async () => ({
  ...(await import('../recipe/fresh')),
  ...(await import('../recipe/edit/reductions')),
  ...(await import('../recipe/edit/scores')),
  ...(await import('../recipe/schema')),
  ...(await import('../recipe/writeRecipe')),
  ...(await import('../recipe/requests')),
  ...(await import('../recipe/scoreColumns')),
  ...(await import('../recipe/arrangeWithScores')),
  ...(await import('../recipe/figures')),
  ...(await import('../recipe/compute')),
  ...(await import('./files')),
});

async function study() {
  const all = await load();
  const fresh = all.freshRecipe(source);
  const { recipe, id } = all.withNewReduction(fresh, fresh.reductions[0]!, 30, 'sums' as never);
  return { all, recipe, reduction: recipe.reductions.find(other => other.id === id)! };
}

test('a recipe with it is written, read back, and refused where its settings are wrong', async () => {
  const { all, recipe, reduction } = await study();
  expect([reduction.id, reduction.name]).toEqual(['sums-2', 'Sums 2']);
  const text = all.writeRecipe(recipe);
  expect(all.parseRecipe(text, 'r')).toEqual(recipe);
  expect(() => all.parseRecipe(text.replace('"parts": 2', '"parts": 0'), 'r')).toThrow(/settings\.parts/);
});

test('its scores go into the table, frozen too, and its relations and repeats are found', async () => {
  const { all, recipe, reduction } = await study();
  const frozen = all.reducedBy(recipe, reduction);
  const scored = all.withScoreColumns(recipe, reduction, ['one', 'two'], frozen as never, null);
  expect(all.parseRecipe(all.writeRecipe(scored), 'r').scores).toHaveLength(2);
  const table = await all.arrangeWithScores(source, {
    columns: [],
    made: [],
    scores: all.scoreColumnsOf(scored),
  });
  const request = { stage: 'scoreRelations', reduced: all.reducedBy(recipe, reduction) } as const;
  const relations = await all.compute(table, request);
  const own = relations.find(({ column }) => column === 'one')!;
  if (own.kind !== 'number') throw new Error('expected a number');
  expect(own.correlations[0]).toBeCloseTo(1, 12);
});

test('its files and figures stand beside those of components', async () => {
  const { all, recipe, reduction } = await study();
  expect(all.fileKindsOf('sums' as never, source)).toEqual(['scores', 'parts']);
  const result = await all.compute(source, all.reductionRequest(recipe, reduction));
  const output = outputFor({ table: source, account: {} as never, result });
  expect(all.reductionFile('sums' as never, 'parts', output)).toBe('parts\n2\n');
  expect(all.reductionFile('sums' as never, 'scores', output).split('\n')[0]).toContain('Dimension 1');
  const { reductions } = (await all.figuresOf(source, recipe)) as { reductions: Record<string, unknown>[] };
  expect(reductions.map(({ method }) => method)).toEqual(['components', 'sums']);
  expect(reductions[1]!['sums']).toHaveLength(30);
});
