import { prepared, type OfPreparation } from '../preparation/stages';
import { stage } from '../stages/stage';
import type { ParallelSettings } from './retentionSettings';
import type { RandomRounds } from './parallelAnalysis';
import type { Retention } from './retention';
import type { RetentionSettings } from './retentionSettings';

/** Eigenvalues of random data; null where none can be made. */
export const randomRounds = stage<
  OfPreparation & {
    readonly without: readonly string[];
    readonly settings: Omit<ParallelSettings, 'percentile'>;
  },
  RandomRounds | null
>('randomRounds', 1, 'long', [prepared]);

export const retention = stage<
  OfPreparation & { readonly without: readonly string[]; readonly settings: RetentionSettings },
  Retention
>('retention', 1, 'long', [prepared, randomRounds]);
