import { placement } from '../methods/stages';
import { worked, type Worked } from '../stages/worked';
import { rowsOf } from '../preparation/prepared';
import { prepared } from '../preparation/stages';
import { levelCentres } from './levelCentres';
import { placedAccount } from './placedAccount';
import { scoreRelations } from './scoreRelations';
import * as stages from './stages';

export const USE_WORKS: readonly Worked[] = [
  worked(stages.scoreRelations, async (ask, bench) =>
    scoreRelations(bench.table, await bench.need(placement, ask)),
  ),
  worked(stages.levelCentres, async ({ preparation, label }, bench) => {
    const rows = rowsOf(await bench.need(prepared, { preparation }));
    return levelCentres(bench.table, rows.measures, rows, label, bench.host);
  }),
  worked(stages.placedAccount, async (ask, bench) =>
    placedAccount(rowsOf(await bench.need(prepared, ask)), bench.host),
  ),
];
