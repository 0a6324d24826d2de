import type { Resamples } from '@wold/core/trust/resamples';

/** A plane that is there in so many resamples stands; an axis that is there in fewer than so many does not. */
const STANDS = 0.9;
const TURNS = 0.8;

/** Dimensions, counted from 0, that with the next make a plane that stands while one of the two does not. */
export const turningPlanes = ({ planes, again }: Pick<Resamples, 'planes' | 'again'>): number[] =>
  [...planes.keys()].filter(d => planes[d]! >= STANDS && Math.min(again[d]!, again[d + 1]!) < TURNS);

/** Whether a dimension is there again in so many resamples that it stands by itself. */
export const stands = (again: number): boolean => again >= TURNS;
