import { placement } from '../methods/stages';
import { worked, type Worked } from '../stages/worked';
import { clustersOf } from './clusters';
import * as stages from './stages';

export const CLUSTER_WORKS: readonly Worked[] = [
  worked(stages.clusters, async ({ most, seed, ...ask }, bench) =>
    clustersOf(await bench.need(placement, ask), most, seed, bench.host),
  ),
];
