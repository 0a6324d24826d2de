import { parseNumber, type Marks } from './numberText';

const PLAIN: Marks = { decimal: '.', thousands: 'none' };

/** An entry that a spreadsheet would take for a formula, with whatever apostrophes it has already. */
const FORMULA = /^'*[=+\-@\t\r]/;

/** A text that stays one in a spreadsheet: with an apostrophe before it where it would be run as a formula. */
export const withApostrophe = (text: string): string =>
  FORMULA.test(text) && Number.isNaN(parseNumber(text, PLAIN)) ? `'${text}` : text;

/** The text as it was before {@link withApostrophe}. */
export const withoutApostrophe = (text: string): string =>
  text.startsWith("'") && FORMULA.test(text) ? text.slice(1) : text;
