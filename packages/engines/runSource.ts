import type { Host } from '@wold/core/host';
import { scoresStatement } from '@wold/core/engines/scoresStatement';
import { engineScores } from '@wold/core/recipe/engineScores';
import type { Recipe } from '@wold/core/recipe/schema';
import { Problem } from '@wold/core/problem';
import { bytesSource } from '@wold/core/table/fileSource';
import { readTable } from '@wold/core/table/readTable';
import type { OutputFile } from '@wold/core/writeup/csv';
import { fileStems } from '@wold/core/writeup/fileStem';
import { count } from '@wold/core/writeup/format';
import type { Limits } from './asked';
import { engineWork, withTable } from './engineWork';
import { sourceNamed, sourcesOf, type Source } from './source';
import { takeSample } from './takeSample';
import { runStudy, type Reduced, type StudyRun } from '@wold/core/recipe/runStudy';

/** Where a table lies, and which rows come back. */
export interface SourceAsk {
  /** As NAME=address each; equal names are parts of one source. */
  readonly sources: readonly string[];
  readonly table: string;
  readonly only: readonly string[] | undefined;
  /** Rows of the sample; and the column whose entries tell rows apart, null for the recipe’s identity. */
  readonly sample: number;
  readonly seed: number;
  readonly key: string | null;
  readonly limits: Limits;
}

/**
 * A recipe on a table that stays in its engine: what its sums tell of all rows; what needs rows, of a sample of them.
 *
 * @throws Problem where the engine refuses, or the recipe asks for what is not done there
 */
export async function runSource(recipe: Recipe, ask: SourceAsk, host: Host): Promise<StudyRun> {
  const sources = await sourcesOf(ask.sources);
  const [first] = sources as [Source];
  const source = sourceNamed(sources, first.name);
  const identity = recipe.columns.find(({ role }) => role === 'identity');
  const key = ask.key ?? identity?.heading ?? identity?.name ?? null;
  const { table, seed, limits } = ask;
  const { file, of } = await takeSample(source, { table, rows: ask.sample, seed, key }, limits);
  const rows = await readTable(bytesSource(file), table, host);
  const run = await runStudy(recipe, rows, ask.only, { ...host, engines: engineWork(sources, limits) });
  const scores = await scoresFiles(sources, of, run.reduced);
  return {
    ...run,
    files: [...run.files, ...scores.files],
    lines: [
      `${table}: ${count(of.of, 'row')}; a sample of ${count(of.rows, 'row')} by seed ${seed}`,
      ...run.lines,
      ...scores.lines,
    ],
  };
}

/** A SELECT of each reduction's scores, or why there is none. */
async function scoresFiles(
  sources: readonly Source[],
  of: Parameters<typeof withTable>[1] & { readonly key: string | null },
  reduced: readonly Reduced[],
): Promise<Pick<StudyRun, 'files' | 'lines'>> {
  const files: OutputFile[] = [];
  const lines: string[] = [];
  const stems = fileStems(reduced.map(({ reduction }) => reduction.name));
  await withTable(sources, of, undefined, ([engine]) => {
    for (const [at, { recipe, reduction, result, arranged, account }] of reduced.entries()) {
      try {
        const { scoring, asked } = engineScores(recipe, reduction, result, { arranged }, account);
        const statement = scoresStatement(engine!, scoring, of.key, asked);
        files.push({ name: `${stems[at]!}-scores.sql`, text: `${statement};\n` });
      } catch (thrown) {
        if (!(thrown instanceof Problem)) throw thrown;
        lines.push(thrown.message);
      }
    }
    return Promise.resolve();
  });
  return { files, lines };
}
