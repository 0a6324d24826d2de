/** What the spread of a map and of its arrows stands for. */
export const SPREADS = ['scores', 'even', 'standardised'] as const;

/** What the size of a point stands for. */
export const SIZES = ['same', 'squared-cosine', 'contribution'] as const;

/** What is drawn of the groups of a label beside their rows. */
export const GROUP_MARKS = ['none', 'centres', 'outlines', 'spread', 'mean'] as const;

/** At most this many columns are drawn as arrows. */
export const MOST_ARROWS = 40;

/** Figures of each row that can colour a map. */
export const ROW_FIGURES = [
  'neighbours kept',
  'trustworthiness',
  'continuity',
  'label agreement',
  'moves by seed',
] as const;

export type RowFigure = (typeof ROW_FIGURES)[number];

/** How it is drawn where rows lie close. */
export const DENSITIES = ['none', 'contours', 'shading'] as const;
