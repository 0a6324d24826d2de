import { parquetWriteBuffer } from 'hyparquet-writer';
import { seededRandom } from '@wold/core/algebra/random';

/** Parts of a large table of whole numbers 0–255, most of them 0, as of pictures: CSV text, part by part. */
export function* pixelCsv(rows: number, columns: number): Generator<string> {
  const random = seededRandom(3);
  yield `${Array.from({ length: columns }, (_, j) => `p${j}`).join(',')}\n`;
  for (let from = 0; from < rows; from += 500) {
    const lines: string[] = [];
    for (let row = from; row < Math.min(rows, from + 500); row++) {
      lines.push(Array.from({ length: columns }, () => pixel(random)).join(','));
    }
    yield `${lines.join('\n')}\n`;
  }
}

/** The same table as Parquet, in one group of rows, as writers commonly make of so many. */
export function pixelParquet(rows: number, columns: number): Uint8Array {
  const random = seededRandom(3);
  const data = Array.from({ length: columns }, () => new Int32Array(rows));
  for (let row = 0; row < rows; row++) for (const column of data) column[row] = pixel(random);
  const columnData = data.map((values, j) => ({
    name: `p${j}`,
    data: values,
    type: 'INT32' as const,
    nullable: false,
  }));
  return new Uint8Array(parquetWriteBuffer({ columnData, rowGroupSize: rows }));
}

const pixel = (random: ReturnType<typeof seededRandom>): number =>
  random.uniform() < 0.7 ? 0 : random.whole(256);

/** A study of measures that share some dimensions, and a label, part by part. */
export function* studyCsv(rows: number, measures: number, dimensions: number): Generator<string> {
  const random = seededRandom(7);
  yield `kind,${Array.from({ length: measures }, (_, j) => `x${j}`).join(',')}\n`;
  for (let row = 0; row < rows; row++) {
    const common = Array.from({ length: dimensions }, () => random.normal());
    const numbers = Array.from({ length: measures }, (_, j) => {
      const value = common[j % dimensions]! + random.normal();
      // Some of them skewed, as contents and counts are.
      return (j % 3 === 0 ? Math.exp(value) : value).toFixed(3);
    });
    yield `k${random.whole(6)},${numbers.join(',')}\n`;
  }
}

/** A long table of numbers with decimals and a label, part by part. */
export function* longCsv(rows: number, columns: number): Generator<string> {
  const random = seededRandom(5);
  yield `kind,${Array.from({ length: columns - 1 }, (_, j) => `x${j}`).join(',')}\n`;
  for (let from = 0; from < rows; from += 5000) {
    const lines: string[] = [];
    for (let row = from; row < Math.min(rows, from + 5000); row++) {
      const numbers = Array.from({ length: columns - 1 }, () => random.normal().toFixed(3));
      lines.push(`k${random.whole(6)},${numbers.join(',')}`);
    }
    yield `${lines.join('\n')}\n`;
  }
}
