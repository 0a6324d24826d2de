import type { Weights } from '../table/moments';
import type { RowBlock } from './rowTransform';

/** The rows used and those placed, at one step. */
export interface Blocks {
  readonly block: RowBlock;
  readonly placed: RowBlock;
  /** Of the rows used. */
  readonly weights: Weights;
  readonly measures: readonly string[];
}

/** Places of the entries that are missing. */
export function gapsIn(values: Float64Array): number[] {
  const gaps: number[] = [];
  for (let i = 0; i < values.length; i++) if (Number.isNaN(values[i]!)) gaps.push(i);
  return gaps;
}
