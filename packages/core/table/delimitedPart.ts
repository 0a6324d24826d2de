import type { Errand } from '../host';
import { textDecoder } from './decode';
import { delimitedReader, type Layout } from './delimitedReader';
import { blobSource, CHUNK_BYTES, type FileBlob, type FileSource } from './fileSource';
import type { TakenPart } from './rowTaker';

/** The end of a delimited file, from the start of a row on. */
interface FileEnd {
  readonly blob: FileBlob;
  readonly from: number;
  readonly layout: Layout;
  /** Whether the encoding was found rather than chosen, and may prove wrong. */
  readonly found: boolean;
}

/** Smaller files are read before another thread has started. */
const WORTH_SHARING = 1 << 20;
const LINE_FEED = 10;

/** Reads the rows of a file's end; null where they cannot be read by themselves. */
export const delimitedPart: Errand<FileEnd, TakenPart | null> = {
  name: 'delimited part',
  run: async ({ blob, from, layout, found }) => {
    const source = blobSource(blob);
    const { encoding } = layout.dialect;
    const decoder = textDecoder(encoding, found);
    const reader = delimitedReader('', encoding, {}, layout);
    try {
      for (let at = from; at < source.size; at += CHUNK_BYTES) {
        const to = Math.min(source.size, at + CHUNK_BYTES);
        const last = to === source.size;
        reader.take(decoder.decode(await source.read(at, to), { stream: !last }), last);
      }
    } catch {
      // Whoever reads the whole in one go finds the same, and can tell where.
      return null;
    }
    const part = reader.part();
    return part.columns.length === layout.width ? part : null;
  },
};

/** Where the second half of a file's lines starts; its end where it is not worth parting. */
export async function middleOf(source: FileSource, encoding: string): Promise<number> {
  if (source.size < WORTH_SHARING || encoding.startsWith('UTF-16')) return source.size;
  const middle = Math.floor(source.size / 2);
  const looked = await source.read(middle, Math.min(source.size, middle + CHUNK_BYTES));
  const end = looked.indexOf(LINE_FEED);
  return end < 0 ? source.size : middle + end + 1;
}
