import 'fake-indexeddb/auto';
import { RECIPE_VERSION } from '@wold/core/recipe/migrate';
import { readDelimited } from '@wold/core/table/readDelimited';
import type { Recipe } from '@wold/core/recipe/schema';
import { database, type StudyRecord } from './database';
import { keepAnswer } from './answers';
import { newId } from './newId';
import { getTable } from './tables';
import { keepResult, loadResult } from './results';
import {
  copyStudy,
  createStudy,
  deleteStudy,
  keepStudy,
  keptText,
  removeStudy,
  listStudies,
  loadFile,
  loadStudy,
  renameStudy,
  restoreStudy,
  sweepDeleted,
} from './studies';

const table = readDelimited(new TextEncoder().encode('kiln,a,b\nx,1,2\ny,2,5\nx,3,1\n'), 'pots.csv');
const names = async () => (await listStudies()).map(({ study }) => study?.name).sort();

beforeEach(async () => {
  await Promise.all([
    database.studies.clear(),
    database.studyTables.clear(),
    database.tableColumns.clear(),
    database.results.clear(),
    database.files.clear(),
    database.answers.clear(),
  ]);
});

test('a study and its table come back as they were kept', async () => {
  const study = await createStudy(table, 'Pots');
  expect(await loadStudy(study.id)).toEqual(study);
  expect(await getTable(table.key)).toEqual(table);
  expect(await loadStudy('another')).toBeNull();
});

test('the file is kept beside its study, and had back by its key', async () => {
  // A made-up browser keeps no Blob whole, so its place is taken by what it holds.
  const file = { text: 'kiln,a,b' } as unknown as Blob;
  const study = await createStudy(table, 'Pots', file);
  expect(await loadFile(study.fileKey)).toMatchObject({ name: 'pots', content: { text: 'kiln,a,b' } });
  expect(await loadFile('another')).toBeUndefined();
});

test('studies of one table share it, and each has a name of its own', async () => {
  const study = await createStudy(table, 'Pots');
  await createStudy(table, 'Pots');
  await copyStudy(study.id);
  expect(await names()).toEqual(['Pots', 'Pots 2', 'Pots, copy']);
  expect(await database.studyTables.count()).toBe(1);
  await renameStudy(study.id, 'Jars');
  expect(await names()).toEqual(['Jars', 'Pots 2', 'Pots, copy']);
});

test('a deleted study is out of sight, comes back on undo, and is swept away later with its table', async () => {
  const study = await createStudy(table, 'Pots');
  await deleteStudy(study.id);
  expect(await names()).toEqual([]);
  expect(await loadStudy(study.id)).toBeNull();
  await sweepDeleted();
  await restoreStudy(study.id);
  expect((await loadStudy(study.id))!.fileKey).toBe(table.fileKey);
  expect(await database.studyTables.count()).toBe(1);
  await database.studies.update(study.id, { deleted: Date.now() - 3_600_000 });
  await sweepDeleted();
  expect(await database.studies.count()).toBe(0);
  expect(await database.studyTables.count()).toBe(0);
});

test('the steps of undo share what they have in common when they are kept', async () => {
  const study = await createStudy(table, 'Pots');
  const later = { ...study.recipe, preparation: { ...study.recipe.preparation, scale: 'centre' as const } };
  await database.studies.put({ ...study, recipe: later, past: [study.recipe] });
  const loaded = (await loadStudy(study.id))!;
  expect(loaded.past).toEqual([study.recipe]);
  expect(loaded.past[0]!.columns).toBe(loaded.recipe.columns);
});

test('results are kept by key, the least used forgotten first', async () => {
  await keepResult('a', { values: Float64Array.of(1, 2) });
  expect(await loadResult('a')).toEqual({ values: Float64Array.of(1, 2) });
  expect(await loadResult('b')).toBeUndefined();
  await database.results.update('a', { used: 0 });
  for (let i = 0; i < 40; i++) await keepResult(`r${i}`, i);
  expect(await loadResult('a')).toBeUndefined();
  expect(await database.results.count()).toBe(40);
});

describe('two tabs on one study', () => {
  const withScale = (study: StudyRecord, scale: 'centre' | 'range'): StudyRecord => ({
    ...study,
    recipe: { ...study.recipe, preparation: { ...study.recipe.preparation, scale } },
    past: [...study.past, study.recipe],
    changed: study.changed + 1,
  });

  test('of large results the six used last are kept', async () => {
    await database.results.clear();
    const large = () => ({ values: new Float64Array(1.1e6) });
    for (let i = 0; i < 7; i++) {
      await keepResult(`large${i}`, large());
      await database.results.update(`large${i}`, { used: i });
    }
    await database.results.update('large0', { used: 100 });
    await keepResult('large7', large());
    const kept = new Set(await database.results.toCollection().primaryKeys());
    expect([0, 1, 2, 6, 7].map(i => kept.has(`large${i}`))).toEqual([false, false, true, true, true]);
  });

  test('one that only looks writes over nobody’s edits', async () => {
    const study = await createStudy(table, 'Pots');
    const edited = withScale(study, 'centre');
    expect(await keepStudy(study, edited, 0)).toEqual({ revision: 1, over: null });
    // The other still has the study as it was.
    const looking = { ...study, seen: ['map' as const] };
    expect(await keepStudy(study, looking, 0)).toEqual({ revision: 1, over: null });
    expect(await loadStudy(study.id)).toMatchObject({
      recipe: edited.recipe,
      past: [study.recipe],
      seen: ['map'],
    });
  });

  test('edits at the same moment: both are there, one undo apart, and it is told', async () => {
    const study = await createStudy(table, 'Pots');
    const [one, two] = [withScale(study, 'centre'), withScale(study, 'range')];
    await keepStudy(study, one, 0);
    const kept = await keepStudy(study, two, 0);
    expect(kept.revision).toBe(2);
    expect(kept.over!.recipe).toEqual(one.recipe);
    const { recipe, past } = (await loadStudy(study.id))!;
    expect(recipe.preparation.scale).toBe('range');
    expect(past.map(step => step.preparation.scale)).toEqual(['unit-variance', 'centre']);
  });

  test('a change of a study that was deleted elsewhere is not kept, and that is told', async () => {
    const study = await createStudy(table, 'Pots');
    await deleteStudy(study.id);
    expect(await keepStudy(study, withScale(study, 'centre'), 0)).toEqual({
      revision: null,
      over: null,
      gone: 'deleted',
    });
  });
});

test('a study that was kept with a recipe of the first version opens, its steps too', async () => {
  const study = await createStudy(table, 'Pots');
  const old = (recipe: Recipe) => ({
    ...recipe,
    version: 1,
    preparation: { ...recipe.preparation, transforms: { a: 'log' } },
    // Not all settings were there then.
    reductions: recipe.reductions.map(({ settings, ...shared }) => ({
      ...shared,
      ...Object.fromEntries(Object.entries(settings).filter(([name]) => name !== 'small')),
      repeatsBy: null,
      names: { 1: 'Size' },
    })),
  });
  const { revision: _, ...before } = study;
  await database.studies.put({ ...before, recipe: old(study.recipe), past: [old(study.recipe)] } as never);
  const loaded = (await loadStudy(study.id))!;
  expect([loaded.recipe, ...loaded.past].map(({ version }) => version)).toEqual([
    RECIPE_VERSION,
    RECIPE_VERSION,
  ]);
  expect(loaded.recipe.reductions[0]!.names).toEqual([{ dimension: 1, name: 'Size' }]);
  expect(loaded.past[0]!.preparation.transforms).toEqual([{ measure: 'a', transform: 'log' }]);
  await database.studies.put({
    ...before,
    recipe: { ...study.recipe, version: RECIPE_VERSION + 1 },
  } as never);
  await expect(loadStudy(study.id)).rejects.toThrow(/newer Wold/);
});

describe('what is kept and damaged', () => {
  test('a study whose small members are damaged is completed, and opens', async () => {
    const study = await createStudy(table, 'Pots');
    const damaged = {
      ...study,
      name: 7,
      seen: ['map', 'nowhere'],
      past: 'none',
      hand: null,
      changed: 'long ago',
    };
    await database.studies.put(damaged as never);
    const loaded = (await loadStudy(study.id))!;
    expect(loaded).toMatchObject({ name: 'Study without a name', past: [], recipe: study.recipe });
    expect((await listStudies()).map(({ study: listed }) => listed?.name)).toEqual(['Study without a name']);
  });

  test('steps of undo that cannot be read are left out, the others stay', async () => {
    const study = await createStudy(table, 'Pots');
    await database.studies.put({ ...study, past: [{ version: 3 }, study.recipe, null] } as never);
    expect((await loadStudy(study.id))!.past).toEqual([study.recipe]);
  });

  test('what is no study is listed as what it is, can be taken out, and takes no other with it', async () => {
    await createStudy(table, 'Pots');
    await database.studies.put({ id: 'broken', recipe: 'once there was one' } as never);
    const listed = await listStudies();
    expect(listed.map(({ id, study }) => study?.name ?? id)).toEqual(['Pots', 'broken']);
    expect(JSON.parse(await keptText('broken'))).toMatchObject({ recipe: 'once there was one' });
    await expect(loadStudy('broken')).rejects.toThrow(/not a whole study/);
    await sweepDeleted();
    expect(await names()).toContain('Pots');
    await removeStudy('broken');
    expect(await listStudies()).toHaveLength(1);
  });

  test('a result that is kept in part is forgotten', async () => {
    const matrix = { rows: 2, columns: 2, values: new Float64Array(4) };
    await keepResult('whole', matrix);
    await keepResult('part', matrix);
    await database.results.update('part', { result: { ...matrix, values: new Float64Array(3) } });
    expect(await loadResult('whole')).toEqual(matrix);
    expect(await loadResult('part')).toBeUndefined();
    expect(await database.results.get('part')).toBeUndefined();
  });
});

test('answers are kept beside the study, which they do not rewrite', async () => {
  const study = await createStudy(table, 'Pots');
  const put = jest.spyOn(database.studies, 'put');
  const update = jest.spyOn(database.studies, 'update');
  await keepAnswer(study.id, 'table', '3 rows');
  await keepAnswer(study.id, 'map', 'one colour');
  await keepAnswer(study.id, 'table', '4 rows');
  expect([put.mock.calls, update.mock.calls]).toEqual([[], []]);
  expect((await listStudies())[0]!.answers).toEqual([
    { route: 'map', text: 'one colour' },
    { route: 'table', text: '4 rows' },
  ]);
  await copyStudy(study.id);
  expect((await listStudies()).map(({ answers }) => answers.length)).toEqual([2, 2]);
  await database.answers.update(study.id, { answers: [{ route: 'nowhere', text: 1 }] } as never);
  expect((await listStudies()).map(({ answers }) => answers.length).sort()).toEqual([0, 2]);
});

test('a study whose storage was deleted under it is put back whole by the next change', async () => {
  const study = await createStudy(table, 'Pots');
  await database.studies.clear();
  const changed = { ...study, name: 'Pots anew' };
  expect(await keepStudy(study, changed, 0)).toEqual({ revision: null, over: null, gone: 'lost' });
  expect((await loadStudy(study.id))?.name).toBe('Pots anew');
  await deleteStudy(study.id);
  expect(await keepStudy(changed, study, 0)).toMatchObject({ gone: 'deleted' });
});

test('ids need no secure address, and are unlike', () => {
  const ids = Array.from({ length: 200 }, newId);
  expect(new Set(ids).size).toBe(200);
  expect(ids.every(id => /^[0-9a-f]{32}$/.test(id))).toBe(true);
});

test('a clock that jumps sweeps nothing whose deletion some page can still undo', async () => {
  const [kept, gone] = [await createStudy(table, 'Pots'), await createStudy(table, 'Pans')];
  const held: { name: string }[] = [];
  const locks = {
    request: (name: string) => {
      held.push({ name });
      return Promise.resolve();
    },
    query: () => Promise.resolve({ held }),
  };
  const own = Object.getOwnPropertyDescriptor(globalThis, 'navigator');
  Object.defineProperty(globalThis, 'navigator', { value: { locks }, configurable: true });
  const now = jest.spyOn(Date, 'now');
  try {
    await deleteStudy(kept.id);
    // The page that could undo this one was closed.
    await deleteStudy(gone.id);
    held.pop();
    now.mockReturnValue(new Date().getTime() + 48 * 3600 * 1000);
    await sweepDeleted();
  } finally {
    now.mockRestore();
    if (own === undefined) Reflect.deleteProperty(globalThis, 'navigator');
    else Object.defineProperty(globalThis, 'navigator', own);
  }
  await restoreStudy(kept.id);
  expect(await loadStudy(kept.id)).not.toBeNull();
  expect(await loadStudy(gone.id)).toBeNull();
});
