import { parquetWriteBuffer } from 'hyparquet-writer';
import { quietHost, type Host } from '../host';
import { errandNamed } from '../recipe/errands';
import { blobSource } from './fileSource';
import { readTable } from './readTable';

const LINES = 15_000;
const NOTE = 'x'.repeat(80);

/** A host whose other thread is this one, and what it was asked to do. */
function sharingHost(): { host: Host; shared: string[]; failing: boolean } {
  const state = { shared: [] as string[], failing: false, host: quietHost };
  const elsewhere: Host['elsewhere'] = async (share, input) => {
    state.shared.push(share.name);
    if (state.failing) throw new Error('no memory');
    return structuredClone(await errandNamed(share.name).run(input as never)) as never;
  };
  state.host = { ...quietHost, elsewhere };
  return state;
}

async function bothWays(bytes: Uint8Array<ArrayBuffer>, failing = false) {
  const state = sharingHost();
  state.failing = failing;
  const source = blobSource(new Blob([bytes]));
  const alone = await readTable(source, 'made');
  const shared = await readTable(source, 'made', state.host);
  return { alone, shared, asked: state.shared };
}

/** Ten columns of text, line by line, with `odd` in place of lines here and there. */
function csv(odd: Readonly<Record<number, string>> = {}): Uint8Array<ArrayBuffer> {
  const lines = ['byte,late decimals,late gaps,kind,note,a,b,c,d,e'];
  for (let i = 0; i < LINES; i++) {
    const late = i > 0.8 * LINES;
    const plain = `${i % 200},${late ? `${i}.25` : i % 9},${late && i % 50 === 0 ? 'n.d.' : i % 7},k${i % 5},${NOTE},1,2,3,4,5`;
    lines.push(odd[i] ?? plain);
  }
  return new TextEncoder().encode(lines.join('\n'));
}

test.each<[string, Record<number, string>]>([
  ['plain, with decimals, gaps and exceptions in the second half alone', {}],
  ['quoted entries with line ends', { [LINES - 9]: '1,2,3,k,"two\nlines",1,2,3,4,5' }],
  ['short and blank rows in the second half', { [LINES - 9]: '1,2', [LINES - 8]: '', [LINES - 7]: ',,,' }],
])('two threads read the table that one reads: %s', async (_, odd) => {
  const { alone, shared, asked } = await bothWays(csv(odd));
  expect(asked).toEqual(['delimited part']);
  expect(shared).toEqual(alone);
  expect(shared.rows).toBeGreaterThan(LINES - 4);
});

test.each<[string, Record<number, string>]>([
  ['a quotation that spans the middle', spanning()],
  ['a column added in the second half', { [LINES - 9]: '1,2,3,k,x,1,2,3,4,5,6' }],
  ['a column added in the first half', { 2000: '1,2,3,k,x,1,2,3,4,5,6' }],
])('what cannot be parted is read in one go: %s', async (_, odd) => {
  const { alone, shared } = await bothWays(csv(odd));
  expect(shared).toEqual(alone);
});

/** Rows 40 % to 60 % of the lines are one entry. */
function spanning(): Record<number, string> {
  return { [0.4 * LINES]: '1,2,3,k,"from here', [0.6 * LINES]: 'to here",1,2,3,4,5' };
}

test('bytes that are not UTF-8 in the second half', async () => {
  const bytes = csv();
  bytes[bytes.lastIndexOf('x'.charCodeAt(0))] = 0xe9;
  const { alone, shared } = await bothWays(bytes);
  expect(alone.source).toMatchObject({ encoding: 'Windows-1252' });
  expect(shared).toEqual(alone);
});

test('a thread that breaks off is done without', async () => {
  const { alone, shared, asked } = await bothWays(csv(), true);
  expect(asked).toHaveLength(1);
  expect(shared).toEqual(alone);
});

test.each([false, true])(
  'Parquet: each thread reads a share of the columns (a thread breaks off: %s)',
  async failing => {
    const rows = 20_000;
    const columnData = Array.from({ length: 9 }, (_, j) => ({
      name: `c${j}`,
      data: Float64Array.from({ length: rows }, (_, i) => Math.sin(i * (j + 1))),
      type: 'DOUBLE' as const,
    }));
    const bytes = new Uint8Array(parquetWriteBuffer({ columnData, rowGroupSize: 8000 }));
    const { alone, shared, asked } = await bothWays(bytes, failing);
    expect(asked).toEqual(['Parquet columns']);
    expect(shared).toEqual(alone);
    expect(shared.columns.map(({ name }) => name)).toEqual(columnData.map(({ name }) => name));
  },
);
