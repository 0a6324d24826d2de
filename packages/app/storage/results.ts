import { bytesOf } from '@wold/core/stages/memo';
import { isWhole } from '@wold/core/stages/whole';
import { database } from './database';

const MOST_KEPT = 40;
/** Of results that take more bytes than this, so many. */
const LARGE = 8e6;
const MOST_LARGE = 6;

/** Keys of the results kept, once they are known; most results are not, and need not be looked for. */
let keptKeys: Set<string> | null = null;
void database.results
  .toCollection()
  .primaryKeys()
  .then(keys => (keptKeys = new Set([...keys, ...(keptKeys ?? [])])))
  .catch(() => undefined);

/** Whether a result may be kept from before. */
export const mayBeKept = (key: string): boolean => keptKeys?.has(key) ?? true;

/** A result kept from before; undefined where there is none, or none that is whole. */
export async function loadResult(key: string): Promise<unknown> {
  const record = await database.results.get(key);
  if (record === undefined) return undefined;
  if (bytesOf(record.result) !== record.bytes || !isWhole(record.result)) {
    await database.results.delete(key);
    return undefined;
  }
  void database.results.update(key, { used: Date.now() });
  return record.result;
}

/** Lets go of the large results that were used longest ago, where they are too many. */
async function sweepLarge(): Promise<void> {
  const large = new Set(await database.results.where('bytes').above(LARGE).primaryKeys());
  if (large.size <= MOST_LARGE) return;
  const byUse = await database.results.orderBy('used').primaryKeys();
  await database.results.bulkDelete(byUse.filter(key => large.has(key)).slice(0, large.size - MOST_LARGE));
}

/** Keeps a result that was slow to come by. A full disk is no loss here: it can be computed again. */
export async function keepResult(key: string, result: unknown): Promise<void> {
  try {
    await database.results.put({ key, result, bytes: bytesOf(result), used: Date.now() });
    keptKeys?.add(key);
    const surplus = (await database.results.count()) - MOST_KEPT;
    if (surplus > 0) await database.results.orderBy('used').limit(surplus).delete();
    await sweepLarge();
  } catch {
    await database.results.clear().catch(() => undefined);
  }
}
