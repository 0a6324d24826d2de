import { freshRecipe } from '@wold/core/recipe/fresh';
import type { Table } from '@wold/core/table/table';
import { database, type StudyRecord } from './database';

/** Makes a study of a table and keeps both. @throws what the browser throws when it has no room */
export async function createStudy(table: Table, name: string): Promise<StudyRecord> {
  const recipe = freshRecipe(table);
  const now = Date.now();
  const study: StudyRecord = {
    id: crypto.randomUUID(),
    name: await unusedName(name),
    tableKey: table.key,
    recipe,
    past: [],
    future: [],
    hand: recipe.reductions[0]!.id,
    beside: null,
    seen: [],
    answers: {},
    created: now,
    changed: now,
    deleted: null,
  };
  await database.transaction('rw', database.studies, database.studyTables, async () => {
    if ((await database.studyTables.get(table.key)) === undefined) await database.studyTables.put(table);
    await database.studies.put(study);
  });
  return study;
}

/** Studies that are not deleted, last changed first. */
export async function listStudies(): Promise<StudyRecord[]> {
  const all = await database.studies.orderBy('changed').reverse().toArray();
  return all.filter(study => study.deleted === null);
}

/** A study and its table, or null where either is not kept in this browser. */
export async function loadStudy(id: string): Promise<{ study: StudyRecord; table: Table } | null> {
  const study = await database.studies.get(id);
  if (study === undefined || study.deleted !== null) return null;
  const table = await database.studyTables.get(study.tableKey);
  return table === undefined ? null : { study, table };
}

export async function renameStudy(id: string, name: string): Promise<void> {
  await database.studies.update(id, { name });
}

export async function copyStudy(id: string): Promise<void> {
  const study = await database.studies.get(id);
  if (study === undefined) return;
  const now = Date.now();
  const name = await unusedName(`${study.name}, copy`);
  await database.studies.put({ ...study, id: crypto.randomUUID(), name, created: now, changed: now });
}

/** Takes a study out of sight; {@link restoreStudy} brings it back until {@link sweepDeleted} is called. */
export async function deleteStudy(id: string): Promise<void> {
  await database.studies.update(id, { deleted: Date.now() });
}

export async function restoreStudy(id: string): Promise<void> {
  await database.studies.update(id, { deleted: null });
}

const UNDO_TIME = 10 * 60_000;

/** Removes studies deleted a while ago, and tables that no study needs any more. */
export async function sweepDeleted(): Promise<void> {
  await database.transaction('rw', database.studies, database.studyTables, async () => {
    const bound = Date.now() - UNDO_TIME;
    await database.studies.filter(study => study.deleted !== null && study.deleted < bound).delete();
    const needed = new Set((await database.studies.toArray()).map(study => study.tableKey));
    const kept = await database.studyTables.toCollection().primaryKeys();
    await database.studyTables.bulkDelete(kept.filter(key => !needed.has(key)));
  });
}

async function unusedName(wanted: string): Promise<string> {
  const taken = new Set((await listStudies()).map(study => study.name));
  let name = wanted;
  for (let repeat = 2; taken.has(name); repeat++) name = `${wanted} ${repeat}`;
  return name;
}
