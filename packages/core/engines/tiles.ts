import { literal, type Layer } from './dialect';
import { numberOf, type Engine } from './engine';
import { NO_LEVEL, sumsOf, type First, type Sums } from './sums';
import { entryName, GROUP, WEIGHT, type WholeAsk, type WholeRows } from './wholeAsk';

/** A square of pairs. */
export interface Tile {
  /** Whether it lies on the diagonal, and so tells the sums of its own measures. */
  readonly diagonal: boolean;
  readonly rows: readonly number[];
  readonly pairs: readonly (readonly [number, number])[];
}

/** Squares of pairs with so many in each at most. */
export function tilesOf(p: number, mostPairs: number): Tile[] {
  const whole = (p * (p + 1)) / 2 <= mostPairs;
  const side = whole ? p : Math.max(1, Math.floor(Math.sqrt(mostPairs)));
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

const centredName = (j: number): string => `wold_c${j}`;
/** An entry times the root of its weight. */
const rootedName = (j: number): string => `wold_u${j}`;

/** Adds the sums of a tile to those of their groups; the number of rows. */
export async function tileSums(
  { ask: askEngine, dialect }: Engine,
  rows: WholeRows,
  { by, weight }: WholeAsk,
  { means }: First,
  scales: Float64Array,
  tile: Tile,
  groups: Map<string, Sums>,
  progress: (done: number) => void,
): Promise<number> {
  const p = scales.length;
  const used = [...new Set([...tile.rows, ...tile.pairs.map(([, j]) => j)])];
  const rooted = dialect.byCovariance && weight !== null;
  const centred: Layer = [
    [WEIGHT, WEIGHT],
    ...(by === null ? [] : [[GROUP, GROUP] as const]),
    ...used.map(
      j =>
        [
          centredName(j),
          `(${dialect.present(entryName(j))}-${literal(means[j]!)})/${literal(scales[j]!)}`,
        ] as const,
    ),
    ...(rooted ? used.map(j => [rootedName(j), `sqrt(${WEIGHT})*${centredName(j)}`] as const) : []),
  ];
  const factor = rooted ? rootedName : centredName;
  const wanted = [
    'count(*)',
    `sum(${WEIGHT})`,
    ...tile.rows.map(i => `sum(${WEIGHT}*${centredName(i)})`),
    ...(dialect.byCovariance ? used.map(j => `sum(${factor(j)})`) : []),
    ...tile.pairs.map(([i, j]) =>
      dialect.byCovariance
        ? `covarPop(${factor(i)}, ${factor(j)})`
        : `sum(${WEIGHT}*${centredName(i)}*${centredName(j)})`,
    ),
  ];
  const statement = dialect.aggregates({ ...rows, centred, wanted, by: by === null ? null : GROUP });
  let all = 0;
  for (const row of await askEngine(statement, progress)) {
    const level = by === null ? '' : row[0];
    const [n, total, ...values] = row.slice(by === null ? 0 : 1).map(numberOf);
    all += n!;
    // A table without any row has one row of nothing.
    if (n === 0) continue;
    const group = sumsOf(groups, level === null ? NO_LEVEL : String(level), p);
    const sums = values.slice(0, tile.rows.length);
    const factors = dialect.byCovariance
      ? values.slice(tile.rows.length, tile.rows.length + used.length)
      : [];
    const pairs = values.slice(tile.rows.length + factors.length);
    if (tile.diagonal) tile.rows.forEach((i, k) => (group.sums[i]! += sums[k]!));
    // The first tile lies on the diagonal, and tells how many rows there are.
    if (tile.diagonal && tile.rows[0] === 0) {
      group.n += n!;
      group.total += total!;
    }
    const placeOf = new Map(used.map((j, k) => [j, k]));
    tile.pairs.forEach(([i, j], k) => {
      const about = dialect.byCovariance
        ? n! * pairs[k]! + (factors[placeOf.get(i)!]! * factors[placeOf.get(j)!]!) / n!
        : pairs[k]!;
      group.pairs.values[j * p + i]! += about;
    });
  }
  return all;
}
