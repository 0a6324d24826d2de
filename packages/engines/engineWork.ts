import type { Engine } from '@wold/core/engines/engine';
import { wholeColumns } from '@wold/core/engines/wholeColumns';
import { wholeMoments } from '@wold/core/engines/wholeMoments';
import type { EngineWork } from '@wold/core/host';
import type { SampleOf } from '@wold/core/table/sampleOf';
import type { Limits } from './asked';
import { sourceNamed, type Source } from './source';

/** What is asked of the engines of some sources. */
export const engineWork = (sources: readonly Source[], limits?: Limits): EngineWork => ({
  moments: (of, asked, progress) =>
    withTable(sources, of, limits, engines => wholeMoments(engines, asked, { progress })),
  columns: (of, labels, progress) =>
    withTable(sources, of, limits, engines => wholeColumns(engines, labels, { progress })),
});

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
