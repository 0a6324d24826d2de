import { wholeMoments, wholeQuartiles } from './stages';

/** What rests on the moments of a whole table in its engine rests on. */
export const ofWhole = [wholeQuartiles, wholeMoments] as const;
