import type { QuestionRoute } from '../readings/questions';

/** How the picture in hand is read, for a newcomer. */
export interface Hint {
  readonly look: string;
  readonly usual: string;
  readonly next: string;
  /** Words of the reading, and what they mean. */
  readonly words: readonly (readonly [word: string, meaning: string])[];
}

/** One for each question; those of a reduction are of components. */
export const HINTS: Readonly<Record<QuestionRoute, Hint>> = {
  table: {
    look: 'Each column’s head: its role, its shape, and how much of it is missing.',
    usual: 'Numbers are measures, words are labels; numbers of rows and classes in numbers are kept out.',
    next: 'Put right a role that is wrong, and answer what the sentence above asks. Then go on to question 2.',
    words: [
      ['measure', 'a number to be reduced'],
      ['label', 'colours and groups the rows'],
      ['identity', 'names a row'],
    ],
  },
  preparation: {
    look: 'Each measure’s box before, in grey, above the box after. Points beyond the whiskers are outliers.',
    usual:
      'Boxes of about one width, a few points outside. A box at one end with a long tail wants a transform.',
    next: 'Decide on gaps and outliers in the sentence above; click a box to see its measure in full.',
    words: [
      ['unit variance', 'every measure counts alike'],
      ['pulled in', 'an outlier set to the fence'],
    ],
  },
  suitability: {
    look: 'Blocks of strong colour along the diagonal: measures that go together.',
    usual:
      'Some blocks, paler elsewhere. Colour all over is one dimension; none at all is nothing to reduce.',
    next: 'Read the verdicts, and set aside a measure that goes with no other.',
    words: [
      ['r', 'correlation, from −1 to 1'],
      ['KMO', 'how much measures share, from 0 to 1'],
      ['partial', 'what two share when all others are held still'],
    ],
  },
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
  map: {
    look: 'Rows near each other are alike in the measures; those far out are unusual.',
    usual: 'One cloud, or a few that overlap. Colours that part say that a label goes with the measures.',
    next: 'Draw around rows to see what sets them apart; add arrows to see which measures pull where.',
    words: [
      ['arrow', 'where a measure grows'],
      ['legend', 'click shows a group alone'],
    ],
  },
  trust: {
    look: 'Rows beyond the lines: far out within the dimensions, or badly told by them.',
    usual: 'About one row in twenty lies beyond a limit of 95 % by chance.',
    next: 'Open the odd rows one by one; set aside those that are errors, and see whether anything changes.',
    words: [
      ['T²', 'distance within the dimensions'],
      ['Q', 'what they leave of a row'],
    ],
  },
};
