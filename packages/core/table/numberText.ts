import type { Dialect } from './readingChoices';

/** Words that stand for a missing entry, in lower case. */
const MISSING_WORDS = new Set(['', 'na', 'n/a', '#n/a', 'nan', 'null', '.', '?', '-', '–', '—']);

/** Whether the text, trimmed, is a word for a missing entry. */
export function isMissingText(text: string): boolean {
  return MISSING_WORDS.has(text.trim().toLowerCase());
}

/** How numbers are written: the decimal mark, and what may part groups of three digits. */
export type Marks = Pick<Dialect, 'decimal' | 'thousands'>;

const PLAIN = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?$/;
const LEADING_ZERO = /^[+-]?0\d/;
const BLANKS = '\u0020\u00a0\u202f';
const grouped = (mark: string, decimal: string) =>
  new RegExp(`^[+-]?\\d{1,3}(?:[${mark}]\\d{3})+(?:\\${decimal}\\d*)?$`);
const GROUP_MARKS = [',', '.', ' ', "'"] as const;
type GroupMark = (typeof GROUP_MARKS)[number];
const GROUPED: Readonly<Record<Marks['decimal'], Readonly<Record<GroupMark, RegExp | null>>>> = {
  '.': { ',': grouped(',', '.'), ' ': grouped(BLANKS, '.'), "'": grouped("'’", '.'), '.': null },
  ',': { '.': grouped('.', ','), ' ': grouped(BLANKS, ','), "'": grouped("'’", ','), ',': null },
};

/** The mark that parts the groups of a number written with groups of three digits; null where there is none. */
export function groupMark(text: string, decimal: Marks['decimal']): GroupMark | null {
  return GROUP_MARKS.find(mark => GROUPED[decimal][mark]?.test(text) === true) ?? null;
}

/**
 * The number that a text stands for with the given marks, or NaN. A typographic minus is understood. Codes such as
 * `007`, and whole numbers too large to be held exactly, are not numbers: they name things.
 */
export function parseNumber(text: string, { decimal, thousands }: Marks): number {
  let digits = text.trim().replace('−', '-');
  if (thousands !== 'none' && digits.length > 4) {
    const mark = groupMark(digits, decimal);
    if (mark !== null && (thousands === 'any' || thousands === mark)) digits = withoutGroups(digits, mark);
  }
  if (decimal === ',') {
    if (digits.includes('.')) return NaN;
    digits = digits.replace(',', '.');
  }
  if (!PLAIN.test(digits) || LEADING_ZERO.test(digits)) return NaN;
  const value = Number(digits);
  if (!Number.isFinite(value)) return NaN;
  return Number.isInteger(value) && !Number.isSafeInteger(value) && !/[eE.]/.test(digits) ? NaN : value;
}

function withoutGroups(digits: string, mark: (typeof GROUP_MARKS)[number]): string {
  if (mark === ',') return digits.replace(/,/g, '');
  if (mark === '.') return digits.replace(/\./g, '');
  return digits.replace(mark === ' ' ? /[\u0020\u00a0\u202f]/g : /['’]/g, '');
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
