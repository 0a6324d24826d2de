import type { MethodHints } from '../method';

/** How the pictures of common factors are read. */
export const FACTORS_HINTS: MethodHints = {
  dimensions: {
    look: 'Where the reduced eigenvalues fall below those of random data, and in the table beside: from which number on factors become thin.',
    usual:
      'Fewer than components have. A factor too many shows as one that two like items make between them.',
    next: 'Set one fewer and one more beside the ones in hand, then name them in question 5.',
    words: [
      ['reduced', 'with only what measures share on the diagonal'],
      ['thin', 'led by fewer than three measures'],
      ['Heywood case', 'a communality of 1 or more: an impossible value'],
    ],
  },
  meaning: {
    look: 'Down each factor, the long bars: the items that it explains. Across an item: does it belong to one factor?',
    usual: 'Each item at .4 or more on one factor, small elsewhere; communalities of .3 to .7.',
    next: 'Name each factor; set aside what belongs to none or to two, and see at once what that changes.',
    words: [
      ['pattern', 'weight of a factor in an item, the others held still'],
      ['structure', 'correlation of an item with a factor'],
      ['communality', 'the share of an item that the factors explain'],
      ['uniqueness', 'the rest: its own and error'],
      ['Φ', 'correlations of the factors in the model'],
    ],
  },
  trust: {
    look: 'The largest residuals: pairs that share more than the factors say.',
    usual: 'RMSEA under .08, SRMR under .08, few residuals beyond .05. χ² is strict where rows are many.',
    next: 'Two items that ask the same leave a large residual: set one aside rather than add a factor.',
    words: [
      ['residual', 'a correlation less what the factors make of it'],
      ['α, ω', 'how reliable a sum of the leading items is'],
      ['determinacy', 'how far scores can tell a factor'],
    ],
  },
};
