const MINUS = '−';
const NONE = '–';

/** A number in about `digits` significant digits, without an exponent where it can be read. */
export function figure(value: number, digits = 3): string {
  if (!Number.isFinite(value)) return NONE;
  if (value === 0) return '0';
  const size = Math.abs(value);
  if (size >= 1e7 || size < 1e-4) return signed(value.toExponential(digits - 1));
  const decimals = Math.max(0, Math.min(6, digits - 1 - Math.floor(Math.log10(size))));
  return signed(Number(value.toFixed(decimals)).toLocaleString('en', { maximumFractionDigits: decimals }));
}

/** A number with a fixed count of decimals. */
export function fixed(value: number, decimals: number): string {
  return Number.isFinite(value) ? signed(value.toFixed(decimals)) : NONE;
}

/** A loading or correlation: two decimals, no leading zero. */
export function coefficient(value: number): string {
  if (!Number.isFinite(value)) return NONE;
  const text = Math.abs(value).toFixed(2);
  const bare = text.startsWith('0') ? text.slice(1) : text;
  return value < 0 && Number(text) !== 0 ? `${MINUS}${bare}` : bare;
}

/** A small p as people write it. */
export const pWords = (p: number): string => (p < 0.001 ? '<\u00a0.001' : fixed(p, 3).replace(/^0/, ''));

/** A p with its sign: = .032, or < .001. */
export const pEquation = (p: number): string =>
  Number.isNaN(p) ? NONE : p < 0.001 ? pWords(p) : `=\u00a0${pWords(p)}`;

/** A share from here on is all, but for rounding. */
const ALL = 1 - 1e-9;

/** Decimals that a share just short of all is given beyond those of others. */
const MORE_DECIMALS = 3;

/** A share as a percentage; 100 % only where it is all: one just short of that has as many decimals as tell the two apart. */
export function percent(share: number, decimals = 0): string {
  if (!Number.isFinite(share)) return NONE;
  let shown = (100 * share).toFixed(decimals);
  for (let more = 1; more <= MORE_DECIMALS && share < ALL && Number(shown) === 100; more++) {
    shown = (100 * share).toFixed(decimals + more);
  }
  return `${shown}\u00a0%`;
}

/** A share as so many of 100; all of them only where it is all. */
export function per100(share: number): string {
  if (Number.isNaN(share)) return '–';
  const rounded = Math.round(100 * share);
  if (rounded === 100 && share < 1) return '99';
  return String(rounded === 0 && share > 0 ? 1 : rounded);
}

/** A count with its noun, which no line break parts: 1 row, 286 rows. */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${n.toLocaleString('en')}\u00a0${n === 1 ? one : many}`;
}

/** A long name cut in its middle, since names that start alike often differ at their end. */
export function shortName(name: string, most: number): string {
  const letters = [...name];
  if (letters.length <= most) return name;
  const end = Math.floor((most - 1) * 0.4);
  return `${letters.slice(0, most - 1 - end).join('')}…${letters.slice(letters.length - end).join('')}`;
}

const WORDS = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];

/** A small count as a word, a larger one as a number. */
export const inWords = (n: number): string => WORDS[n] ?? n.toLocaleString('en');

function signed(text: string): string {
  return text.replace('-', MINUS);
}
