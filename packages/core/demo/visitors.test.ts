import { freshRecipe } from '../recipe/fresh';
import { compute } from '../recipe/compute';
import { preparationOf } from '../recipe/requests';
import { withCodebook } from '../recipe/edit/codebook';
import { withColumn } from '../recipe/edit/columns';
import { arrangementOf } from '../recipe/arrangementOf';
import { arrange } from '../table/arrange';
import { readCodebook } from '../table/codebook';
import { numberAt, type NumberColumn } from '../table/column';
import { describeTable } from '../table/describe';
import { readDelimited } from '../table/readDelimited';
import { findColumn } from '../table/table';
import { visitors } from './visitors';

const { csv, codebook, truth } = visitors();
const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'visitors.csv');
const source = read(csv);
const described = describeTable(source);
const told = withCodebook(freshRecipe(source), readCodebook(read(codebook)));
const confirmed = described.reduce(
  (recipe, { name, codes }) =>
    codes.length === 0 ? recipe : withColumn(recipe, name, { missing: codes.map(({ text }) => text) }),
  told.recipe,
);
const table = arrange(source, arrangementOf(confirmed));
const items = Object.keys(truth.items);

test('the same seed gives the same visitors, another seed others', () => {
  expect(visitors().csv).toBe(csv);
  expect(visitors(3).csv).not.toBe(csv);
});

test('430 visitors, 24 items, roles and types guessed, codebook taken in', () => {
  expect([source.rows, items.length, told.known]).toEqual([430, 24, 24]);
  expect(confirmed.columns.slice(0, 4).map(({ role }) => role)).toEqual([
    'identity',
    'label',
    'label',
    'measure',
  ]);
  expect(described.slice(1, 4).map(({ type }) => type.type)).toEqual(['ordered', 'yes-no', 'whole']);
  expect(confirmed.columns.filter(({ reversed }) => reversed).map(({ name }) => name)).toEqual(
    truth.reversed,
  );
  expect(findColumn(source, 'age band')).toMatchObject({
    levels: ['under 18', '18–29', '30–44', '45–59', '60–74', 'over 74'],
  });
});

test('the code for no answer is found in just the columns that have it', () => {
  const found = described
    .filter(({ codes }) => codes.some(({ text }) => text === '99'))
    .map(({ name }) => name);
  expect(found).toEqual(items.filter(name => truth.unanswered.some(({ column }) => column === name)));
});

test('what was left unanswered or skipped is missing, and nothing else', async () => {
  const missing = items.flatMap(name => {
    const column = findColumn(table, name) as NumberColumn;
    return [...Array(430).keys()]
      .filter(row => Number.isNaN(numberAt(column, row)))
      .map(row => `${row} ${name}`);
  });
  const wanted = [...truth.unanswered, ...truth.skipped].map(({ row, column }) => `${row} ${column}`);
  expect(missing.sort()).toEqual(wanted.sort());
  const account = await compute(table, { stage: 'account', preparation: preparationOf(confirmed) });
  expect(account.rowsLeftOut.map(({ row }) => row)).toEqual(
    [...new Set([...truth.unanswered, ...truth.skipped].map(({ row }) => row))].sort((a, b) => a - b),
  );
});

test('after reversing, items of one factor go together, the twins most of all, and the stranger with none', async () => {
  const preparation = preparationOf(confirmed);
  const related = async (measure: string) =>
    new Map(
      (await compute(table, { stage: 'relations', preparation, measure })).map(r => [
        r.measure,
        r.correlation,
      ]),
    );
  for (const name of items) {
    const { factor } = truth.items[name]!;
    const relations = await related(name);
    const mates = items.filter(other => other !== name && truth.items[other]!.factor === factor);
    if (factor !== null) for (const mate of mates) expect(relations.get(mate)).toBeGreaterThan(0.2);
    else for (const value of relations.values()) expect(Math.abs(value)).toBeLessThan(0.2);
  }
  const [a, b] = truth.twins;
  expect((await related(a)).get(b)).toBeGreaterThan(0.85);
});
