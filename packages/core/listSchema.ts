import { z } from 'zod';
import { LONGEST_NAME } from './limits';

export const name = z.string().trim().min(1).max(LONGEST_NAME);

/**
 * What belongs to names is a list, never an object with the names for its members: a column may be called
 * `constructor`. No two items are of one name.
 */
export function listOf<Item extends z.ZodType>(item: Item, by: keyof z.infer<Item>) {
  return z
    .array(item)
    .refine(
      list => new Set(list.map(one => one[by])).size === list.length,
      `two entries are of one ${String(by)}`,
    );
}
