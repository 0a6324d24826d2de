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
  writeup: {
    look: 'A report that grows from what you chose and what came of it. Every underlined number is live.',
    usual: 'Numbers lead to where they come from; what is missing stands at the right.',
    next: 'Put sentences in your words, leave out what nobody needs, keep charts by their menus, and take it out.',
    words: [
      ['{name}', 'stands for a live number while a sentence is edited'],
      ['changed', 'a number that differs from when you took the report as read'],
    ],
  },
};

/** The same where the rows are pixels of a scene. */
export const SCENE_HINTS: Readonly<Partial<Record<QuestionRoute, Hint>>> = {
  table: {
    look: 'The picture in three bands, and each band’s shape and spread beside it.',
    usual: 'Bands that differ in spread by a few times. One of a single value is dead.',
    next: 'Try bands and shades in the sentence above. Draw around a part to see its spectrum, or to read it alone.',
    words: [
      ['band', 'a measure of every pixel'],
      ['cut off', 'the brightest and darkest few, so that the rest parts'],
      ['every nth', 'pixels that are read; all are placed in layers taken out'],
    ],
  },
  meaning: {
    look: 'Each dimension’s line: which bands it sets against which.',
    usual:
      'The first lies on one side, the light; the next cross zero once or twice; lines that leap are noise.',
    next: 'Name the dimensions at the ledger’s heads; see them as pictures in question 6.',
    words: [
      ['coefficient', 'a band’s weight in a dimension'],
      ['correlation', 'how a dimension goes with a band'],
    ],
  },
  map: {
    look: 'The picture and the map together: what is selected on one is on the other.',
    usual: 'Materials are arms or heaps of the map; mixtures lie between them.',
    next: 'Draw around pixels here or there for their spectrum. Try minor dimensions in grey; find clusters for classes.',
    words: [
      ['composite', 'three dimensions as three colours'],
      ['layers', 'every dimension as a picture, taken out'],
    ],
  },
};

/** The same where the measures are words of a text. */
export const TEXT_HINTS: Readonly<Partial<Record<QuestionRoute, Hint>>> = {
  table: {
    look: 'The vocabulary: how many entries hold each word, and to which level of a label it leans.',
    usual: 'A few words that most entries hold, and very many that hardly any does.',
    next: 'Set aside words that say nothing here, join those that say the same. Then go on to question 2.',
    words: [
      ['leans to', 'of that level the largest share holds it'],
      ['joined', 'counts as another word'],
    ],
  },
  preparation: {
    look: 'Which words are left out and why, and which entries have none left.',
    usual: 'Common and rare words go; an entry or two is left without a word.',
    next: 'Decide in the sentence above what a word is and how much it says.',
    words: [
      ['tf–idf', 'rare words say more'],
      ['one length', 'long entries count no more than short ones'],
    ],
  },
  suitability: {
    look: 'Words that the same entries hold.',
    usual: 'Pairs around one subject; a phrase that is always said whole has a φ near 1.',
    next: 'Join words that are one, and set aside phrases that say nothing.',
    words: [['φ', 'correlation of holding the one with holding the other']],
  },
  dimensions: {
    look: 'Where the eigenvalues come down to those of words dealt out anew.',
    usual: 'A few stand above; the others hold what single words say.',
    next: 'Keep the leading ones to map neighbours; keep those above to read and name.',
    words: [
      ['dealt out anew', 'each word goes to as many entries drawn at random'],
      ['share', 'of the variance of all words'],
    ],
  },
  meaning: {
    look: 'The words at the two ends of each dimension, and the entries furthest out.',
    usual: 'One end tells of one subject; the other of another, or of nothing.',
    next: 'Name a dimension at its head. Where two subjects share one, keep fewer and rotate by varimax.',
    words: [
      ['size of a word', 'how much it loads'],
      ['underlined', 'leads at that end'],
    ],
  },
  map: {
    look: 'Entries near each other hold the same words.',
    usual: 'Arms or heaps of one subject each; short entries lie near the centre.',
    next: 'Draw around entries to read them and the words that set them apart; find a word to see who holds it.',
    words: [
      ['marked', 'words of the vocabulary'],
      ['underlined', 'what puts the entry there'],
    ],
  },
};
