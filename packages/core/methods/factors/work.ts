import type { Matrix } from '../../algebra/matrix';
import { aboveAverage } from '../../dimensions/aboveAverage';
import { eigenvaluesOf } from '../../dimensions/retention';
import { parallelFactors } from '../../dimensions/stages';
import { stretch } from '../../host';
import { measuresOf, rowsOf, type Prepared } from '../../preparation/prepared';
import { prepared } from '../../preparation/stages';
import type { RotationSettings } from '../../rotation/rotateLoadings';
import type { Bench } from '../../stages/bench';
import { worked, type Worked } from '../../stages/worked';
import { correlationMatrix, toldBy } from '../../suitability/correlationMatrix';
import { outcomeOnScores } from '../outcome';
import type { MethodWork } from '../work';
import { block } from '../../algebra/block';
import { factorsFoundAnew } from './anew';
import { compare } from './comparison';
import { factorCosts } from './costs';
import { mostFactors, refuseMany } from './extract';
import { factors, type Factors, type FactorsAsked } from './factors';
import { factorsFigures } from './figures';
import { factorsMethod } from './method';
import { factorsAnew, factorsScored } from './outcome';
import { smoothed } from './smoothed';
import { factorsReport } from './told';
import * as stages from './stages';
import type { FactorsAsk } from './stages';
import { FACTORS_FILES } from './tables';
import { targetOf } from './target';
import { signsTowards } from './turned';

const works: readonly Worked[] = [
  worked(stages.measureCorrelations, async ({ preparation, correlations }, { need, host }) =>
    correlationMatrix(
      toldBy(measuresOf(await need(prepared, { preparation })), correlations),
      correlations,
      host,
    ),
  ),
  worked(stages.factors, async (ask, bench) => {
    const { need, host } = bench;
    const { preparation, without, correlations } = ask;
    const rows = toldBy(measuresOf(await need(prepared, { preparation })), correlations);
    refuseMany(keptPlaces(rows.measures, without).length);
    const all = await need(stages.measureCorrelations, { preparation, correlations }, stretch(host, 0, 0.4));
    return factors(rows, without, await askedOf(ask, rows, bench), stretch(host, 0.4, 1), all);
  }),
  worked(stages.factorCosts, async (ask, { need, host }) => {
    const { preparation, without, correlations, most, extraction, rotation } = ask;
    const { measures } = measuresOf(await need(prepared, { preparation }));
    refuseMany(keptPlaces(measures, without).length);
    const all = await need(stages.measureCorrelations, { preparation, correlations }, stretch(host, 0, 0.2));
    const kept = keptPlaces(measures, without);
    return factorCosts(
      smoothed(block(all, kept)).correlations,
      most,
      extraction,
      { ...rotation, target: null, ...FEW_STARTS },
      stretch(host, 0.2, 1),
    );
  }),
  worked(stages.factorComparison, async ({ of, beside }, { need, host }) =>
    compare(
      await need(stages.factors, of, stretch(host, 0, 0.5)),
      await need(stages.factors, beside, stretch(host, 0.5, 1)),
      { of: of.rotation.method, beside: beside.rotation.method },
    ),
  ),
  worked(stages.outcomeOnFactors, async ({ outcome, seed, ...ask }, bench) => {
    const { table, host, need } = bench;
    const rows = rowsOf(await need(prepared, { preparation: ask.preparation }));
    const made = await need(stages.factors, ask);
    const asked = await askedOf(ask, rows, bench);
    const anew = factorsAnew(asked);
    return outcomeOnScores(table, ask.preparation, rows, factorsScored(made), anew, outcome, seed, host);
  }),
];

const keptPlaces = (measures: readonly string[], without: readonly string[]): number[] =>
  [...measures.keys()].filter(j => !without.includes(measures[j]!));

/** What factors are asked, their number settled. */
async function askedOf(ask: FactorsAsk, rows: Prepared, bench: Bench): Promise<FactorsAsked> {
  const { without, correlations, extraction, scoring, turned } = ask;
  const measures = keptPlaces(rows.measures, without).map(j => rows.measures[j]!);
  const { kept, note } = await keptFactors(ask, rows, measures.length, bench);
  const profiles = turned.map(({ profile }) => profile);
  return {
    kind: correlations,
    factors: kept,
    note,
    extraction,
    rotation: rotationFor(ask, measures, kept),
    scoring,
    signs: (structure: Matrix) => signsTowards(profiles, measures, structure),
  };
}

function rotationFor({ rotation }: FactorsAsk, measures: readonly string[], kept: number): RotationSettings {
  const { target, ...rest } = rotation;
  return {
    ...rest,
    target: rotation.method === 'target' && kept > 1 ? targetOf(target, measures, kept) : null,
  };
}

/** How many are kept, and what was cut back to arrive there. */
async function keptFactors(
  { preparation, without, keep }: FactorsAsk,
  rows: Prepared,
  measures: number,
  { need }: Bench,
): Promise<{ readonly kept: number; readonly note: string | null }> {
  if (typeof keep === 'number') return { kept: keep, note: null };
  const most = Math.max(1, mostFactors(measures));
  const count = await need(parallelFactors, { preparation, without, settings: keep.parallel });
  if (count === null) {
    const eigenvalues = eigenvaluesOf(rows, without);
    const kept = Math.min(most, Math.max(1, aboveAverage(eigenvalues, measures / eigenvalues.length)));
    return { kept, note: NO_RANDOM };
  }
  if (count === 0) return { kept: 1, note: NONE_ABOVE };
  if (count <= most) return { kept: count, note: null };
  return {
    kept: most,
    note: `${count} stand above random data; ${measures} measures can tell ${most} apart.`,
  };
}

const NO_RANDOM =
  'Parallel analysis of common factors needs the number of rows and correlations that have an inverse: as many are kept as have an eigenvalue above average.';
const NONE_ABOVE = 'No factor stands above random data; one is kept.';

/** For the outlook on other numbers; the solution in hand has as many starts as it takes. */
const FEW_STARTS = { starts: 2, most: 4 };

/** What common factors do. */
export const FACTORS: MethodWork = {
  method: factorsMethod,
  works,
  files: FACTORS_FILES,
  figures: factorsFigures,
  anew: async (ask: FactorsAsk, bench) => {
    const rows = rowsOf(await bench.need(prepared, { preparation: ask.preparation }));
    const made = await bench.need(stages.factors, ask);
    return factorsFoundAnew(rows, made, await askedOf(ask, rows, bench));
  },
  report: factorsReport,
  line: ({ measures, rotated, jointShare }: Factors) =>
    `${rotated.pattern.columns} factors of ${measures.length} measures, ${(100 * jointShare).toFixed(1)} % of the variance held together`,
};
