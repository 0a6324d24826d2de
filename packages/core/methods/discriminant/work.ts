import { rowsOf } from '../../preparation/prepared';
import { prepared } from '../../preparation/stages';
import type { Bench } from '../../stages/bench';
import { worked, type Worked } from '../../stages/worked';
import type { MethodWork } from '../work';
import { axesFoundAnew } from './anew';
import type { Discriminant } from './discriminant';
import { discriminate, labelled } from './discriminate';
import { discriminantFigures } from './figures';
import { groupsBy } from './groups';
import { discriminantMethod } from './method';
import { discriminantReport } from './report';
import * as stages from './stages';
import type { DiscriminantAsk } from './stages';
import { DISCRIMINANT_FILES } from './tables';
import { tell } from './tell';

/** The prepared rows with their groups. @throws Problem where there are none, or no label is chosen */
async function groupedRows(
  { preparation, without, label, unknown }: DiscriminantAsk,
  { need, table, host }: Bench,
) {
  const rows = rowsOf(await need(prepared, { preparation }));
  const groups = groupsBy(table, label, unknown, rows.rows);
  return { groups, of: labelled(rows, without, groups, host), label: label! };
}

const works: readonly Worked[] = [
  worked(stages.discriminant, async (ask, bench) => {
    const { groups, of, label } = await groupedRows(ask, bench);
    return discriminate(of, groups, { ...ask, label }, bench.host);
  }),
  worked(stages.told, async ({ priors, folds, seed, ...ask }, bench) => {
    const { preparation, keep, shrinkage } = ask;
    const { groups, of } = await groupedRows(ask, bench);
    const made = await bench.need(stages.discriminant, ask);
    const telling = { priors, folds, seed, preparation, keep, shrinkage };
    return tell(bench.table, of, groups, made, telling, bench.host);
  }),
];

/** What discriminant axes do. */
export const DISCRIMINANT: MethodWork = {
  method: discriminantMethod,
  works,
  files: DISCRIMINANT_FILES,
  figures: discriminantFigures,
  anew: async (ask: DiscriminantAsk, bench) => {
    const { groups, of, label } = await groupedRows(ask, bench);
    return axesFoundAnew(of, groups, await bench.need(stages.discriminant, ask), { ...ask, label });
  },
  report: discriminantReport,
  line: ({ kept, eigenvalues, label }: Discriminant) =>
    `${kept} of ${eigenvalues.length} axes that part ${label}`,
};
