/** The longest name that a dimension, a reduction or a study can have, in characters. */
export const LONGEST_NAME = 80;

/** The longest reason for setting rows aside, in characters. */
export const LONGEST_REASON = 200;

/** The longest wording of a column, in characters. */
export const LONGEST_WORDING = 1000;

/** The longest word of a text that is taken, in characters. */
export const LONGEST_WORD = 80;

/** The longest sentence of a report, in characters. */
export const LONGEST_SENTENCE = 5000;

/** The largest drawing that is kept in a report, in characters. */
export const LARGEST_DRAWING = 3_000_000;
