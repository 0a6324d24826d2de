/** Results at hand, by key. */
export interface Memo {
  readonly get: (key: string) => unknown;
  readonly set: (key: string, result: unknown) => void;
}

/** A memo that holds the results used last, as many as their numbers take at most `bytes`; the last one always. */
export function memoOf(bytes: number): Memo {
  const results = new Map<string, { readonly result: unknown; readonly bytes: number }>();
  let held = 0;
  return {
    get: key => {
      const known = results.get(key);
      if (known === undefined) return undefined;
      results.delete(key);
      results.set(key, known);
      return known.result;
    },
    set: (key, result) => {
      held -= results.get(key)?.bytes ?? 0;
      results.delete(key);
      const added = { result, bytes: bytesOf(result) };
      results.set(key, added);
      held += added.bytes;
      for (const [oldest, { bytes: freed }] of results) {
        if (held <= bytes || results.size === 1) break;
        results.delete(oldest);
        held -= freed;
      }
    },
  };
}

/** Bytes of a name, of a number in an object, and of an object itself, roughly. */
const WORD = 8;
const OBJECT = 32;

/** Roughly the memory that plain data take. A buffer that several arrays show counts once. */
export function bytesOf(data: unknown, seen: Set<object> = new Set()): number {
  if (typeof data === 'string') return OBJECT + 2 * data.length;
  if (data === null || typeof data !== 'object') return WORD;
  const counted = ArrayBuffer.isView(data) ? data.buffer : data;
  if (seen.has(counted)) return WORD;
  seen.add(counted);
  if (ArrayBuffer.isView(data)) return OBJECT + data.byteLength;
  if (data instanceof Map) return bytesOf([...data.keys(), ...data.values()], seen);
  let bytes = OBJECT;
  // A long list of numbers need not be walked through.
  if (Array.isArray(data) && typeof data[0] === 'number') return OBJECT + WORD * data.length;
  const parts: readonly unknown[] = Array.isArray(data) ? data : Object.values(data);
  for (const part of parts) bytes += WORD + bytesOf(part, seen);
  return bytes;
}
