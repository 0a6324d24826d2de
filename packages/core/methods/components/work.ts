import { prepared, treated, wholeMoments } from '../../preparation/stages';
import { wholeAsk } from '../../preparation/wholeFences';
import { wholeOf } from '../../preparation/prepareWhole';
import { measuresOf, measuresOrWordsOf, rowsOf } from '../../preparation/prepared';
import { treatmentOf } from '../../preparation/treatmentOf';
import { parallelCount } from '../../dimensions/stages';
import { stretch } from '../../host';
import { worked, type Worked } from '../../stages/worked';
import type { Bench } from '../../stages/bench';
import { agreement, groupParts, wholeParts } from './agreement';
import { componentsFoundAnew } from './anew';
import { decompose } from './decompose';
import { decomposeWords } from './decomposeWords';
import { LEADING } from './settings';
import { wordDistances } from './wordDistances';
import { distances, rebuiltColumn, rowParts } from './distances';
import type { Components } from './components';
import { componentsFigures } from './figures';
import { COMPONENTS_FILES } from './tables';
import { isParallel } from './keep';
import { keepAboveRandom, keepComponents } from './keepComponents';
import { componentsMethod } from './method';
import { outcomeOnScores } from '../outcome';
import { componentsAnew, componentsScored } from './outcome';
import type { MethodWork } from '../work';
import { rotate } from './rotate';
import { NO_ROTATION } from './rotation';
import { componentsReport } from './report';
import * as stages from './stages';
import type { Kept, OfDecomposition } from './stages';

/** The rows that kept dimensions are made of, all dimensions, and those that are kept. */
async function needed(ask: Kept, { need }: Bench) {
  const { preparation, keep, rotation } = ask;
  const all = ofDecomposition(ask);
  return {
    rows: rowsOf(await need(prepared, { preparation })),
    all: await need(stages.decomposition, all),
    made: await need(stages.components, { ...all, keep, rotation }),
  };
}

/** What all dimensions are asked by, of what more is asked. */
const ofDecomposition = ({ preparation, without, leading }: OfDecomposition): OfDecomposition =>
  leading === undefined ? { preparation, without } : { preparation, without, leading };

/** The same dimensions as they are found. */
const unturned = ({ keep, ...ask }: Kept): Kept => ({ ...ofDecomposition(ask), keep, rotation: NO_ROTATION });

const works: readonly Worked[] = [
  worked(stages.decomposition, async ({ preparation, without, leading }, { need, host }) => {
    const made = await need(prepared, { preparation }, stretch(host, 0, 0.5));
    if (made.kind === 'words') return decomposeWords(made, leading ?? LEADING, stretch(host, 0.5, 1));
    return decompose(measuresOf(made), without, stretch(host, 0.5, 1));
  }),
  worked(stages.components, async (ask, { need, host }) => {
    const { keep, rotation } = ask;
    const { preparation, without } = ask;
    if (rotation.method !== 'none') {
      return rotate(await need(stages.components, { ...ask, rotation: NO_ROTATION }), rotation, host);
    }
    const rows = measuresOrWordsOf(await need(prepared, { preparation }));
    const all = await need(stages.decomposition, ofDecomposition(ask));
    if (!isParallel(keep)) return keepComponents(rows, all, keep);
    const settings = keep.parallel;
    const count = await need(parallelCount, { preparation, without, settings });
    return keepAboveRandom(measuresOf(rows), all, count);
  }),
  worked(stages.distances, async ({ level, ...kept }, bench) => {
    const words = await bench.need(prepared, { preparation: kept.preparation });
    if (words.kind === 'words')
      return wordDistances(words, await bench.need(stages.components, unturned(kept)), level);
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
    const { table, need, host } = bench;
    const made = await need(stages.components, kept);
    if (wholeOf(table, preparation) !== null) {
      const asked = await wholeAsk({ need, table }, preparation, label);
      const moments = { ...(await need(wholeMoments, { asked })), measures: preparation.measures };
      return agreement(wholeParts(table, preparation, moments), made, label, rotation, host);
    }
    const rows = await need(treated, { preparation: treatmentOf(preparation) });
    return agreement(groupParts(table, preparation, rows, label), made, label, rotation, host);
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
  anew: async (ask: Kept, { need }) => {
    const rows = rowsOf(await need(prepared, { preparation: ask.preparation }));
    return componentsFoundAnew(rows, await need(stages.components, ask));
  },
  report: componentsReport,
  line: ({ kept, eigenvalues }: Components) => `${kept} of ${eigenvalues.length} dimensions kept`,
};
