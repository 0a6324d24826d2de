import { placement } from '../methods/stages';
import { worked, type Worked } from '../stages/worked';
import { rowsOf } from '../preparation/prepared';
import { wholeOf } from '../preparation/prepareWhole';
import { prepared, wholeMoments } from '../preparation/stages';
import { wholeAsk } from '../preparation/wholeFences';
import { levelCentres, wholeLevelCentres } from './levelCentres';
import { placedAccount } from './placedAccount';
import { scoreRelations } from './scoreRelations';
import * as stages from './stages';

export const USE_WORKS: readonly Worked[] = [
  worked(stages.scoreRelations, async (ask, bench) =>
    scoreRelations(bench.table, await bench.need(placement, ask)),
  ),
  worked(stages.levelCentres, async ({ preparation, label }, bench) => {
    const { table, need } = bench;
    const rows = rowsOf(await need(prepared, { preparation }));
    if (wholeOf(table, preparation) !== null) {
      // Measures as they stand in the table, however they are treated.
      const treated = await wholeAsk({ need, table }, preparation, label);
      // Pulled in or not, a row is used.
      const fences = treated.beyond === 'leave out' ? treated.fences : treated.fences.map(() => null);
      const plain = { ...treated, fences, reversed: [], shares: 'none' } as const;
      const asked = { ...plain, transforms: plain.measures.map(() => 'none' as const) };
      const moments = { ...(await need(wholeMoments, { asked })), measures: preparation.measures };
      return wholeLevelCentres(moments, label, rows.counts);
    }
    return levelCentres(bench.table, rows.measures, rows, label, bench.host);
  }),
  worked(stages.placedAccount, async (ask, bench) =>
    placedAccount(rowsOf(await bench.need(prepared, ask)), bench.host),
  ),
];
