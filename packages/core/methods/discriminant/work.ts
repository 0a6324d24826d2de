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
import { PERMUTATIONS, permutedSteps } from './permuted';
import { FEW_FREEDOM } from './settings';
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
    if (ask.shrinkage === 'always') throw toldByRows();
    const axes = discriminate(whole, groups, { ...asked, shrinkage: 'of rows alone' }, bench.host);
    const freedom = axes.sizes.reduce((sum, size) => sum + size, 0) - axes.levels.length;
    if (ask.shrinkage === 'where-few' && freedom < FEW_FREEDOM * axes.measures.length) throw toldByRows();
    return withRowsOf(axes, of);
  }),
  worked(stages.permuted, {
    begin: async ({ seed, ...ask }, bench) => {
      const { groups, of } = await groupedRows(ask, bench);
      const { shrunk } = await bench.need(stages.discriminant, ask);
      if (groups.levels.length < 2) throw noLabel();
      return permutedSteps(of.rows, of.prepared.counts, shrunk, PERMUTATIONS, seed);
    },
  }),
  worked(stages.told, async ({ priors, folds, seed, ...ask }, bench) => {
    const { preparation, keep } = ask;
    const { groups, of } = await groupedRows(ask, bench);
    const made = await bench.need(stages.discriminant, ask);
    // What holds of all rows holds of those that are left when some are held out.
    const shrinkage = made.shrunk > 0 ? 'always' : ask.shrinkage === 'never' ? 'never' : 'where-singular';
    const telling = { priors, folds, seed, preparation, keep, shrinkage } as const;
    return tell(bench.table, of, groups, made, telling, bench.host);
  }),
];

/** @returns why a covariance of a whole table in its engine is not shrunk */
const toldByRows = (): Problem =>
  new Problem(
    'how far a covariance is to be shrunk is told by rows alone',
    'Let it be shrunk where it is singular only, or reduce the sample alone.',
  );

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
