import { contentHash } from './hash';
import { versionsOf, type Stage } from './stage';

/** The name under which a result of a stage on a table is kept. */
export function keyOf<Ask extends object>(tableKey: string, stage: Stage<Ask, unknown>, ask: Ask): string {
  return keyAs(tableKey, stage, ask, ask);
}

/** The name under which where long work stands is kept. */
export function courseKey<Ask extends object>(
  tableKey: string,
  stage: Stage<Ask, unknown>,
  ask: Ask,
): string {
  return keyAs(tableKey, stage, ask, { course: stage.courseOf(ask) });
}

function keyAs<Ask>(tableKey: string, stage: Stage<Ask, unknown>, ask: Ask, as: object): string {
  const parts = Object.entries(as).map(([name, part]) => [name, partKey(part)] as const);
  return contentHash([versionsOf(stage, ask), tableKey, parts.sort(([a], [b]) => (a < b ? -1 : 1))]);
}

/** Many questions rest on one preparation, which is long where there are many measures. */
const partKeys = new WeakMap<object, string>();

function partKey(part: unknown): unknown {
  if (part === null || typeof part !== 'object') return part;
  const known = partKeys.get(part);
  if (known !== undefined) return known;
  const key = contentHash(part);
  partKeys.set(part, key);
  return key;
}
