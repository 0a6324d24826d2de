import type { MethodHints } from '../method';

/** How the pictures of components are read. */
export const COMPONENTS_HINTS: MethodHints = {
  dimensions: {
    look: 'Where the curve of eigenvalues falls below the lines of random data, and where it bends.',
    usual: 'A few high points, then a long flat tail. Rules seldom agree to the last one.',
    next: 'Take the number that most rules vote for, look at one fewer and one more, then name them in question 5.',
    words: [
      ['eigenvalue', 'the variance that a dimension holds'],
      ['share', 'the same, of all variance'],
      ['vote', 'what one rule says'],
    ],
  },
  meaning: {
    look: 'Down each dimension, the long bars: the measures that make it.',
    usual: 'Each measure leads on one dimension. Many on two of them ask for a rotation.',
    next: 'Give each dimension a name from its leading measures; click a name’s line to write it.',
    words: [
      ['loading', 'how a measure goes with a dimension'],
      ['held', 'the share of a measure that is kept'],
      ['two', 'strong on two dimensions'],
    ],
  },
  trust: {
    look: 'Rows beyond the lines: far out within the dimensions, or badly told by them.',
    usual: 'About one row in twenty lies beyond a limit of 95 % by chance.',
    next: 'Open the odd rows one by one; set aside those that are errors, and see whether anything changes.',
    words: [
      ['T²', 'distance within the dimensions'],
      ['Q', 'what they leave of a row'],
      ['there again', 'how many of 100 draws of the rows find a dimension anew'],
    ],
  },
};
