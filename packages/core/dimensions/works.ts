import { stretch, type Host } from '../host';
import { measuresOf } from '../preparation/prepared';
import { prepared } from '../preparation/stages';
import type { Bench } from '../stages/bench';
import type { AskOf } from '../stages/stage';
import { worked, type Worked } from '../stages/worked';
import {
  aboveRandom,
  parallelAnalysis,
  randomPart,
  randomRounds,
  type ParallelAnalysis,
  type RandomRounds,
  type RandomWork,
} from './parallelAnalysis';
import { eigenvaluesOf, factorsAboveRandom, randomWork, retention } from './retention';
import * as stages from './stages';

export const DIMENSIONS_WORKS: readonly Worked[] = [
  worked(stages.randomRounds, async ({ preparation, without, settings }, bench) => {
    const work = randomWork(measuresOf(await bench.need(prepared, { preparation })), without, settings);
    if (work === null) return null;
    const { simulations } = settings;
    if (work.table !== null) return simulated(work, simulations, bench.host);
    const { n, p, seed } = work;
    return bench.need(stages.normalRounds, { n, p, simulations, seed });
  }),
  worked(stages.normalRounds, ({ n, p, simulations, seed }, { host }) =>
    simulated({ n, p, table: null, seed }, simulations, host),
  ),
  worked(stages.parallelCount, async (ask, bench) => {
    const random = await randomOf(ask, bench);
    if (random === null) return null;
    const rows = measuresOf(await bench.need(prepared, { preparation: ask.preparation }));
    const eigenvalues = eigenvaluesOf(rows, ask.without, stretch(bench.host, 0.9, 1));
    return aboveRandom(eigenvalues, random.components.percentile);
  }),
  worked(stages.parallelFactors, async (ask, bench) => {
    const random = (await randomOf(ask, bench))?.factors ?? null;
    if (random === null) return null;
    const rows = measuresOf(await bench.need(prepared, { preparation: ask.preparation }));
    return factorsAboveRandom(rows, ask.without, random.percentile, stretch(bench.host, 0.9, 1));
  }),
  worked(stages.retention, async ({ preparation, without, settings }, bench) => {
    const { share: _s, percentile: _p, ...simulation } = settings;
    const { host, need } = bench;
    const rows = measuresOf(await need(prepared, { preparation }));
    const rounds = await need(
      stages.randomRounds,
      { preparation, without, settings: simulation },
      stretch(host, 0, 0.9),
    );
    return retention(rows, without, settings, stretch(host, 0.9, 1), rounds ?? undefined);
  }),
];

/** Eigenvalues of random data at the percentile asked for; null where none can be made. */
async function randomOf(
  { preparation, without, settings }: AskOf<typeof stages.parallelCount>,
  { need, host }: Bench,
): Promise<ParallelAnalysis | null> {
  const { percentile, ...simulation } = settings;
  const ask = { preparation, without, settings: simulation };
  const rounds = await need(stages.randomRounds, ask, stretch(host, 0, 0.9));
  return rounds === null ? null : parallelAnalysis(rounds, percentile);
}

/** Half of the simulations are another thread's errand, where the host has one. */
async function simulated(work: RandomWork, simulations: number, host: Host): Promise<RandomRounds> {
  if (host.elsewhere === undefined) return randomRounds(work, 0, simulations, host);
  const half = Math.ceil(simulations / 2);
  const others = host
    .elsewhere(randomPart, { work, from: half, to: simulations })
    .catch(() => randomRounds(work, half, simulations));
  const own = randomRounds(work, 0, half, host);
  const { whole, common } = await others;
  return { whole: [...own.whole, ...whole], common: [...own.common, ...common] };
}
