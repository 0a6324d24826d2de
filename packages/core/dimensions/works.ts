import { stretch, type Host } from '../host';
import { prepared } from '../preparation/stages';
import { worked, type Worked } from '../stages/worked';
import {
  aboveRandom,
  parallelAnalysis,
  randomPart,
  randomRounds,
  type RandomRounds,
  type RandomWork,
} from './parallelAnalysis';
import { eigenvaluesOf, randomWork, retention } from './retention';
import * as stages from './stages';

export const DIMENSIONS_WORKS: readonly Worked[] = [
  worked(stages.randomRounds, async ({ preparation, without, settings }, bench) => {
    const work = randomWork(await bench.need(prepared, { preparation }), without, settings);
    if (work === null) return null;
    const { simulations } = settings;
    if (work.table !== null) return simulated(work, simulations, bench.host);
    const { n, p, seed } = work;
    return bench.need(stages.normalRounds, { n, p, simulations, seed });
  }),
  worked(stages.normalRounds, ({ n, p, simulations, seed }, { host }) =>
    simulated({ n, p, table: null, seed }, simulations, host),
  ),
  worked(stages.parallelCount, async ({ preparation, without, settings }, { need, host }) => {
    const { percentile, ...simulation } = settings;
    const rows = await need(prepared, { preparation });
    const rounds = await need(
      stages.randomRounds,
      { preparation, without, settings: simulation },
      stretch(host, 0, 0.9),
    );
    if (rounds === null) return null;
    const random = parallelAnalysis(rounds, percentile).components.percentile;
    return aboveRandom(eigenvaluesOf(rows, without, stretch(host, 0.9, 1)), random);
  }),
  worked(stages.retention, async ({ preparation, without, settings }, bench) => {
    const { share: _s, percentile: _p, ...simulation } = settings;
    const { host, need } = bench;
    const rows = await need(prepared, { preparation });
    const rounds = await need(
      stages.randomRounds,
      { preparation, without, settings: simulation },
      stretch(host, 0, 0.9),
    );
    return retention(rows, without, settings, stretch(host, 0.9, 1), rounds ?? undefined);
  }),
];

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
