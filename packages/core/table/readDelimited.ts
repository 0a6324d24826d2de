import { quietHost, type Host } from '../host';
import { decodeText, isNotUtf8, likelyEncoding, refuseBinary, textDecoder } from './decode';
import { delimitedPart, middleOf } from './delimitedPart';
import { delimitedReader } from './delimitedReader';
import { contentKey, contentKeyStream } from './contentKey';
import { CHUNK_BYTES, type FileSource } from './fileSource';
import type { TakenPart } from './rowTaker';
import type { Dialect, ReadingChoices } from './readingChoices';
import type { Table } from './table';

const CHUNK_CHARACTERS = 1 << 22;

/**
 * Reads a delimited text (CSV, TSV and their kin) into typed columns. Encoding, delimiter, marks, quote and header are
 * found from the text where they are not chosen. Short rows are filled with missing entries and long ones add columns,
 * so nothing is lost; each such decision is a note of the table.
 *
 * @param bytes the file as it is
 * @param name the file's name, for the table's name and for errors
 * @throws Problem when the file is empty, is not text, or has no rows under its header.
 */
export function readDelimited(
  bytes: Uint8Array,
  name: string,
  host: Host = quietHost,
  choices: ReadingChoices = {},
): Table {
  const { text, encoding } = decodeText(bytes, name, choices.encoding);
  const reader = delimitedReader(name, encoding, choices);
  for (let from = 0; from < text.length; from += CHUNK_CHARACTERS) {
    const to = from + CHUNK_CHARACTERS;
    reader.take(text.slice(from, to), to >= text.length);
    host.progress(Math.min(1, to / text.length));
  }
  return reader.finish(contentKey(bytes));
}

/**
 * As {@link readDelimited}, while the file streams by: it is never in memory whole. The second half of a large file is
 * read by another thread where the host has one, with the same result.
 */
export async function streamDelimited(
  source: FileSource,
  name: string,
  host: Host = quietHost,
  choices: ReadingChoices = {},
): Promise<Table> {
  const encoding =
    choices.encoding ?? likelyEncoding(await source.read(0, Math.min(source.size, CHUNK_BYTES)), name);
  try {
    return await streamAs(encoding, choices.encoding === undefined, source, name, host, choices);
  } catch (thrown) {
    if (!isNotUtf8(thrown)) throw thrown;
    return streamAs('Windows-1252', false, source, name, host, choices);
  }
}

async function streamAs(
  encoding: Dialect['encoding'],
  found: boolean,
  source: FileSource,
  name: string,
  host: Host,
  choices: ReadingChoices,
): Promise<Table> {
  const { blob } = source;
  const decoder = textDecoder(encoding, found);
  const reader = delimitedReader(name, encoding, choices);
  const key = contentKeyStream();
  const shares = blob !== undefined && host.elsewhere !== undefined;
  const middle = shares ? await middleOf(source, encoding) : source.size;
  let part: Promise<TakenPart | null> | null = null;

  async function readOn(start: number, end: number, keyed: boolean): Promise<void> {
    for (let from = start; from < end; from += CHUNK_BYTES) {
      const to = Math.min(end, from + CHUNK_BYTES);
      const bytes = await source.read(from, to);
      const hashed = keyed ? key.add(bytes) : undefined;
      const text = decoder.decode(bytes, { stream: to < source.size });
      if (from === 0) refuseBinary(text, name);
      reader.take(text, to === source.size);
      const layout = reader.layout();
      if (part === null && layout !== null && middle < source.size) {
        part = host.elsewhere!(delimitedPart, { blob: blob!, from: middle, layout, found }).catch(() => null);
      }
      host.progress(to / end);
      await hashed;
    }
  }

  await readOn(0, middle, true);
  if (middle < source.size) {
    for (let from = middle; from < source.size; from += CHUNK_BYTES) {
      await key.add(await source.read(from, Math.min(source.size, from + CHUNK_BYTES)));
    }
    if (!(await follows(reader, part))) await readOn(middle, source.size, false);
  }
  return reader.finish(await key.finish());
}

/** Has the reader take the part that another thread read, where it stands at the start of a row as that did. */
async function follows(
  reader: ReturnType<typeof delimitedReader>,
  reading: Promise<TakenPart | null> | null,
): Promise<boolean> {
  const whole = reader.takeWholeRows();
  const part = await reading;
  if (part === null || !whole || reader.layout()?.width !== part.columns.length) return false;
  reader.append(part);
  return true;
}
