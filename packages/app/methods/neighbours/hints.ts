import type { MethodHints } from '../method';

/** How the pictures of maps of neighbours are read. */
export const NEIGHBOURS_HINTS: MethodHints = {
  dimensions: {
    look: 'The curve: it falls steeply when the rows stop being pulled together hard, and is flat when the map is done.',
    usual: 'A small neighbourhood shows fine grain and breaks groups up; a large one shows the broad shape.',
    next: 'Lay the map out at two or three sizes, and trust the groups that hold together in all of them.',
    words: [
      ['perplexity', 'how many neighbours each row minds, roughly'],
      ['KL divergence', 'how far the map is from the neighbourhoods it is to show'],
      ['exaggeration', 'pulling harder at first, so that groups form'],
    ],
  },
  meaning: {
    look: 'The longest bars: columns whose entries in the region lie furthest from those of all other rows.',
    usual: 'A few columns at one standard deviation or more, with little overlap.',
    next: 'Select rows on the map to see what sets a group apart that no label names.',
    words: [
      ['d', 'difference of means over the standard deviation within'],
      ['overlap', '1 where the region is like the others, 0 where all its entries lie to one side'],
    ],
  },
  map: {
    look: 'Who lies near whom, and which groups part. Rows that are near are alike in the table.',
    usual: 'Several groups with gaps between them; a row amid another group is worth a look.',
    next: 'Draw around a group, then see in question 5 what sets it apart. Lay the map out with another seed and see what stays.',
    words: [
      ['axes', 'mean nothing: another seed may turn the map'],
      ['gaps', 'the method makes them wide or narrow'],
      ['legend', 'click shows a group alone'],
    ],
  },
  trust: {
    look: 'Trustworthiness and continuity: near 1 where neighbours on the map are neighbours in the table, and back.',
    usual:
      '.95 and more for trustworthiness; of ten neighbours a third to a half are kept in two dimensions.',
    next: 'Colour the map by neighbours kept: pale rows are not where the table has them.',
    words: [
      ['trust', 'few are neighbours on the map alone'],
      ['continuity', 'few neighbours of the table are torn apart'],
      ['by chance', 'what the label would give if it were dealt out anew'],
    ],
  },
};
