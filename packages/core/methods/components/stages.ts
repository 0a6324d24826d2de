import { ofWhole } from '../../preparation/ofWhole';
import { parallelCount } from '../../dimensions/stages';
import { prepared, treated, type OfPreparation } from '../../preparation/stages';
import { stage } from '../../stages/stage';
import type { Outcome } from '../outcome';
import type { Agreement } from './agreement';
import type { Components } from './components';
import type { Decomposition } from './decompose';
import { isParallel, type AskedKeep, type Leading } from './keep';
import type { Distances, RebuiltColumn, RowPart } from './distances';
import type { Rotation } from './rotation';

/** What all dimensions depend on. */
export interface OfDecomposition extends OfPreparation {
  readonly without: readonly string[];
  /** Where the measures are words: how many of the leading ones are found, or until they hold which share. */
  readonly leading?: Leading | undefined;
}

/** What kept dimensions depend on. */
export interface Kept extends OfDecomposition {
  readonly keep: AskedKeep;
  readonly rotation: Rotation;
}

export const decomposition = stage<OfDecomposition, Decomposition>('decomposition', 1, 'heavy', [prepared]);

const byParallel = ({ keep }: Pick<Kept, 'keep'>) => (isParallel(keep) ? [parallelCount] : []);

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
  ...ofWhole,
  components,
]);

/** A column foretold from the scores. */
export const outcome = stage<Kept & { readonly outcome: string; readonly seed: number }, Outcome>(
  'outcome',
  1,
  'long',
  [prepared, components],
);
