import { database, type CourseRecord } from './database';

/** States of long work are kept for so many results at most: the newest. */
const MOST_KEPT = 12;

/** Keeps the state of long work, so that it can be taken up again. A full disk is no loss: it can be done anew. */
export async function keepCourse(record: Omit<CourseRecord, 'used'>): Promise<void> {
  try {
    await database.courses.put({ ...record, used: Date.now() });
    const surplus = (await database.courses.count()) - MOST_KEPT;
    if (surplus > 0) await database.courses.orderBy('used').limit(surplus).delete();
  } catch {
    await database.courses.clear().catch(() => undefined);
  }
}

/** The kept state of long work, or undefined. */
export async function loadCourse(key: string): Promise<CourseRecord | undefined> {
  return database.courses.get(key).catch(() => undefined);
}

/** Forgets long work that has come to its end. */
export async function forgetCourse(key: string): Promise<void> {
  await database.courses.delete(key).catch(() => undefined);
}
