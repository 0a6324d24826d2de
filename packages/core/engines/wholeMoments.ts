import type { Host } from '../host';
import { zeros, type Matrix } from '../algebra/matrix';
import { Problem } from '../problem';
import type { Condition } from '../table/condition';
import { literal, quotedText, type Engine, type EngineColumn } from './engine';

/** What is asked of a table that stays in its engine. */
export interface WholeAsk {
  readonly measures: readonly string[];
  readonly weight: string | null;
  /** Conditions that a row meets, all of them. */
  readonly only: readonly Condition[];
}

/** What components and factors need of a table, over the rows that have all measures. */
export interface WholeMoments {
  readonly measures: readonly string[];
  readonly n: number;
  /** Σ w, n where there are no weights. */
  readonly total: number;
  readonly means: Float64Array;
  readonly least: Float64Array;
  readonly most: Float64Array;
  /** The range of each measure, so that no square of a spread over- or underflows. */
  readonly units: Float64Array;
  /** Σ w (x − mean)(y − mean), measures × measures, in these units. */
  readonly products: Matrix;
}

/**
 * Moments of a table within the engine that holds it, in two passes: counts, means and ranges first, then, in tiles of pairs,
 * sums of entries less the means over the ranges, corrected by what is left of the means (Chan, Golub and LeVeque 1983); so means
 * far from 0 cost no digits. Several engines that do not know each other add up.
 *
 * @throws Problem where no row is whole, a measure is no number, an engine refuses, or the table changes meanwhile
 */
export async function wholeMoments(
  engines: readonly Engine[],
  ask: WholeAsk,
  host: Host,
): Promise<WholeMoments> {
  const { measures } = ask;
  const p = measures.length;
  const shards = engines.map(engine => ({ engine, source: sourceOf(engine, ask) }));
  const firsts: First[] = [];
  for (const { engine, source } of shards) firsts.push(await firstPass(engine, source, p));
  host.progress(0.2);
  const first = merged(firsts, p);
  if (first.n < 3) {
    throw new Problem(
      `${first.n} rows have all ${p} measures`,
      'Leave out the measures that are mostly missing.',
      engines[0]!.from,
    );
  }
  const scales = Float64Array.from(first.least, (low, j) => Math.max(first.most[j]! - low, Number.MIN_VALUE));
  const constant = measures.find((_, j) => first.most[j] === first.least[j]);
  if (constant !== undefined) {
    throw new Problem('every entry is the same', 'Set it aside.', `column “${constant}”`);
  }
  const mostPairs = engines.reduce((most, { dialect }) => Math.min(most, dialect.mostPairs), Infinity);
  const tiles = tilesOf(p, mostPairs);
  const sums = new Float64Array(p);
  const pairs = zeros(p, p);
  for (const [at, tile] of tiles.entries()) {
    for (const [index, { engine, source }] of shards.entries()) {
      const found = await tileSums(engine, source, first, scales, tile);
      if (found.n !== firsts[index]!.n) {
        throw new Problem(
          `the table changed while it was read (${firsts[index]!.n} rows, then ${found.n})`,
          'Run it again, or on a copy that stays as it is.',
          engine.from,
        );
      }
      if (tile.diagonal) tile.rows.forEach((i, k) => (sums[i]! += found.sums[k]!));
      tile.pairs.forEach(([i, j], k) => (pairs.values[j * p + i]! += found.pairs[k]!));
    }
    host.progress(0.2 + (0.8 * (at + 1)) / tiles.length);
  }
  return corrected(ask, first, scales, sums, pairs);
}

interface First {
  readonly n: number;
  readonly total: number;
  readonly means: Float64Array;
  readonly least: Float64Array;
  readonly most: Float64Array;
}

/** A square of pairs. */
interface Tile {
  /** Whether it lies on the diagonal, and so tells the sums of its own measures. */
  readonly diagonal: boolean;
  readonly rows: readonly number[];
  readonly pairs: readonly (readonly [number, number])[];
}

/** The whole rows, their measures as x0, x1, … and their weight as w. */
function sourceOf({ dialect, from, columns }: Engine, { measures, weight, only }: WholeAsk): string {
  const column = (name: string): EngineColumn => {
    const found = columns.find(one => one.name === name);
    if (found?.isNumber !== true) {
      throw new Problem(
        found === undefined ? 'the table has no such column' : 'it holds no numbers',
        'Check the recipe’s columns against the table.',
        `${from}, column “${name}”`,
      );
    }
    return found;
  };
  const entries = measures.map((name, j) => `${dialect.double(column(name))} as x${j}`);
  const weighted = weight === null ? '1' : dialect.double(column(weight));
  const conditions = only.map(condition => conditionOf(dialect, condition));
  const where = conditions.length === 0 ? '' : ` where ${conditions.join(' and ')}`;
  const inner = `select ${[...entries, `${weighted} as w`].join(', ')} from ${from}${where}`;
  // What is missing or has no end is not itself less itself.
  const whole = `${measures.map((_, j) => `(x${j}-x${j})`).join('+')}+(w-w)=0 and w>0`;
  return `select * from (${inner}) as entries where ${whole}`;
}

function conditionOf({ quoted, text }: Engine['dialect'], condition: Condition): string {
  const column = quoted(condition.column);
  return 'levels' in condition
    ? `${text(column)} in (${condition.levels.map(quotedText).join(', ')})`
    : `${column} between ${literal(condition.from)} and ${literal(condition.to)}`;
}

const numberOf = (value: unknown): number => (value === null || value === undefined ? NaN : Number(value));

async function firstPass({ ask }: Engine, source: string, p: number): Promise<First> {
  const each = Array.from({ length: p }, (_, j) => `sum(w*x${j})/sum(w), min(x${j}), max(x${j})`);
  const [row] = await ask(`select count(*), sum(w), ${each.join(', ')} from (${source}) as whole`);
  const [n, total, ...rest] = row!.map(numberOf);
  const part = (at: number) => Float64Array.from({ length: p }, (_, j) => rest[3 * j + at]!);
  return { n: n!, total: total!, means: part(0), least: part(1), most: part(2) };
}

/** First passes of several engines as one. */
function merged(parts: readonly First[], p: number): First {
  const there = parts.filter(({ n }) => n > 0);
  const total = there.reduce((sum, part) => sum + part.total, 0);
  const over = (
    of: (part: First, j: number) => number,
    fold: (a: number, b: number) => number,
    start: number,
  ) =>
    Float64Array.from({ length: p }, (_, j) => there.reduce((held, part) => fold(held, of(part, j)), start));
  return {
    n: there.reduce((sum, { n }) => sum + n, 0),
    total,
    means: over(
      (part, j) => (part.total / total) * part.means[j]!,
      (a, b) => a + b,
      0,
    ),
    least: over((part, j) => part.least[j]!, Math.min, Infinity),
    most: over((part, j) => part.most[j]!, Math.max, -Infinity),
  };
}

/** Squares of pairs with so many in each at most. */
function tilesOf(p: number, mostPairs: number): Tile[] {
  const side = Math.max(1, Math.floor(Math.sqrt(mostPairs)));
  const starts = Array.from({ length: Math.ceil(p / side) }, (_, k) => k * side);
  const range = (from: number) => Array.from({ length: Math.min(side, p - from) }, (_, k) => from + k);
  return starts.flatMap(a =>
    starts
      .filter(b => b >= a)
      .map(b => {
        const [rows, columns] = [range(a), range(b)];
        const pairs = rows.flatMap(i => columns.filter(j => j >= i).map(j => [i, j] as const));
        return { diagonal: a === b, rows, pairs };
      }),
  );
}

async function tileSums(
  { ask, dialect }: Engine,
  source: string,
  { means }: First,
  scales: Float64Array,
  { rows, pairs }: Tile,
): Promise<{ readonly n: number; readonly sums: readonly number[]; readonly pairs: readonly number[] }> {
  const used = [...new Set([...rows, ...pairs.map(([, j]) => j)])];
  const centred = used.map(j => `(x${j}-${literal(means[j]!)})/${literal(scales[j]!)} as c${j}`);
  const inner = `select w, ${centred.join(', ')} from (${source}) as whole${dialect.fence}`;
  const wanted = [...rows.map(i => `sum(w*c${i})`), ...pairs.map(([i, j]) => `sum(w*c${i}*c${j})`)];
  const [row] = await ask(`select count(*), ${wanted.join(', ')} from (${inner}) as centred`);
  const [n, ...values] = row!.map(numberOf);
  return { n: n!, sums: values.slice(0, rows.length), pairs: values.slice(rows.length) };
}

function corrected(
  { measures }: WholeAsk,
  { n, total, means, least, most }: First,
  scales: Float64Array,
  sums: Float64Array,
  pairs: Matrix,
): WholeMoments {
  const p = measures.length;
  const products = zeros(p, p);
  for (let i = 0; i < p; i++) {
    for (let j = i; j < p; j++) {
      const value = pairs.values[j * p + i]! - (sums[i]! * sums[j]!) / total;
      products.values[j * p + i] = value;
      products.values[i * p + j] = value;
    }
  }
  return {
    measures,
    n,
    total,
    // What was left of the means.
    means: means.map((mean, j) => mean + (scales[j]! * sums[j]!) / total),
    least,
    most,
    units: scales,
    products,
  };
}
