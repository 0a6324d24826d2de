import { tableFromArrays, tableToIPC } from 'apache-arrow';
import { encode as png } from 'fast-png';
import { encode as jpeg } from 'jpeg-js';
import { strToU8, zipSync } from 'fflate';
import { parquetWriteBuffer } from 'hyparquet-writer';
import writeWorkbook from 'write-excel-file/node';
import { seededRandom } from '@wold/core/algebra/random';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { writeStudyFile } from '@wold/core/recipe/studyFile';
import { writeGeoTiff, type TiffLayout } from '@wold/core/scenes/writeGeoTiff';
import { readDelimited } from '@wold/core/table/readDelimited';
import {
  asWritten,
  inStrictVariant,
  withBrokenRelation,
  withChartSheet,
  withHiddenSheet,
} from '@wold/core/table/testWorkbooks';

export type Bytes = Uint8Array<ArrayBuffer>;

/** A whole file that others are made from by damaging it. */
export interface Seed {
  readonly name: string;
  readonly bytes: Bytes;
}

const ROWS = 24;
const MEASURES = 5;

interface Made {
  readonly names: readonly string[];
  readonly columns: readonly (readonly number[])[];
  readonly kiln: readonly string[];
  readonly text: readonly string[];
}

/** A small table of two dimensions, three groups and a text each. */
function made(): Made {
  const random = seededRandom(7);
  const shared = Array.from({ length: ROWS }, (_, i) => [random.normal() + (i % 3), random.normal()]);
  const columns = Array.from({ length: MEASURES }, (_, j) =>
    shared.map(of => Number((10 * j + of[j % 2]! + 0.4 * random.normal()).toFixed(3))),
  );
  const words = ['jug', 'rim', 'handle', 'red', 'grey', 'wheel', 'slip', 'ash'];
  return {
    names: Array.from({ length: MEASURES }, (_, j) => `m${j + 1}`),
    columns,
    kiln: shared.map((_, i) => ['Fennick', 'Marram', 'Sedgeby'][i % 3]!),
    text: shared.map((_, i) => words.filter((__, w) => ((i * 5 + w * 3) % 7) % 3 !== 0).join(' ')),
  };
}

const delimited = ({ names, columns, kiln }: Made, mark: string, decimal = '.'): string =>
  [
    ['kiln', ...names].join(mark),
    ...kiln.map((of, i) =>
      [of, ...columns.map(column => String(column[i]).replace('.', decimal))].join(mark),
    ),
  ].join('\n');

/** Correlations as a table of their own. */
function matrix({ names, columns }: Made): string {
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const centred = columns.map(column => column.map(value => value - mean(column)));
  const dot = (a: readonly number[], b: readonly number[]) =>
    a.reduce((sum, value, i) => sum + value * b[i]!, 0);
  const lines = centred.map((a, i) => [
    names[i]!,
    ...centred.map(b => (dot(a, b) / Math.sqrt(dot(a, a) * dot(b, b))).toFixed(6)),
  ]);
  return [['', ...names], ...lines].map(line => line.join(',')).join('\n');
}

/** A small picture of four bands. */
function tiff(layout: TiffLayout): Bytes {
  const [width, height] = [12, 9];
  const bands = Array.from({ length: 4 }, (_, band) => ({
    name: `band ${band + 1}`,
    values: Float32Array.from(
      { length: width * height },
      (__, i) => Math.sin(i * (1 + band / 3)) + (i % 12) * (band % 2),
    ),
  }));
  const parts = writeGeoTiff({ width, height, bands, noData: null, place: null }, layout);
  return new Uint8Array(Buffer.concat(parts));
}

/** Pixels of three channels with a fourth that hides nothing. */
const opaque = (pixels: Uint8Array): Uint8Array =>
  Uint8Array.from({ length: (pixels.length / 3) * 4 }, (_, i) =>
    i % 4 === 3 ? 255 : pixels[3 * Math.floor(i / 4) + (i % 4)]!,
  );

let known: Promise<readonly Seed[]> | null = null;

/** Files of every format that Wold reads, made once: one format numbers what is made through. */
export const corpus = (): Promise<readonly Seed[]> => (known ??= madeCorpus());

async function madeCorpus(): Promise<readonly Seed[]> {
  const table = made();
  const { names, columns, kiln, text } = table;
  const csv = strToU8(delimited(table, ',')).slice();
  const named = Object.fromEntries(names.map((name, j) => [name, columns[j]!]));
  const arrow = tableFromArrays({ kiln: [...kiln], ...named });
  const cells = [['kiln', ...names], ...kiln.map((of, i) => [of, ...columns.map(column => column[i]!)])].map(
    row => row.map(value => ({ value })),
  );
  const write = writeWorkbook as unknown as (data: unknown) => { toBuffer: () => Promise<Uint8Array> };
  const read = readDelimited(csv, 'made.csv');
  const recipe = freshRecipe(read);
  const pixels = Uint8Array.from({ length: 12 * 9 * 3 }, (_, i) => (i * 37) % 251);
  const book = asWritten(await write([{ sheet: 'sherds', data: cells }]).toBuffer());
  return [
    { name: 'made.csv', bytes: csv },
    { name: 'semicolons.csv', bytes: strToU8(delimited(table, ';', ',')).slice() },
    { name: 'tabs.tsv', bytes: strToU8(delimited(table, '\t')).slice() },
    { name: 'matrix.csv', bytes: strToU8(matrix(table)).slice() },
    {
      name: 'texts.csv',
      bytes: strToU8(
        ['what,kiln', ...text.map((of, i) => `"${of}, of ${kiln[i]!}",${kiln[i]!}`)].join('\n'),
      ).slice(),
    },
    {
      name: 'records.json',
      bytes: strToU8(
        JSON.stringify(
          kiln.map((of, i) => ({
            kiln: of,
            ...Object.fromEntries(names.map((n, j) => [n, columns[j]![i]])),
          })),
        ),
      ).slice(),
    },
    { name: 'columns.json', bytes: strToU8(JSON.stringify({ kiln, ...named })).slice() },
    {
      name: 'made.parquet',
      bytes: new Uint8Array(
        parquetWriteBuffer({
          columnData: [
            { name: 'kiln', data: [...kiln], type: 'STRING' },
            ...names.map((name, j) => ({ name, data: [...columns[j]!], type: 'DOUBLE' as const })),
          ],
        }),
      ),
    },
    { name: 'made.arrow', bytes: tableToIPC(arrow, 'file').slice() },
    { name: 'stream.arrow', bytes: tableToIPC(arrow, 'stream').slice() },
    { name: 'made.xlsx', bytes: book },
    { name: 'chart-sheet.xlsx', bytes: withChartSheet(book) },
    { name: 'hidden.xlsx', bytes: withHiddenSheet(book) },
    { name: 'strict.xlsx', bytes: inStrictVariant(book) },
    { name: 'lost-sheet.xlsx', bytes: withBrokenRelation(book) },
    { name: 'strips.tif', bytes: tiff({ interleaved: true }) },
    { name: 'tiles.tif', bytes: tiff({ tile: 16, packed: 'deflate' }) },
    { name: 'big.tif', bytes: tiff({ big: true }) },
    {
      name: 'picture.jpg',
      bytes: new Uint8Array(jpeg({ width: 12, height: 9, data: opaque(pixels) }, 90).data),
    },
    { name: 'picture.png', bytes: png({ width: 12, height: 9, data: pixels, channels: 3 }).slice() },
    {
      name: 'study.wold',
      bytes: writeStudyFile({
        name: 'made',
        recipe,
        hand: recipe.reductions[0]!.id,
        table: { name: 'made.csv', bytes: csv },
      }).slice(),
    },
    {
      name: 'other.zip',
      bytes: zipSync({ 'a.txt': strToU8('not a table') }, { mtime: '2020-01-01T12:00:00' }).slice(),
    },
  ];
}
