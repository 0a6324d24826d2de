import type { LeftOut } from './countWords';

/** Why words are left out, in words. */
export const LEFT_OUT_WORDS: Readonly<Record<LeftOut, string>> = {
  'no letters': 'without a letter',
  short: 'too short',
  long: 'beyond 80 characters',
  common: 'common in the language',
  'set aside': 'set aside by hand',
  rare: 'in too few entries',
  frequent: 'in too many entries',
};
