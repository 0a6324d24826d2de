import { contentKey } from '../table/contentKey';

/** A short name for plain data: equal data have equal names, whatever the order of their keys. */
export function contentHash(data: unknown): string {
  return contentKey(new TextEncoder().encode(canonical(data)));
}

function canonical(data: unknown): string {
  return JSON.stringify(data, (_, value: unknown) =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );
}
