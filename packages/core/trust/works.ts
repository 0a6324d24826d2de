import { placement } from '../methods/stages';
import { worked, type Worked } from '../stages/worked';
import { replicates } from './replicates';
import * as stages from './stages';

export const TRUST_WORKS: readonly Worked[] = [
  worked(stages.replicates, async ({ reduced, by }, bench) =>
    replicates(bench.table, await bench.need(placement, { reduced }), by),
  ),
];
