import { placement } from '../methods/stages';
import { worked, type Worked } from '../stages/worked';
import { scoreRelations } from './scoreRelations';
import * as stages from './stages';

export const USE_WORKS: readonly Worked[] = [
  worked(stages.scoreRelations, async (ask, bench) =>
    scoreRelations(bench.table, await bench.need(placement, ask)),
  ),
];
