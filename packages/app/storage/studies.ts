import type { CodebookEntry } from '@wold/core/table/codebook';
import { Problem } from '@wold/core/problem';
import type { Recipe } from '@wold/core/recipe/schema';
import { splitColumns, withWholeHeadings } from '@wold/core/recipe/edit/headings';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { tableKey } from '@wold/core/table/fileTable';
import type { Table } from '@wold/core/table/table';
import { database, type AnswersRecord, type StudyRecord } from './database';
import { tellTabs } from './channel';
import { newId } from './newId';
import { isKept, keepOnlyTables, putTable } from './tables';

/**
 * Makes a study of a table and keeps both, the table unless it is kept already, and its file where there is room.
 *
 * @param given a recipe that fits the table, in place of a fresh one
 * @throws what the browser throws when it has no room
 */
export async function createStudy(
  table: Table,
  name: string,
  file?: Blob,
  codebook: readonly CodebookEntry[] = [],
  given?: Recipe,
  hand?: string,
): Promise<StudyRecord> {
  const first = given ?? freshRecipe(table);
  const recipe =
    codebook.length === 0
      ? first
      : (await import('@wold/core/recipe/edit/codebook')).withCodebook(first, codebook).recipe;
  // What was split at the start can be undone.
  const past = given === undefined && splitColumns(recipe).length > 0 ? [withWholeHeadings(recipe)] : [];
  const now = Date.now();
  const study: StudyRecord = {
    id: newId(),
    name: await unusedName(name),
    fileKey: table.fileKey,
    recipe,
    revision: 0,
    past,
    future: [],
    hand: recipe.reductions.find(({ id }) => id === hand)?.id ?? recipe.reductions[0]!.id,
    beside: [],
    seen: [],
    created: now,
    changed: now,
    deleted: null,
  };
  await database.studies.put(study);
  await Promise.all([
    // Another page may have swept it away before it had a study.
    isKept(table.key).then(kept => (kept ? undefined : putTable(table))),
    file === undefined ? undefined : keepFile(table.fileKey, table.name, file),
  ]);
  return study;
}

/** A larger file is left where it lies: to copy it would take minutes. */
const LARGEST_FILE = 2e9;

/** Keeps a file where there is room: without it a study does all but read it in another way. */
export async function keepFile(key: string, name: string, content: Blob): Promise<void> {
  if (content.size > LARGEST_FILE) return;
  try {
    if ((await database.files.where('key').equals(key).count()) === 0) {
      await database.files.put({ key, name, content });
    }
  } catch {
    // No room: see above.
  }
}

/** The file that a table was read from, or undefined where it is not kept. */
export async function loadFile(key: string): Promise<{ name: string; content: Blob } | undefined> {
  return database.files.get(key);
}

/** A study as the start page lists it. */
export interface ListedStudy {
  /** Its key in the browser's storage. */
  readonly id: string;
  /** Null where what is kept is no study. */
  readonly study: StudyRecord | null;
  readonly answers: AnswersRecord['answers'];
}

/** Studies that are not deleted, last changed first; what cannot be read stands last. */
export async function listStudies(): Promise<ListedStudy[]> {
  const { checkedAnswers, completedStudy } = await import('./checks');
  const [keys, records] = await database.transaction('r', database.studies, async () => [
    await database.studies.toCollection().primaryKeys(),
    await database.studies.toArray(),
  ]);
  const answers = await database.answers.bulkGet(keys).catch(() => []);
  return records
    .map((record, index) => ({
      id: keys[index]!,
      study: completedStudy(record),
      answers: checkedAnswers(answers[index]?.answers),
    }))
    .filter(({ study }) => study === null || study.deleted === null)
    .sort((a, b) => (b.study?.changed ?? -1) - (a.study?.changed ?? -1));
}

/** All that is kept under a key, as text, to be taken out where it cannot be opened. */
export async function keptText(id: string): Promise<string> {
  return `${JSON.stringify(await database.studies.get(id), null, 2)}\n`;
}

/**
 * A study, or null where it is not kept in this browser; its recipes in the form of this version.
 *
 * @throws Problem when it is damaged beyond completing, its recipe too, or of a newer Wold
 */
export async function loadStudy(id: string): Promise<StudyRecord | null> {
  const record: unknown = await database.studies.get(id);
  if (record === undefined) return null;
  const { checkRecipe, completedStudy } = await import('./checks');
  const study = completedStudy(record);
  if (study === null) {
    throw new Problem(
      'what is kept under this address is not a whole study',
      'Take out what is there on the start page, and open its table again.',
    );
  }
  if (study.deleted !== null) return null;
  const where = `study “${study.name}”`;
  /** Itself where nothing had to be brought to this version, since steps share their parts. */
  const opened = (kept: Recipe): Recipe => {
    const checked = checkRecipe(kept, where);
    return JSON.stringify(checked) === JSON.stringify(kept) ? kept : checked;
  };
  /** A step of undo is left out where it cannot be read. */
  const step = (kept: Recipe): Recipe[] => {
    try {
      return [opened(kept)];
    } catch {
      return [];
    }
  };
  return {
    ...study,
    recipe: opened(study.recipe),
    past: study.past.flatMap(step),
    future: study.future.flatMap(step),
  };
}

/** What came of keeping a change: its revision, or that the study is no longer there. */
export type Kept =
  | { readonly revision: number; readonly over: StudyRecord | null }
  /** It was deleted by hand; or its storage was, and it is put back whole. */
  | { readonly revision: null; readonly over: null; readonly gone: 'deleted' | 'lost' };

const DECIDED = ['recipe', 'past', 'future'] as const;

/**
 * Keeps a change of a study: no more than what differs from before, so that a tab that only looks writes over nobody's
 * edits. Where another tab has changed what was decided in the meantime, that becomes the step that undo leads back to.
 *
 * @param revision that the change was made on
 * @returns the new revision, and what another tab had decided where that had to be put below this change
 * @throws what the browser throws when it has no room
 */
export async function keepStudy(before: StudyRecord, after: StudyRecord, revision: number): Promise<Kept> {
  const decides = DECIDED.some(key => after[key] !== before[key]);
  const kept = await database.transaction('rw', database.studies, async (): Promise<Kept> => {
    const there = await database.studies.get(after.id);
    if (there === undefined) {
      await database.studies.put({ ...after, revision });
      return { revision: null, over: null, gone: 'lost' };
    }
    if (there.deleted !== null) return { revision: null, over: null, gone: 'deleted' };
    const at = there.revision ?? 0;
    const over = decides && at !== revision ? there : null;
    const next = decides ? at + 1 : at;
    await database.studies.update(after.id, {
      ...changes(before, after),
      ...(over === null ? {} : { past: [...over.past, over.recipe] }),
      seen: [...new Set([...there.seen, ...after.seen])],
      revision: next,
    });
    return { revision: next, over };
  });
  if (decides || after.name !== before.name) tellTabs(after.id);
  return kept;
}

/** The members that differ. */
function changes(before: StudyRecord, after: StudyRecord): Partial<StudyRecord> {
  const keys = Object.keys(after) as (keyof StudyRecord)[];
  return Object.fromEntries(keys.filter(key => after[key] !== before[key]).map(key => [key, after[key]]));
}

export async function renameStudy(id: string, name: string): Promise<void> {
  await database.studies.update(id, { name });
  tellTabs(id);
}

export async function copyStudy(id: string): Promise<void> {
  const study = await database.studies.get(id);
  if (study === undefined) return;
  const now = Date.now();
  const name = await unusedName(`${study.name}, copy`);
  const copy = { ...study, id: newId(), name, created: now, changed: now };
  await database.studies.put(copy);
  const kept = await database.answers.get(id);
  if (kept !== undefined) await database.answers.put({ ...kept, study: copy.id });
}

/** Takes a study out of sight; {@link restoreStudy} brings it back until {@link sweepDeleted} is called. */
export async function deleteStudy(id: string): Promise<void> {
  await database.studies.update(id, { deleted: Date.now() });
  holdUndo(id);
  tellTabs(id);
}

export async function restoreStudy(id: string): Promise<void> {
  await database.studies.update(id, { deleted: null });
  tellTabs(id);
}

/** Removes what cannot be read, for good. */
export async function removeStudy(id: string): Promise<void> {
  await database.studies.delete(id);
}

const UNDO_TIME = 10 * 60_000;
const UNDO_LOCK = 'wold undo ';

/** Has the browser know for that long that a deletion can be undone, whatever becomes of its clock: while this page is open. */
function holdUndo(id: string): void {
  const wait = () => new Promise<void>(resolve => setTimeout(resolve, UNDO_TIME));
  void globalThis.navigator?.locks
    ?.request(`${UNDO_LOCK}${id}`, { ifAvailable: true }, wait)
    .catch(() => undefined);
}

/** The studies whose deletion some page can still undo. */
async function undoable(): Promise<ReadonlySet<string>> {
  const { held = [] } = (await globalThis.navigator?.locks?.query().catch(() => undefined)) ?? {};
  return new Set(
    held.flatMap(({ name }) => (name?.startsWith(UNDO_LOCK) === true ? [name.slice(UNDO_LOCK.length)] : [])),
  );
}

/** Removes studies deleted a while ago, and tables that no study needs any more. */
export async function sweepDeleted(): Promise<void> {
  const held = await undoable();
  await database.transaction(
    'rw',
    [database.studies, database.studyTables, database.tableColumns, database.files, database.answers],
    async () => {
      const bound = Date.now() - UNDO_TIME;
      await database.studies
        .filter(study => study.deleted !== null && study.deleted < bound && !held.has(study.id))
        .delete();
      const studies = await database.studies.toArray();
      const decided = studies.map(({ fileKey, recipe, past, future }) => ({
        fileKey,
        // Of a damaged one there may be less.
        readings: [recipe, ...listOf(past), ...listOf(future)].map(kept => kept?.reading ?? {}),
      }));
      const files = new Set(
        decided.flatMap(({ fileKey, readings }) => [
          fileKey,
          ...readings.flatMap(({ newRows }) => (newRows === undefined ? [] : [newRows.key])),
        ]),
      );
      // Undo may lead back to a table that was read in another way.
      const tables = new Set(
        decided.flatMap(({ fileKey, readings }) => readings.map(reading => tableKey(fileKey, reading))),
      );
      const kept = new Set(studies.map(({ id }) => id));
      const answered = await database.answers.toCollection().primaryKeys();
      await database.answers.bulkDelete(answered.filter(study => !kept.has(study)));
      await keepOnlyTables(tables);
      const keptFiles = await database.files.toCollection().primaryKeys();
      await database.files.bulkDelete(keptFiles.filter(key => !files.has(key)));
    },
  );
}

async function unusedName(wanted: string): Promise<string> {
  const taken = new Set((await listStudies()).map(({ study }) => study?.name));
  let name = wanted;
  for (let repeat = 2; taken.has(name); repeat++) name = `${wanted} ${repeat}`;
  return name;
}

const listOf = <T>(kept: readonly T[] | undefined): readonly T[] => (Array.isArray(kept) ? kept : []);
