import { freshRecipe } from '@wold/core/recipe/fresh';
import { withColumn } from '@wold/core/recipe/edit/columns';
import { describeTable } from '@wold/core/table/describe';
import { readDelimited } from '@wold/core/table/readDelimited';
import { withMadeColumn, withoutMadeColumn, withRoles } from '@wold/core/recipe/edit/columns';
import { namePattern } from './namePattern';
import { undecidedCodes } from './undecidedCodes';

const table = readDelimited(
  new TextEncoder().encode('id,kiln,q1,q2\nr1,x,1,5\nr2,y,2,4\nr3,x,99,2\nr4,y,4,3\nr5,x,3,99\n'),
  'made.csv',
);
const recipe = freshRecipe(table);
const described = describeTable(table);

describe('names by a pattern', () => {
  test.each([
    ['', 'anything', true],
    ['ppm', 'Sr ppm', true],
    ['PPM', 'Sr ppm', true],
    ['ppm', 'SiO2 %', false],
    ['q*', 'q12', true],
    ['q*', 'faq', false],
    ['*2', 'q12', true],
    ['q*_r', 'q7_r', true],
    ['a.b', 'axb', false],
    ['a.*', 'a.b', true],
    ['a.*', 'axb', false],
    ['(x)*', '(x) one', true],
  ])('%j: %j %s', (pattern, name, holds) => expect(namePattern(pattern)(name)).toBe(holds));
  test('a wording is looked into as well', () => {
    expect(namePattern('coffee')('q24', 'I had coffee')).toBe(true);
  });
});

describe('missing codes that are undecided', () => {
  const names = (of: typeof recipe) => undecidedCodes(of, described).map(({ name }) => name);
  test('are those that look like one and were not decided on', () => {
    expect(names(recipe)).toEqual(['q1', 'q2']);
    expect(names(withColumn(recipe, 'q1', { missing: ['99'] }))).toEqual(['q2']);
    expect(names(withColumn(recipe, 'q1', { missing: [] }))).toEqual(['q2']);
  });
  test('columns set aside are not asked about', () => {
    expect(names(withRoles(recipe, ['q1', 'q2'], 'aside'))).toEqual([]);
  });
});

describe('made columns', () => {
  const bins = { name: 'q1, binned', from: 'q1', how: { kind: 'quantiles' as const, bins: 2 } };
  const joined = {
    name: 'q1, joined',
    from: 'q1, binned',
    how: {
      kind: 'joined' as const,
      levels: [
        { from: 'up to 2', to: 'all' },
        { from: 'over 2', to: 'all' },
      ],
    },
  };
  const both = withMadeColumn(withMadeColumn(recipe, bins), joined);

  test('stand at the end as labels, and are made anew under the same name', () => {
    expect(both.columns.slice(-2)).toEqual([
      { name: 'q1, binned', role: 'label' },
      { name: 'q1, joined', role: 'label' },
    ]);
    const again = withMadeColumn(both, { ...bins, how: { kind: 'quantiles', bins: 3 } });
    expect(again.columns).toEqual(both.columns);
    expect(again.made.find(({ name }) => name === bins.name)!.how).toEqual({ kind: 'quantiles', bins: 3 });
  });

  test('go with those made from them, and colour no map any more', () => {
    const coloured = {
      ...both,
      reductions: both.reductions.map(reduction => ({
        ...reduction,
        map: { ...reduction.map, colour: 'q1, joined' },
      })),
    };
    const without = withoutMadeColumn(coloured, 'q1, binned');
    expect(without.made).toEqual([]);
    expect(without.columns).toEqual(recipe.columns);
    expect(without.reductions[0]!.map.colour).toBeNull();
  });
});

test('a column is set aside with a reason, which goes when it comes back', () => {
  const aside = withRoles(recipe, ['q1'], 'aside', 'goes with no other');
  expect(aside.columns[2]).toEqual({ name: 'q1', role: 'aside', aside: 'goes with no other' });
  expect(withRoles(aside, ['q1'], 'measure').columns[2]).toEqual({ name: 'q1', role: 'measure' });
});
