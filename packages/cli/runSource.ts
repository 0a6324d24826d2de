import { stat } from 'node:fs/promises';
import { quietHost } from '@wold/core/host';
import { entry } from '@wold/core/algebra/matrix';
import type { Engine } from '@wold/core/engines/engine';
import { relationTable } from '@wold/core/engines/relationTable';
import { sampleStatement } from '@wold/core/engines/sampleStatement';
import { sampleTable } from '@wold/core/engines/sampleTable';
import { scoresStatement } from '@wold/core/engines/scoresStatement';
import { wholeMoments, type WholeMoments } from '@wold/core/engines/wholeMoments';
import { isOfRelations, wholeAskOf, wholeRecipe } from '@wold/core/engines/wholeRecipe';
import type { Components } from '@wold/core/methods/components/components';
import { namesOn } from '@wold/core/methods/names';
import { componentsPlacement } from '@wold/core/methods/components/placement';
import { Problem } from '@wold/core/problem';
import { isBy, type Recipe } from '@wold/core/recipe/schema';
import { cellText } from '@wold/core/writeup/cellText';
import { csv, type OutputFile } from '@wold/core/writeup/csv';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { count } from '@wold/core/writeup/format';
import { FILE_KINDS, runStudy } from './runStudy';

/** Where a table lies, and which rows come back. */
export interface SourceAsk {
  /** Of each shard, as NAME=address: a folder, or postgres://… */
  readonly sources: readonly string[];
  readonly table: string;
  readonly only: readonly string[] | undefined;
  /** Rows of the sample, 0 for none; and the column whose entries tell rows apart, null for the recipe’s identity. */
  readonly sample: number;
  readonly seed: number;
  readonly key: string | null;
}

/** What comes of it: files of the whole table and of a sample of its rows, and a line of each. */
export interface SourceRun {
  readonly whole: readonly OutputFile[];
  readonly sample: readonly OutputFile[];
  readonly lines: readonly string[];
}

/**
 * A recipe on a table that stays in its engine: what its sums tell, of all rows; and of a sample what needs the rows.
 *
 * @throws Problem where the engine refuses, or the recipe asks for what is not done there
 */
export async function runSource(recipe: Recipe, ask: SourceAsk): Promise<SourceRun> {
  const engines: Engine[] = [];
  try {
    for (const source of ask.sources) engines.push(await opened(source, ask.table));
    const whole = await runWhole(recipe, engines, ask);
    const sample = ask.sample === 0 ? null : await runSample(recipe, engines, ask);
    return {
      whole: whole.files,
      sample: sample?.files ?? [],
      lines: [...whole.lines, ...(sample?.lines ?? [])],
    };
  } finally {
    for (const engine of engines) await engine.close();
  }
}

async function opened(source: string, table: string): Promise<Engine> {
  const [, name, address] = /^([^=]+)=(.+)$/.exec(source) ?? [];
  if (name === undefined || address === undefined) {
    throw new Problem('a source is given as NAME=address', 'Name a folder, or postgres://….', '--source');
  }
  // Engines are loaded where they are asked for.
  if (/^postgres(ql)?:\/\//.test(address)) {
    return (await import('./engines/postgres')).openPostgres(address, table);
  }
  const found = await stat(address).catch(() => null);
  if (found?.isDirectory() === true) return (await import('./engines/duckdb')).openFile(address, table);
  throw new Problem('it is neither a folder nor a postgres:// address', 'Check the source.', name);
}

async function runWhole(recipe: Recipe, engines: readonly Engine[], { table, only }: SourceAsk) {
  const asked = wholeAskOf(recipe);
  const moments = await wholeMoments(engines, asked, quietHost);
  const counts = recipe.preparation.weighting === 'counts' && asked.weight !== null;
  const n = counts ? moments.total : moments.n;
  // Weights that are none of counts are rescaled to sum to the rows.
  const divisor = ((n - 1) * moments.total) / n;
  const of = recipe.preparation.scale === 'centre' ? 'covariance' : 'correlation';
  const relations = relationTable(moments, of, divisor, table);
  const fitted = wholeRecipe(recipe, relations, Math.round(n));
  if (fitted.reductions.length === 0) {
    throw new Problem(
      'none of its reductions is of correlations',
      'Add components or factors to the recipe.',
      'recipe',
    );
  }
  const { files, lines, reduced } = await runStudy(fitted, relations, only ?? FILE_KINDS);
  const statements = reduced.flatMap(({ reduction, result }) =>
    isBy(reduction, 'components')
      ? [scoresFile(engines[0]!, moments, divisor, of, reduction, result as Components)]
      : [],
  );
  const others = recipe.reductions.filter(reduction => !isOfRelations(reduction));
  return {
    files: [...files, { name: 'moments.csv', text: momentsCsv(moments, divisor) }, ...statements],
    lines: [
      `whole: ${count(moments.n, 'row')} with all ${moments.measures.length} measures`,
      ...lines.slice(1).map(line => `whole: ${line}`),
      ...others.map(({ name }) => `${name}: needs the rows, and is of the sample alone`),
    ],
  };
}

const sdOf = ({ products, units }: WholeMoments, divisor: number, j: number): number =>
  units[j]! * Math.sqrt(entry(products, j, j) / divisor);

const momentsCsv = (moments: WholeMoments, divisor: number): string =>
  csv([
    ['measure', 'rows', 'mean', 'sd', 'least', 'most'],
    ...moments.measures.map((name, j) => [
      name,
      String(moments.n),
      ...[moments.means[j], sdOf(moments, divisor, j), moments.least[j], moments.most[j]].map(cellText),
    ]),
  ]);

function scoresFile(
  engine: Engine,
  moments: WholeMoments,
  divisor: number,
  of: 'correlation' | 'covariance',
  reduction: Recipe['reductions'][number],
  made: Components,
): OutputFile {
  const places = made.measures.map(name => moments.measures.indexOf(name));
  const { names } = namesOn(reduction.names, componentsPlacement(made).structure);
  const statement = scoresStatement(
    engine,
    {
      measures: made.measures,
      means: Float64Array.from(places, j => moments.means[j]!),
      units: Float64Array.from(places, j => (of === 'correlation' ? sdOf(moments, divisor, j) : 1)),
      coefficients: made.coefficients,
      names: Array.from({ length: made.kept }, (_, d) => dimensionName(names, d + 1)),
    },
    null,
  );
  return { name: `${fileStem(reduction.name)}-scores.sql`, text: `${statement};\n` };
}

async function runSample(
  recipe: Recipe,
  engines: readonly Engine[],
  { table, only, sample, seed, key }: SourceAsk,
) {
  const drawnBy = key ?? recipe.columns.find(({ role }) => role === 'identity')?.name ?? null;
  if (drawnBy === null) {
    return { files: [], lines: ['no sample: no column tells rows apart; name one with --key'] };
  }
  const [engine] = engines as [Engine];
  if (engine.columns.every(({ name }) => name !== drawnBy)) {
    throw new Problem('the table has no such column', 'Name another with --key.', `column “${drawnBy}”`);
  }
  const rows = (
    await Promise.all(
      engines.map(one => one.ask(sampleStatement(one, drawnBy, Math.ceil(sample / engines.length), seed))),
    )
  ).flat();
  const { files, lines } = await runStudy(recipe, sampleTable(engine.columns, rows, table), only);
  return {
    files,
    lines: [`sample: ${count(rows.length, 'row')} by seed ${seed}`, ...lines.map(line => `sample: ${line}`)],
  };
}
