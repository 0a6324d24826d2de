import type { ParallelSettings } from '../../dimensions/retentionSettings';
import type { Keep, KeptShare } from './components';

/** How many leading dimensions are found: so many, or until they hold a share of all variance. */
export type Leading = number | KeptShare;

/** How many are kept, with what random data are made like where that settles it. */
export type AskedKeep = Exclude<Keep, 'parallel'> | { readonly parallel: ParallelSettings };

/** Whether random data settle how many are kept. */
export const isParallel = (keep: AskedKeep): keep is { readonly parallel: ParallelSettings } =>
  typeof keep === 'object' && 'parallel' in keep;
