import type { ParallelSettings } from '../../dimensions/retentionSettings';
import { parallelCount } from '../../dimensions/stages';
import { prepared, treated, type OfPreparation } from '../../preparation/stages';
import { stage } from '../../stages/stage';
import type { Outcome } from '../outcome';
import type { Agreement } from './agreement';
import type { Components, Keep } from './components';
import type { Decomposition } from './decompose';
import type { Distances, RebuiltColumn, RowPart } from './distances';
import type { Rotation } from './rotation';

/** What all dimensions depend on. */
export interface OfDecomposition extends OfPreparation {
  readonly without: readonly string[];
  /** How many of the leading ones are found, where the measures are words. */
  readonly leading?: number | undefined;
}

/** How many are kept, with what random data are made like where that settles it. */
export type AskedKeep = Exclude<Keep, 'parallel'> | { readonly parallel: ParallelSettings };

/** What kept dimensions depend on. */
export interface Kept extends OfDecomposition {
  readonly keep: AskedKeep;
  readonly rotation: Rotation;
}

export const decomposition = stage<OfDecomposition, Decomposition>('decomposition', 1, 'heavy', [prepared]);

const byParallel = ({ keep }: Pick<Kept, 'keep'>) => (typeof keep === 'object' ? [parallelCount] : []);

export const components = stage<Kept, Components>('components', 1, 'heavy', ask => [
  prepared,
  decomposition,
  ...byParallel(ask),
]);

const onComponents = [prepared, decomposition, components];

export const distances = stage<Kept & { readonly level: number }, Distances>(
  'distances',
  1,
  'long',
  onComponents,
);

export const rowParts = stage<Kept & { readonly row: number }, readonly RowPart[] | null>(
  'rowParts',
  1,
  'heavy',
  onComponents,
);

export const rebuiltColumn = stage<Kept & { readonly measure: string }, RebuiltColumn | null>(
  'rebuiltColumn',
  1,
  'heavy',
  onComponents,
);

export const agreement = stage<Kept & { readonly label: string }, Agreement>('agreement', 1, 'long', [
  treated,
  components,
]);

/** A column foretold from the scores. */
export const outcome = stage<Kept & { readonly outcome: string; readonly seed: number }, Outcome>(
  'outcome',
  1,
  'long',
  [prepared, components],
);
