import type { MethodQuestion } from '../methods/method';
import type { Hint } from './hint';
import type { QuestionRoute } from '../readings/questions';

/** One for each question that is read alike whatever the method. */
export const HINTS: Readonly<Record<Exclude<QuestionRoute, MethodQuestion>, Hint>> = {
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
  map: {
    look: 'Rows near each other are alike in the measures; those far out are unusual.',
    usual: 'One cloud, or a few that overlap. Colours that part say that a label goes with the measures.',
    next: 'Draw around rows to see what sets them apart; add arrows to see which measures pull where.',
    words: [
      ['arrow', 'where a measure grows'],
      ['legend', 'click shows a group alone'],
    ],
  },
};
