import { engineWorkOf } from '../host';
import { methodNamed } from '../methods/all';
import { wholeOf } from '../preparation/prepareWhole';
import { wholeAsk } from '../preparation/wholeFences';
import { headingIn } from '../preparation/wholeAskOf';
import type { PreparationInput } from '../preparation/prepared';
import type { DimensionsAnew } from '../methods/anew';
import { placement, type OfPlacement } from '../methods/stages';
import { workOf } from '../methods/works';
import { Problem } from '../problem';
import type { Bench } from '../stages/bench';
import type { Course } from '../stages/course';
import type { Steps } from '../stages/steps';
import { hasCases, type Table } from '../table/table';
import { worked, type Worked } from '../stages/worked';
import { measuresOrWordsOf } from '../preparation/prepared';
import { prepared } from '../preparation/stages';
import { findColumn } from '../table/table';
import { drawnTogether, drawsOf, type Draws } from './draws';
import { halvesSteps } from './halves';
import { leftOutSteps } from './leftOut';
import { pictureFigures } from './pictureFigures';
import { replicates, wholeReplicates } from './replicates';
import { resamplesSteps } from './resamples';
import { sizesSteps } from './sizes';
import * as stages from './stages';

/** A course over the dimensions that a method finds again, and the rows as they are drawn. */
function drawnAnew<
  Ask extends OfPlacement & { readonly resampling: { readonly groups: string | null } },
  Out,
  State,
>(
  steps: (anew: DimensionsAnew, draws: Draws, ask: Ask, table: Table) => Steps<Out, State>,
): Course<Ask, Out, State> {
  return {
    begin: async (ask, bench) => {
      const anew = await dimensionsAnew(ask, bench);
      const { groups } = ask.resampling;
      const together = groups === null ? null : drawnTogether(bench.table, groups, anew.rows);
      return steps(anew, drawsOf(anew, together), ask, bench.table);
    },
  };
}

/** @throws Problem where the method has no dimensions that could be found again, or the table no rows */
function dimensionsAnew({ reduced: { method, ask } }: OfPlacement, bench: Bench): Promise<DimensionsAnew> {
  const { anew } = workOf(method);
  if (anew === undefined) {
    throw new Problem('it has no dimensions that could be found again.', 'Use components, factors or axes.');
  }
  if (!hasCases(bench.table)) {
    throw new Problem(
      'a table of relations has no rows that could be drawn anew.',
      'Open the table that it was made from.',
    );
  }
  return anew(ask, bench);
}

export const TRUST_WORKS: readonly Worked[] = [
  worked(stages.replicates, async ({ reduced, by }, bench) => {
    const { table, need, host } = bench;
    const { stage, scoring, usedWhere } = methodNamed(reduced.method);
    const { preparation } = reduced.ask as { readonly preparation: PreparationInput };
    const whole = wholeOf(table, preparation);
    const made: unknown = whole === null ? null : await need(stage, reduced.ask);
    const linear = whole === null || scoring === undefined ? null : scoring(made);
    if (whole === null || linear === null) return replicates(table, await need(placement, { reduced }), by);
    const plain = await wholeAsk(bench, preparation);
    const used = (usedWhere?.(made) ?? []).map(one => ({ ...one, column: headingIn(table, one.column) }));
    const asked = { ...plain, only: [...plain.only, ...used] };
    const inEngine = new Map(preparation.measures.map((name, j) => [name, asked.measures[j]!]));
    const named = { ...linear, measures: linear.measures.map(name => inEngine.get(name)!) };
    const counts = preparation.weight !== null && preparation.weighting === 'counts';
    const keys = by.map(name => headingIn(table, name));
    return wholeReplicates(
      await engineWorkOf(host, whole).repeats(whole, { asked, scoring: named, by: keys, counts }),
    );
  }),
  worked(stages.pictureFigures, async ({ reduced, preparation, dimensions, k, label }, bench) => {
    const rows = measuresOrWordsOf(await bench.need(prepared, { preparation }));
    const placed = await bench.need(placement, { reduced });
    const column = label === null ? undefined : findColumn(bench.table, label);
    const levels = column?.kind === 'levels' ? column : null;
    return pictureFigures(rows, placed, dimensions, k, levels, bench.host);
  }),
  worked(
    stages.resamples,
    drawnAnew((anew, draws, { resampling }) => resamplesSteps(anew, draws, resampling)),
  ),
  worked(
    stages.halves,
    drawnAnew((anew, draws, { resampling, by }, table) => halvesSteps(table, anew, draws, by, resampling)),
  ),
  worked(
    stages.leftOut,
    drawnAnew((anew, draws, { resampling }) => leftOutSteps(anew, draws, resampling)),
  ),
  worked(
    stages.sizes,
    drawnAnew((anew, draws, { resampling }) => sizesSteps(anew, draws, resampling)),
  ),
];
