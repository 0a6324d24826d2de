import { prepared, treated } from '../../preparation/stages';
import { measuresOf, rowsOf } from '../../preparation/prepared';
import { treatmentOf } from '../../preparation/treatmentOf';
import { parallelCount } from '../../dimensions/stages';
import { worked, type Worked } from '../../stages/worked';
import type { Bench } from '../../stages/bench';
import { agreement } from './agreement';
import { decompose } from './decompose';
import { distances, rebuiltColumn, rowParts } from './distances';
import type { Components } from './components';
import { componentsFigures } from './figures';
import { COMPONENTS_FILES } from './tables';
import { keepAboveRandom, keepComponents } from './keepComponents';
import { componentsMethod } from './method';
import { outcomeOnScores } from '../outcome';
import { componentsAnew, componentsScored } from './outcome';
import type { MethodWork } from '../work';
import { rotate } from './rotate';
import { NO_ROTATION } from './rotation';
import * as stages from './stages';
import type { Kept } from './stages';

/** The rows that kept dimensions are made of, all dimensions, and those that are kept. */
async function needed(ask: Kept, { need }: Bench) {
  const { preparation, without, keep, rotation } = ask;
  return {
    rows: rowsOf(await need(prepared, { preparation })),
    all: await need(stages.decomposition, { preparation, without }),
    made: await need(stages.components, { preparation, without, keep, rotation }),
  };
}

const works: readonly Worked[] = [
  worked(stages.decomposition, async ({ preparation, without }, { need, host }) =>
    decompose(measuresOf(await need(prepared, { preparation })), without, host),
  ),
  worked(stages.components, async (ask, { need, host }) => {
    const { preparation, without, keep, rotation } = ask;
    if (rotation.method !== 'none') {
      return rotate(await need(stages.components, { ...ask, rotation: NO_ROTATION }), rotation, host);
    }
    const rows = measuresOf(await need(prepared, { preparation }));
    const all = await need(stages.decomposition, { preparation, without });
    if (typeof keep !== 'object') return keepComponents(rows, all, keep);
    const settings = keep.parallel;
    const count = await need(parallelCount, { preparation, without, settings });
    return keepAboveRandom(rows, all, count);
  }),
  worked(stages.distances, async ({ level, ...kept }, bench) => {
    const { rows, all, made } = await needed(kept, bench);
    return distances(rows, all, made.kept, level, bench.host);
  }),
  worked(stages.rowParts, async ({ row, ...kept }, bench) => {
    const { rows, all, made } = await needed(kept, bench);
    return rowParts(rows, all, made.kept, row);
  }),
  worked(stages.rebuiltColumn, async ({ measure, ...kept }, bench) => {
    const { rows, all, made } = await needed(kept, bench);
    return rebuiltColumn(rows, all, made.kept, measure);
  }),
  worked(stages.agreement, async ({ label, ...kept }, bench) => {
    const { preparation, rotation } = kept;
    const made = await bench.need(stages.components, kept);
    const rows = await bench.need(treated, { preparation: treatmentOf(preparation) });
    return agreement(bench.table, preparation, rows, made, label, rotation, bench.host);
  }),
  worked(stages.outcome, async ({ outcome, seed, ...kept }, bench) => {
    const { table, host, need } = bench;
    const rows = rowsOf(await need(prepared, { preparation: kept.preparation }));
    const made = await need(stages.components, kept);
    const scored = componentsScored(made);
    return outcomeOnScores(table, kept.preparation, rows, scored, componentsAnew, outcome, seed, host);
  }),
];

/** What principal components do. */
export const COMPONENTS: MethodWork = {
  method: componentsMethod,
  works,
  files: COMPONENTS_FILES,
  figures: componentsFigures,
  line: ({ kept, eigenvalues }: Components) => `${kept} of ${eigenvalues.length} dimensions kept`,
};
