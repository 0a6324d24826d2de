import { EQUAL } from '../algebra/congruence';

/** How a resample's dimensions are laid on those that were found before they are compared. */
export const ALIGNMENTS = ['turned', 'matched'] as const;
export type Alignment = (typeof ALIGNMENTS)[number];

/** How rows are drawn anew, and when a dimension is there again. */
export interface Resampling {
  readonly times: number;
  readonly seed: number;
  readonly alignment: Alignment;
  /** The column whose levels are drawn whole; null where rows are drawn. */
  readonly groups: string | null;
  /** Tucker's congruence from which a dimension is there again. */
  readonly alike: number;
}

/** What an analyst decides of it, and the label that parts the rows where these are not halved at random. */
export interface ResamplingSettings extends Resampling {
  readonly halves: string | null;
}

export const PLAIN_RESAMPLING: ResamplingSettings = {
  times: 500,
  seed: 1,
  alignment: 'matched',
  groups: null,
  alike: EQUAL,
  halves: null,
};

/** Multiplications beyond which resamples are found where they are looked at alone: some seconds. */
const QUICK = 5e9;

/** Whether resamples are quick, on whichever machine, where each takes so many multiplications. */
export const isQuickToResample = (work: number, { times }: Pick<Resampling, 'times'>): boolean =>
  times * work <= QUICK;
