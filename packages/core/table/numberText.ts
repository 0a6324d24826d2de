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
