import type { MethodHints } from '../method';

/** How the pictures of discriminant axes are read. */
export const DISCRIMINANT_HINTS: MethodHints = {
  dimensions: {
    look: 'How much of what parts the groups the first axes hold, and from which on the test finds nothing left.',
    usual: 'One or two axes hold most of it. There are never more than groups less one.',
    next: 'Keep those that part groups, then see in question 7 how well rows held out are told.',
    words: [
      ['eigenvalue', 'squares between groups over squares within'],
      ['share', 'the same, of all axes together'],
      ['shrunk', 'drawn towards equal variances, where there are few rows'],
    ],
  },
  meaning: {
    look: 'Down each axis, the measures that go with it within the groups.',
    usual:
      'Coefficients of measures that go together share the work or oppose each other: read the structure first.',
    next: 'Name the axes; compare with components, which know nothing of the groups.',
    words: [
      ['structure', 'a measure’s correlation with the axis within the groups'],
      ['coefficient', 'its weight in the score, per standard deviation within'],
    ],
  },
  map: {
    look: 'Which groups lie apart, and along which axis.',
    usual: 'Groups lie farther apart here than in any picture that does not know them.',
    next: 'Hold it against the share that is told right where rows are held out, and against a map that knows no label.',
    words: [['apart', 'in standard deviations within the groups']],
  },
  trust: {
    look: 'How many rows are told right by axes that were found without them, beside the largest group’s share.',
    usual: 'A little fewer than by the axes themselves. Many fewer: too many measures for the rows.',
    next: 'Open the rows that are told to be of another group; leave measures out where the two figures part.',
    words: [
      ['held out', 'told by axes found without it'],
      ['by chance', 'the share of the largest group'],
    ],
  },
};
