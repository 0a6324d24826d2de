import { worked, type Worked } from '../stages/worked';
import type { Bench } from '../stages/bench';
import { ownTable } from '../table/newRows';
import { originalBoxes, treatedBoxes } from './boxes';
import { measureDistribution } from './distribution';
import { gapPatterns } from './gapPatterns';
import { prepare, treatFor, weightFor } from './prepare';
import { prepareDistances } from './prepareDistances';
import { prepareWords } from './prepareWords';
import { accountOf, type PreparationInput } from './prepared';
import * as stages from './stages';
import { engineWorkOf } from '../host';
import { prepareWhole, wholeOf } from './prepareWhole';
import { wholeAskOf } from './wholeAskOf';
import { wholeFences } from './wholeFences';
import { treatmentOf } from './treatmentOf';
import type { Treated } from './treatment';

/** Entries of treated measures that are held at most. */
const MOST_HELD = 2e7;

const treatedOf = (bench: Bench, preparation: PreparationInput): Promise<Treated> =>
  bench.need(stages.treated, { preparation: treatmentOf(preparation) });

export const PREPARATION_WORKS: readonly Worked[] = [
  worked(stages.gaps, ({ measures }, { table }) => gapPatterns(ownTable(table), measures)),
  worked(stages.originalBoxes, (ask, { table, host }) =>
    originalBoxes(ownTable(table), ask.measures, ask, host),
  ),
  worked(stages.treated, ({ preparation }, { table, host }) => treatFor(table, preparation, host)),
  worked(stages.treatedBoxes, async ({ preparation }, bench) =>
    treatedBoxes(bench.table, await treatedOf(bench, preparation), preparation),
  ),
  worked(stages.distribution, async ({ preparation, measure }, bench) =>
    measureDistribution(bench.table, measure, await treatedOf(bench, preparation), preparation),
  ),
  worked(stages.wholeMoments, ({ asked }, { table, host }) => {
    const { source } = table;
    if (source.format !== 'engine') throw new Error('Only a sample has a whole.');
    return engineWorkOf(host, source.sample).moments(source.sample, asked, host.progress);
  }),
  worked(stages.wholeQuartiles, ({ asked }, { table, host }) => {
    const { source } = table;
    if (source.format !== 'engine') throw new Error('Only a sample has a whole.');
    return engineWorkOf(host, source.sample).quartiles(source.sample, asked);
  }),
  worked(stages.prepared, async ({ preparation }, bench) => {
    const { table, host } = bench;
    const { matrix } = table;
    if (preparation.words !== null) return prepareWords(table, preparation, preparation.words, host);
    if (matrix?.kind === 'distance') {
      return prepareDistances(table, matrix, preparation, weightFor(table, preparation));
    }
    if (wholeOf(table, preparation) !== null) {
      const fences = await wholeFences(bench, preparation);
      const asked = wholeAskOf(preparation, table.arranged, null, fences);
      const moments = await bench.need(stages.wholeMoments, { asked });
      // By the study's names, in the same order.
      const named = { ...moments, measures: preparation.measures };
      const own =
        fences === null
          ? await treatedOf(bench, preparation)
          : treatFor(table, preparation, host, {
              fences: new Map(preparation.measures.map((name, j) => [name, fences[j]!])),
            });
      const whole = prepareWhole(table, named, preparation, own);
      return fences === null ? whole : { ...whole, wholeFences: fences };
    }
    // What was treated of a very large table is not held beside what is prepared.
    const entries = table.rows * preparation.measures.length;
    const treats = matrix === null && preparation.measures.length > 1 && entries <= MOST_HELD;
    return prepare(table, preparation, host, treats ? await treatedOf(bench, preparation) : undefined);
  }),
  worked(stages.account, async (ask, bench) => accountOf(await bench.need(stages.prepared, ask))),
];
