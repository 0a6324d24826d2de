import { placement } from '../methods/stages';
import { worked, type Worked } from '../stages/worked';
import { someColumns } from '../algebra/matrix';
import { rowsOf } from '../preparation/prepared';
import { prepared } from '../preparation/stages';
import { Problem } from '../problem';
import { clustersOf } from './clusters';
import * as stages from './stages';

export const CLUSTER_WORKS: readonly Worked[] = [
  worked(stages.clusters, async ({ most, seed, ...ask }, bench) =>
    clustersOf(await bench.need(placement, ask), most, seed, bench.host),
  ),
  worked(stages.measureClusters, async ({ preparation, without, most, seed }, bench) => {
    const rows = rowsOf(await bench.need(prepared, { preparation }));
    if (rows.gaps > 0) {
      throw new Problem(
        'entries are missing and kept, and rows with gaps have no distances.',
        'Fill gaps or leave out their rows in question 2, or part the rows by a reduction.',
      );
    }
    const kept = [...rows.measures.keys()].filter(j => !without.includes(rows.measures[j]!));
    const at = kept.length === rows.measures.length ? rows.values : someColumns(rows.values, kept);
    return clustersOf({ ...rows, at }, most, seed, bench.host);
  }),
];
