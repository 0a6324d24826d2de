import { prepared, type OfPreparation } from '../preparation/stages';
import { stage } from '../stages/stage';
import type { ParallelSettings } from './retentionSettings';
import type { RandomRounds } from './parallelAnalysis';
import type { Retention } from './retention';
import type { RetentionSettings } from './retentionSettings';

/** Eigenvalues of normal random data: the same for all tables of so many rows and measures. */
export const normalRounds = stage<
  { readonly n: number; readonly p: number; readonly simulations: number; readonly seed: number },
  RandomRounds
>('normalRounds', 1, 'long');

/** Eigenvalues of random data; null where none can be made. */
export const randomRounds = stage<
  OfPreparation & {
    readonly without: readonly string[];
    readonly settings: Omit<ParallelSettings, 'percentile'>;
  },
  RandomRounds | null
>('randomRounds', 1, 'long', [prepared, normalRounds]);

/** How many components stand above random data; null where that cannot be told. */
export const parallelCount = stage<
  OfPreparation & { readonly without: readonly string[]; readonly settings: ParallelSettings },
  number | null
>('parallelCount', 1, 'heavy', [prepared, randomRounds]);

/** How many common factors stand above random data; null where that cannot be told. */
export const parallelFactors = stage<
  OfPreparation & { readonly without: readonly string[]; readonly settings: ParallelSettings },
  number | null
>('parallelFactors', 1, 'heavy', [prepared, randomRounds]);

export const retention = stage<
  OfPreparation & { readonly without: readonly string[]; readonly settings: RetentionSettings },
  Retention
>('retention', 1, 'long', [prepared, randomRounds]);
