import { zeros, type Matrix } from '../algebra/matrix';
import type { WholeMoments } from './moments';
import type { Telling } from './telling';
import { Problem } from '../problem';
import { numberColumn, numberOf, type Engine } from './engine';
import { readProducts } from './readProducts';
import { NO_LEVEL, type First, type Sums } from './sums';
import { tilesOf, tileSums } from './tiles';
import {
  entryName,
  leastStatement,
  refuseOutside,
  WEIGHT,
  wholeRows,
  type WholeAsk,
  type WholeRows,
} from './wholeAsk';

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
  { progress }: Telling,
): Promise<WholeMoments> {
  const { measures } = ask;
  const p = measures.length;
  const shards = engines.map(engine => ({ engine, rows: wholeRows(engine, ask) }));
  await refuseUndefined(engines, ask);
  let all = 0;
  for (const { ask: count, from } of engines)
    all += numberOf((await count(`select count(*) from ${from}`))[0]![0]);
  const firsts: First[] = [];
  for (const [at, { engine, rows }] of shards.entries()) {
    firsts.push(await firstPass(engine, rows, p, done => progress((0.2 * (at + done)) / shards.length)));
  }
  progress(0.2);
  const first = merged(firsts, p);
  if (first.n < 3) {
    throw new Problem(
      `${first.n} rows have all ${p} measures`,
      await worstMeasures(engines, measures),
      engines[0]!.from,
    );
  }
  const scales = Float64Array.from(first.least, (low, j) => {
    const range = first.most[j]! - low;
    return range === 0 ? 1 : Math.max(range, Number.MIN_VALUE);
  });
  const groups = new Map<string, Sums>();
  const mostPairs = engines.reduce((most, { dialect }) => Math.min(most, dialect.mostPairs), Infinity);
  const tiles = tilesOf(p, mostPairs);
  const reads = ask.by === null && engines.every(({ read }) => read !== undefined);
  for (const [index, { engine, rows }] of shards.entries()) {
    const tell = (done: number) => progress(0.2 + (0.8 * (index + done)) / shards.length);
    const refuse = (n: number): void => refuseChanged(engine, firsts[index]!.n, n);
    if (reads) {
      refuse(await readProducts(engine, rows, first, scales, groups, done => tell(done / firsts[index]!.n)));
      continue;
    }
    for (const [at, tile] of tiles.entries()) {
      const of = (done: number) => tell((at + done) / tiles.length);
      refuse(await tileSums(engine, rows, ask, first, scales, tile, groups, of));
    }
  }
  return { ...corrected(ask, first, scales, [...groups]), rows: all };
}

/** @throws Problem where an entry lies outside of what its function is defined for */
async function refuseUndefined(engines: readonly Engine[], ask: WholeAsk): Promise<void> {
  if (ask.shares === 'none' && ask.transforms.every(transform => transform === 'none')) return;
  for (const engine of engines) {
    const [row] = await engine.ask(leastStatement(engine, ask));
    refuseOutside(ask, row!.map(numberOf));
  }
}

/** Which measures lack the most, to be set aside. */
async function worstMeasures(engines: readonly Engine[], measures: readonly string[]): Promise<string> {
  const missing = measures.map(() => 0);
  for (const engine of engines) {
    const { dialect, from } = engine;
    const most = dialect.mostColumns;
    for (let start = 0; start < measures.length; start += most) {
      const wanted = measures.slice(start, start + most).map(name => {
        const x = dialect.double(numberColumn(engine, name));
        return `sum(case when ${x}-${x}=0 then 0 else 1 end)`;
      });
      const [row] = await engine.ask(`select ${wanted.join(', ')} from ${from}`);
      row!.map(numberOf).forEach((count, k) => (missing[start + k]! += count || 0));
    }
  }
  const worst = [...missing.keys()]
    .filter(j => missing[j]! > 0)
    .sort((a, b) => missing[b]! - missing[a]!)
    .slice(0, 3)
    .map(j => `“${measures[j]}” (${missing[j]} missing)`);
  return worst.length === 0
    ? 'Loosen the conditions on rows.'
    : `Set aside the measures that lack the most: ${worst.join(', ')}.`;
}

async function firstPass(
  { ask, dialect }: Engine,
  rows: WholeRows,
  p: number,
  progress: (done: number) => void,
): Promise<First> {
  const parts: number[][] = [];
  let [n, total] = [0, 0];
  for (let start = 0; start < p; start += dialect.mostColumns) {
    const places = Array.from({ length: Math.min(dialect.mostColumns, p - start) }, (_, k) => start + k);
    const each = places.map(entryName).map(x => `sum(${WEIGHT}*${x})/sum(${WEIGHT}), min(${x}), max(${x})`);
    const wanted = ['count(*)', `sum(${WEIGHT})`, ...each];
    const of = (done: number) => progress((start + done * places.length) / p);
    const [row] = await ask(dialect.aggregates({ ...rows, centred: null, wanted, by: null }), of);
    const [found, sum, ...rest] = row!.map(numberOf);
    if (start > 0) refuseChanged({ from: rows.from }, n, found!);
    [n, total] = [found!, sum!];
    places.forEach((_, k) => parts.push(rest.slice(3 * k, 3 * k + 3)));
  }
  const part = (at: number) => Float64Array.from(parts, figures => figures[at]!);
  return { n, total, means: part(0), least: part(1), most: part(2) };
}

/** @throws Problem where another number of rows was found than before */
function refuseChanged({ from }: Pick<Engine, 'from'>, before: number, now: number): void {
  if (before === now) return;
  throw new Problem(
    `the table changed while it was read (${before} rows, then ${now})`,
    'Run it again, or on a copy that stays as it is.',
    from,
  );
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

function corrected(
  { measures, by }: WholeAsk,
  { n, total, means, least, most }: First,
  scales: Float64Array,
  groups: readonly (readonly [string, Sums])[],
): Omit<WholeMoments, 'rows'> {
  const p = measures.length;
  const sums = new Float64Array(p);
  const pairs = zeros(p, p);
  for (const [, group] of groups) {
    group.sums.forEach((value, j) => (sums[j]! += value));
    group.pairs.values.forEach((value, k) => (pairs.values[k]! += value));
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
    products: about(pairs, sums, total),
    groups:
      by === null
        ? null
        : groups
            .map(([level, group]) => ({
              level: level === NO_LEVEL ? null : level,
              n: group.n,
              total: group.total,
              means: means.map((mean, j) => mean + (scales[j]! * group.sums[j]!) / group.total),
              products: about(group.pairs, group.sums, group.total),
            }))
            .sort((a, b) => (a.level === null ? 1 : b.level === null ? -1 : a.level < b.level ? -1 : 1)),
  };
}

/** Products about the means, both triangles, from those about other numbers. */
function about(pairs: Matrix, sums: Float64Array, total: number): Matrix {
  const p = sums.length;
  const products = zeros(p, p);
  for (let i = 0; i < p; i++) {
    for (let j = i; j < p; j++) {
      const value = pairs.values[j * p + i]! - (sums[i]! * sums[j]!) / total;
      products.values[j * p + i] = value;
      products.values[i * p + j] = value;
    }
  }
  return products;
}
