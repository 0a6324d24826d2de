import { rowsOf } from '../../preparation/prepared';
import { prepared, wholeMoments } from '../../preparation/stages';
import { wholeAsk } from '../../preparation/wholeFences';
import { Problem } from '../../problem';
import type { Bench } from '../../stages/bench';
import { worked, type Worked } from '../../stages/worked';
import type { MethodWork } from '../work';
import { axesFoundAnew } from './anew';
import type { Discriminant } from './discriminant';
import { discriminate, labelled, withRowsOf } from './discriminate';
import { discriminantFigures } from './figures';
import { groupsBy, noLabel } from './groups';
import { discriminantMethod } from './method';
import { discriminantReport } from './report';
import * as stages from './stages';
import type { DiscriminantAsk } from './stages';
import { DISCRIMINANT_FILES } from './tables';
import { tell } from './tell';
import { standInRows, wholeGroups } from './wholeAxes';

/** The prepared rows with their groups, a sample's where the whole is in its engine. @throws Problem where there are none, or no label is chosen */
async function groupedRows(
  { preparation, without, label, unknown }: DiscriminantAsk,
  { need, table, host }: Bench,
) {
  const any = await need(prepared, { preparation });
  const rows = rowsOf(any);
  if (any.kind !== 'moments' || any.sample === null) {
    const groups = groupsBy(table, label, unknown, rows.rows);
    return { groups, of: labelled(rows, without, groups, host), label: label!, whole: null };
  }
  if (label === null) throw noLabel();
  const asked = await wholeAsk({ need, table }, preparation, label);
  const moments = { ...(await need(wholeMoments, { asked })), measures: preparation.measures };
  const groups = wholeGroups(table, label, unknown, moments.groups!);
  const whole = standInRows({ ...any, sample: any.sample }, moments, without, groups);
  return { groups, of: labelled(rows, without, groups, host), label, whole };
}

const works: readonly Worked[] = [
  worked(stages.discriminant, async (ask, bench) => {
    const { groups, of, label, whole } = await groupedRows(ask, bench);
    const asked = { ...ask, label };
    if (whole === null) return discriminate(of, groups, asked, bench.host);
    if (ask.shrinkage === 'always') {
      throw new Problem(
        'how far a covariance is to be shrunk is told by rows alone',
        'Let it be shrunk where it is singular only, or reduce the sample alone.',
      );
    }
    const axes = discriminate(whole, groups, { ...asked, shrinkage: 'of rows alone' }, bench.host);
    return withRowsOf(axes, of);
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
