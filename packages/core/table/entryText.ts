/** A value of a typed format as the text that a delimited file would have for it; nothing where it is missing. */
export function entryText(value: unknown): string {
  if (value === null || value === undefined || (typeof value === 'number' && !Number.isFinite(value)))
    return '';
  if (typeof value === 'string') return value;
  if (value instanceof Date) return dateText(value);
  if (typeof value === 'object')
    return JSON.stringify(value, (_, inner: unknown) => (typeof inner === 'bigint' ? String(inner) : inner));
  return String(value);
}

/** A day, or a moment where it is not midnight. */
function dateText(date: Date): string {
  if (Number.isNaN(date.getTime())) return '';
  const text = date.toISOString();
  return text.endsWith('T00:00:00.000Z') ? text.slice(0, 10) : text;
}
