const DAY = 86_400_000;

/** Ways to write a date, each with the places of year, month and day; where two fit, the first is taken. */
const WRITINGS: readonly { pattern: RegExp; places: readonly [number, number, number] }[] = [
  { pattern: /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T ](\d{2}):(\d{2})(?::(\d{2}(?:\.\d+)?))?Z?)?$/, places: [1, 2, 3] }, // prettier-ignore
  { pattern: /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/, places: [3, 2, 1] },
  { pattern: /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/, places: [3, 1, 2] },
];
/** At least this share of the entries must be dates. */
const DATE_SHARE = 0.9;

/**
 * Days since the start of 1970 for each of some texts, NaN where one is no date; null where most are none. All are read
 * in one way: year first (ISO 8601), else day first unless that gives months above 12.
 */
export function datesOf(texts: readonly string[]): Float64Array | null {
  let best: { days: Float64Array; dates: number } | null = null;
  for (const { pattern, places } of WRITINGS) {
    const days = Float64Array.from(texts, text => dayOf(pattern.exec(text.trim()), places));
    const dates = days.reduce((count, day) => count + Number(!Number.isNaN(day)), 0);
    if (best === null || dates > best.dates) best = { days, dates };
  }
  return best !== null && best.dates > 0 && best.dates >= DATE_SHARE * texts.length ? best.days : null;
}

function dayOf(match: RegExpExecArray | null, [y, m, d]: readonly [number, number, number]): number {
  if (match === null) return NaN;
  const [year, month, day] = [Number(match[y]), Number(match[m]), Number(match[d])];
  const time = Date.UTC(year, month - 1, day);
  const date = new Date(time);
  if (date.getUTCMonth() !== month - 1 || date.getUTCDate() !== day) return NaN;
  const [hours, minutes, seconds] = [match[4], match[5], match[6]].map(part => Number(part ?? 0));
  return time / DAY + (hours! * 3600 + minutes! * 60 + seconds!) / 86_400;
}
