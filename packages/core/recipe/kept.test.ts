import { firstOf, outputFor, reductionWith } from '../testTables';
import { quietHost, type Host } from '../host';
import { sherds } from '../demo/sherds';
import { readDelimited } from '../table/readDelimited';
import { reductionFile } from '../methods/files';
import { freshRecipe } from './fresh';
import { askOf, preparationOf, reductionRequest } from './requests';
import { compute } from './compute';
import { errandNamed } from './errands';
import type { Recipe } from './schema';

const { csv, truth } = sherds();
const table = readDelimited(new TextEncoder().encode(csv), 'sherds.csv');
const fresh = freshRecipe(table);
const reduction = reductionWith(fresh.reductions[0]!, { keep: 3 });
const kept = askOf(fresh, reduction);

describe('what is made of kept dimensions of the demo table', () => {
  test('the contaminated readings, and no other row, are beyond both limits', async () => {
    const { rows, t2, q, t2Limit, qLimit } = await compute(table, {
      ...kept,
      stage: 'distances',
      level: 0.95,
    });
    const odd = [...rows].filter((_, i) => t2[i]! > t2Limit! && q[i]! > qLimit!);
    const planted = new Set(
      (truth as { contaminated: readonly { row: number }[] }).contaminated.map(({ row }) => row),
    );
    // Some of them may be left out for another reason.
    expect(odd.length).toBeGreaterThan(3);
    for (const row of odd) expect(planted.has(row)).toBe(true);
  });

  test('readings of one tile scatter less than sherds do', async () => {
    const { groups, dimensions } = await compute(table, {
      reduced: { method: 'components', ask: kept },
      stage: 'replicates',
      by: ['sherd'],
    });
    expect(Math.max(...groups.map(({ rows }) => rows.length))).toBeGreaterThan(8);
    for (const { ratio } of dimensions) expect(ratio).toBeLessThan(0.2);
  });

  test('kilns differ along the dimensions they were made of', async () => {
    const relations = await compute(table, {
      reduced: { method: 'components', ask: kept },
      stage: 'scoreRelations',
    });
    const kiln = relations.find(({ column }) => column === 'kiln')!;
    if (kiln.kind !== 'levels') throw new Error('kiln must be levels');
    for (const p of kiln.p) expect(p).toBeLessThan(1e-6);
  });

  test('a row and a column are taken apart and rebuilt', async () => {
    expect(await compute(table, { ...kept, stage: 'rowParts', row: 0 })).toHaveLength(20);
    const rebuilt = (await compute(table, { ...kept, stage: 'rebuiltColumn', measure: 'CaO %' }))!;
    expect(rebuilt.rebuilt).toHaveLength(rebuilt.rows.length);
  });

  test('groups are compared, and the power of one rotation changes nothing of another', async () => {
    const { groups } = await compute(table, { ...kept, stage: 'agreement', label: 'phase' });
    expect(groups.map(({ level }) => level)).toEqual(['early', 'middle', 'late']);
    const turned = (power: number) =>
      askOf(fresh, reductionWith(reduction, { rotation: { method: 'varimax', power } }));
    expect(turned(3)).toEqual(turned(6));
  });

  test('an outcome is a column that had no part in the dimensions', async () => {
    const without = askOf(fresh, { ...reduction, without: ['SiO2 %'] });
    const made = await compute(table, { ...without, stage: 'outcome', outcome: 'SiO2 %', seed: 1 });
    expect(made.r2).toBeGreaterThan(0.4);
    expect(made.crossValidated).toHaveLength(3);
    await expect(compute(table, { ...kept, stage: 'outcome', outcome: 'SiO2 %', seed: 1 })).rejects.toThrow(
      /one of the measures/,
    );
  });
});

test('a basis of its own takes the place of the scale of the preparation', async () => {
  const on = (basis: 'prepared' | 'correlations' | 'covariances') =>
    askOf(fresh, reductionWith(reduction, { basis })).preparation.scale;
  expect([on('prepared'), on('correlations'), on('covariances')]).toEqual([
    'unit-variance',
    'unit-variance',
    'centre',
  ]);
  const centred: Recipe = { ...fresh, preparation: { ...fresh.preparation, scale: 'centre' } };
  const own = await compute(
    table,
    reductionRequest(centred, reductionWith(reduction, { basis: 'correlations' })),
  );
  const shared = await compute(table, reductionRequest(fresh, reduction));
  expect(own.loadings).toEqual(shared.loadings);
});

test('a table of relations says that it has no rows to place', async () => {
  const matrix = readDelimited(
    new TextEncoder().encode(',a,b,c\na,1,.5,.2\nb,.5,1,.3\nc,.2,.3,1\n'),
    'r.csv',
  );
  const recipe = freshRecipe(matrix);
  const request = { ...askOf(recipe, firstOf(recipe)), stage: 'distances', level: 0.95 } as const;
  await expect(compute(matrix, request)).rejects.toThrow(/no rows to be placed/);
});

test('two threads give the votes that one gives, and one that breaks off is done without', async () => {
  const request = {
    stage: 'retention',
    preparation: preparationOf(fresh),
    without: [],
    settings: { ...reduction.settings.retention, simulations: 21 },
  } as const;
  const alone = await compute(table, request);
  for (const breaks of [false, true]) {
    const asked: string[] = [];
    const elsewhere: Host['elsewhere'] = async (errand, input) => {
      asked.push(errand.name);
      if (breaks) throw new Error('no memory');
      return (await errandNamed(errand.name).run(input as never)) as never;
    };
    const memo = new Map<string, unknown>();
    const host = { ...quietHost, elsewhere };
    expect(await compute(table, request, host, memo)).toEqual(alone);
    expect(asked).toEqual(['random rounds']);
    // They are at hand now, whatever share the rules are to hold.
    const settings = { ...request.settings, share: 0.9 };
    await compute(table, { ...request, settings }, host, memo);
    expect(asked).toHaveLength(1);
  }
});

test('the file of oblique loadings holds pattern and structure', async () => {
  const oblique = reductionWith(reduction, { rotation: { method: 'promax' as const, power: 4 } });
  const made = await compute(table, reductionRequest(fresh, oblique));
  const account = await compute(table, { stage: 'account', preparation: preparationOf(fresh) });
  const names = [{ dimension: 1, name: 'Lime' }];
  const [header, first] = reductionFile(
    'components',
    'loadings',
    outputFor({ table, names, account, result: made }),
  ).split('\n');
  expect(header).toContain('Lime,Dimension 2,Dimension 3,"structure, Lime"');
  const entries = first!.trim().split(',').slice(1, 7).map(Number);
  const p = made.measures.length;
  expect(entries).toEqual([
    ...[0, 1, 2].map(d => made.loadings.values[d * p]),
    ...[0, 1, 2].map(d => made.structure.values[d * p]),
  ]);
});
