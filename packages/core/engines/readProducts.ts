import { crossProducts } from '../algebra/crossProducts';
import { zeros, type Matrix } from '../algebra/matrix';
import type { Engine } from './engine';
import { sumsOf, type First, type Sums } from './sums';
import { entryName, WEIGHT, type WholeRows } from './wholeAsk';

/** Rows that are multiplied together. */
const BLOCK = 8192;

/** Adds up the products of rows that come block by block; their number. */
export async function readProducts(
  engine: Engine,
  rows: WholeRows,
  { means }: First,
  scales: Float64Array,
  groups: Map<string, Sums>,
  progress: (rows: number) => void,
): Promise<number> {
  const p = scales.length;
  const group = sumsOf(groups, '', p);
  const block = zeros(BLOCK, p);
  const weights = new Float64Array(BLOCK);
  let held = 0;
  const take = (): void => {
    if (held === 0) return;
    const own = held === BLOCK ? block : { rows: held, columns: p, values: packed(block, held) };
    for (let j = 0; j < p; j++) {
      const column = own.values.subarray(j * held, (j + 1) * held);
      let sum = 0;
      for (let i = 0; i < held; i++) {
        sum += weights[i]! * column[i]!;
        column[i]! *= Math.sqrt(weights[i]!);
      }
      group.sums[j]! += sum;
    }
    for (let i = 0; i < held; i++) group.total += weights[i]!;
    const products = crossProducts(own);
    for (let k = 0; k < p * p; k++) group.pairs.values[k]! += products.values[k]!;
    group.n += held;
    progress(group.n);
    held = 0;
  };
  const wanted = [WEIGHT, ...Array.from(scales, (_, j) => entryName(j))];
  const statement = engine.dialect.aggregates({
    ...rows,
    centred: null,
    wanted: wanted.map(name => `cast(${name} as double)`),
    by: null,
  });
  const before = group.n;
  await engine.read!(statement, (columns, count) => {
    for (let from = 0; from < count;) {
      const part = Math.min(BLOCK - held, count - from);
      weights.set(columns[0]!.subarray(from, from + part), held);
      for (let j = 0; j < p; j++) {
        const column = columns[j + 1]!;
        const [mean, scale, at] = [means[j]!, scales[j]!, j * BLOCK + held];
        for (let i = 0; i < part; i++) block.values[at + i] = (column[from + i]! - mean) / scale;
      }
      held += part;
      from += part;
      if (held === BLOCK) take();
    }
  });
  take();
  return group.n - before;
}

/** The first rows of a block as one of their own. */
function packed({ rows, columns, values }: Matrix, held: number): Float64Array {
  const own = new Float64Array(held * columns);
  for (let j = 0; j < columns; j++) own.set(values.subarray(j * rows, j * rows + held), j * held);
  return own;
}
