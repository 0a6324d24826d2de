import { numberOf, type Engine } from '@wold/core/engines/engine';
import { wholeColumns } from '@wold/core/engines/wholeColumns';
import { wholeMoments } from '@wold/core/engines/wholeMoments';
import { wholeQuartiles } from '@wold/core/engines/wholeQuartiles';
import { wholeRepeats } from '@wold/core/engines/wholeRepeats';
import type { EngineWork } from '@wold/core/host';
import { Problem } from '@wold/core/problem';
import type { SampleOf } from '@wold/core/table/sampleOf';
import type { Limits } from './asked';
import { sourceNamed, type Source } from './source';

/** What is asked of the engines of some sources. */
export const engineWork = (sources: readonly Source[], limits?: Limits): EngineWork => ({
  moments: (of, asked, progress) =>
    withTable(sources, of, limits, async engines => {
      await refuseLarge(engines, limits);
      return wholeMoments(engines, asked, { progress });
    }),
  quartiles: (of, asked) =>
    withTable(sources, of, limits, async engines => {
      await refuseLarge(engines, limits);
      return wholeQuartiles(engines, asked);
    }),
  repeats: (of, asked) =>
    withTable(sources, of, limits, async engines => {
      await refuseLarge(engines, limits);
      return wholeRepeats(engines, asked);
    }),
  columns: (of, labels, progress) =>
    withTable(sources, of, limits, async engines => {
      await refuseLarge(engines, limits);
      return wholeColumns(engines, labels, { progress });
    }),
});

/** @throws Problem where the table has more rows than may be read */
async function refuseLarge(engines: readonly Engine[], limits: Limits | undefined): Promise<void> {
  const most = limits?.rows;
  if (most === undefined) return;
  let rows = 0;
  for (const { ask, from } of engines) rows += numberOf((await ask(`select count(*) from ${from}`))[0]![0]);
  if (rows <= most) return;
  throw new Problem(
    `the table has ${rows} rows, and ${most} may be read here`,
    'Reduce the sample alone, or start Wold with a larger --most-rows.',
    engines[0]!.from,
  );
}

/** Opens a table, and closes it whatever comes. @throws Problem where there is no such source or table */
export async function withTable<T>(
  sources: readonly Source[],
  { source, table }: Pick<SampleOf, 'source' | 'table'>,
  limits: Limits | undefined,
  work: (engines: readonly Engine[]) => Promise<T>,
): Promise<T> {
  const engines = await sourceNamed(sources, source).open(table, limits);
  try {
    return await work(engines);
  } finally {
    for (const engine of engines) await engine.close();
  }
}
