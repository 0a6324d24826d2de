import { stretch } from '../host';
import { measuresOf, ofRows } from '../preparation/prepared';
import { prepared } from '../preparation/stages';
import { worked, type Worked } from '../stages/worked';
import { toldBy } from './correlationMatrix';
import { relations } from './relations';
import * as stages from './stages';
import { normality, suitability } from './suitability';

export const SUITABILITY_WORKS: readonly Worked[] = [
  worked(stages.relations, async ({ preparation, measure }, bench) =>
    relations(measuresOf(await bench.need(prepared, { preparation })), measure),
  ),
  worked(stages.normality, async (ask, bench) =>
    normality(ofRows(measuresOf(await bench.need(prepared, ask))), bench.host),
  ),
  worked(stages.suitability, async ({ preparation, kind }, { host, need }) => {
    const rows = toldBy(measuresOf(await need(prepared, { preparation })), kind);
    const normal = await need(stages.normality, { preparation }, stretch(host, 0, 0.2));
    return suitability(rows, kind, stretch(host, 0.2, 1), normal);
  }),
];
