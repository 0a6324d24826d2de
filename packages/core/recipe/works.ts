import { CLUSTER_WORKS } from '../clusters/works';
import { DIMENSIONS_WORKS } from '../dimensions/works';
import { METHOD_WORKS } from '../methods/works';
import { PREPARATION_WORKS } from '../preparation/works';
import { engineWorkOf } from '../host';
import { worked, type Worked } from '../stages/worked';
import { SUITABILITY_WORKS } from '../suitability/works';
import { describeTable } from '../table/describe';
import { ownTable } from '../table/newRows';
import { findRepeats } from '../table/repeats';
import { sampleOf } from '../table/table';
import { TRUST_WORKS } from '../trust/works';
import { VOCABULARY_WORKS } from '../vocabulary/works';
import { USE_WORKS } from '../use/works';
import * as stages from './tableStages';

/** Labels with more levels in a sample are not counted level by level. */
const MOST_LEVELS = 200;

/** The work of every stage. */
export const WORKS: readonly Worked[] = [
  worked(stages.description, (_, { table, host }) => describeTable(ownTable(table), host)),
  worked(stages.wholeColumns, async (_, { table, host, need }) => {
    const of = sampleOf(table);
    if (of === null) return [];
    const own = await need(stages.description, {});
    const labels = own.filter(({ kind, distinct }) => kind === 'levels' && distinct <= MOST_LEVELS);
    return engineWorkOf(host, of).columns(
      of,
      labels.map(({ name }) => name),
      host.progress,
    );
  }),
  worked(stages.repeats, ({ keys }, { table }) => findRepeats(ownTable(table), keys)),
  ...PREPARATION_WORKS,
  ...VOCABULARY_WORKS,
  ...SUITABILITY_WORKS,
  ...DIMENSIONS_WORKS,
  ...METHOD_WORKS,
  ...USE_WORKS,
  ...CLUSTER_WORKS,
  ...TRUST_WORKS,
];
