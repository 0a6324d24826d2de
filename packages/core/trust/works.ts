import { placement } from '../methods/stages';
import { worked, type Worked } from '../stages/worked';
import { measuresOrWordsOf } from '../preparation/prepared';
import { prepared } from '../preparation/stages';
import { findColumn } from '../table/table';
import { pictureFigures } from './pictureFigures';
import { replicates } from './replicates';
import * as stages from './stages';

export const TRUST_WORKS: readonly Worked[] = [
  worked(stages.replicates, async ({ reduced, by }, bench) =>
    replicates(bench.table, await bench.need(placement, { reduced }), by),
  ),
  worked(stages.pictureFigures, async ({ reduced, preparation, dimensions, k, label }, bench) => {
    const rows = measuresOrWordsOf(await bench.need(prepared, { preparation }));
    const placed = await bench.need(placement, { reduced });
    const column = label === null ? undefined : findColumn(bench.table, label);
    const levels = column?.kind === 'levels' ? column : null;
    return pictureFigures(rows, placed, dimensions, k, levels, bench.host);
  }),
];
