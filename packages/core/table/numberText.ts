/** Words that stand for a missing entry, in lower case. */
const MISSING_WORDS = new Set(['', 'na', 'n/a', '#n/a', 'nan', 'null', '.', '?', '-', '–', '—']);

/** Whether the text, trimmed, is a word for a missing entry. */
export function isMissingText(text: string): boolean {
  return MISSING_WORDS.has(text.trim().toLowerCase());
}

const PLAIN = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?$/;
const GROUPED_BY_COMMA = /^[+-]?\d{1,3}(?:,\d{3})+(?:\.\d*)?$/;
const GROUPED_BY_DOT = /^[+-]?\d{1,3}(?:\.\d{3})+(?:,\d*)?$/;
const GROUPED_BY_SPACE = /^[+-]?\d{1,3}(?:[\u0020\u00a0\u202f]\d{3})+(?:[.,]\d*)?$/;
const LEADING_ZERO = /^[+-]?0\d/;

/**
 * The number that a text stands for with the given decimal mark, or NaN. Thousands marks and a typographic minus are
 * understood. Codes such as `007`, and whole numbers too large to be held exactly, are not numbers: they name things.
 */
export function parseNumber(text: string, decimal: '.' | ','): number {
  let digits = text.trim().replace('−', '-');
  if (GROUPED_BY_SPACE.test(digits)) digits = digits.replace(/[\u0020\u00a0\u202f]/g, '');
  if (decimal === ',') {
    if (GROUPED_BY_DOT.test(digits)) digits = digits.replace(/\./g, '');
    else if (digits.includes('.')) return NaN;
    digits = digits.replace(',', '.');
  } else if (GROUPED_BY_COMMA.test(digits)) {
    digits = digits.replace(/,/g, '');
  }
  if (!PLAIN.test(digits) || LEADING_ZERO.test(digits)) return NaN;
  const value = Number(digits);
  if (!Number.isFinite(value)) return NaN;
  return Number.isInteger(value) && !Number.isSafeInteger(value) && !/[eE.]/.test(digits) ? NaN : value;
}

const MOST_DIGITS = 15;
const [ZERO, NINE, POINT, MINUS] = ['0', '9', '.', '-'].map(letter => letter.charCodeAt(0)) as [
  number,
  number,
  number,
  number,
];

/**
 * The number of a text that is a decimal written as shortly as it can be, so that `String` gives the text back; NaN
 * for any other text. Most entries of most tables are such, and are told without a pattern.
 */
export function shortestDecimal(text: string): number {
  const start = text.charCodeAt(0) === MINUS ? 1 : 0;
  const length = text.length;
  if (length === start || length - start > MOST_DIGITS) return NaN;
  const first = text.charCodeAt(start);
  let whole = 0;
  for (let i = start; i < length; i++) {
    const code = text.charCodeAt(i);
    if (code >= ZERO && code <= NINE) whole = whole * 10 + (code - ZERO);
    else return code === POINT && isShortestFraction(text, start, i) ? Number(text) : NaN;
  }
  if (first === ZERO && length > 1) return NaN;
  return start === 1 ? -whole : whole;
}

/** Whether a text whose digits from `start` end in a point goes on as a shortest fraction does. */
function isShortestFraction(text: string, start: number, point: number): boolean {
  const last = text.length - 1;
  if (point === start || point === last || text.charCodeAt(last) === ZERO) return false;
  for (let i = point + 1; i <= last; i++) {
    const code = text.charCodeAt(i);
    if (code < ZERO || code > NINE) return false;
  }
  if (text.charCodeAt(start) !== ZERO) return true;
  // One zero before the point, and not so small that it would be written with an exponent.
  return point === start + 1 && !text.startsWith('000000', point + 1);
}
