import { Problem } from '../problem';
import type { Dialect } from './readingChoices';

/** First bytes of files that are not text, with what they are and what to do about it. */
const SIGNATURES: readonly { bytes: readonly number[]; what: string; remedy: string }[] = [
  {
    bytes: [0x50, 0x4b, 0x03, 0x04],
    what: 'this is a ZIP archive, not a table',
    remedy: 'Unpack the archive, and open the table inside.',
  },
  {
    bytes: [0xd0, 0xcf, 0x11, 0xe0],
    what: 'this is an old office document, not a text table',
    remedy: 'Save the sheet as CSV and open that.',
  },
  { bytes: [0x1f, 0x8b], what: 'this file is packed (gzip)', remedy: 'Unpack it and open the table inside.' },
  {
    bytes: [0x25, 0x50, 0x44, 0x46],
    what: 'this is a PDF',
    remedy: 'Take its table out as CSV and open that.',
  },
  { bytes: [0x89, 0x50, 0x4e, 0x47], what: 'this is a PNG picture', remedy: 'Open a CSV or TSV file.' },
  { bytes: [0xff, 0xd8, 0xff], what: 'this is a JPEG picture', remedy: 'Open a CSV or TSV file.' },
];

export interface DecodedText {
  readonly text: string;
  readonly encoding: Dialect['encoding'];
}

const LABELS: Readonly<Record<Dialect['encoding'], string>> = {
  'UTF-8': 'utf-8',
  'UTF-16 LE': 'utf-16le',
  'UTF-16 BE': 'utf-16be',
  'Windows-1252': 'windows-1252',
};

/**
 * The text of a file, its byte-order mark removed. Unless the encoding is chosen: UTF-8, or UTF-16 where a mark or the
 * zero bytes of plain letters say so; bytes that are not UTF-8 are read as Windows-1252, the commonest of the
 * single-byte encodings.
 *
 * @throws Problem when the file is empty or is not text.
 */
export function decodeText(bytes: Uint8Array, name: string, chosen?: Dialect['encoding']): DecodedText {
  const encoding = chosen ?? likelyEncoding(bytes, name);
  const decoder = textDecoder(encoding, chosen === undefined);
  try {
    return { text: refuseBinary(decoder.decode(bytes), name), encoding };
  } catch (thrown) {
    if (!isNotUtf8(thrown)) throw thrown;
    return decodeText(bytes, name, 'Windows-1252');
  }
}

/**
 * The encoding that the first bytes of a file speak for; UTF-8 may still prove wrong further on.
 *
 * @throws Problem when there are none, or they are of a kind of file that is not text
 */
export function likelyEncoding(bytes: Uint8Array, name: string): Dialect['encoding'] {
  if (bytes.length === 0) throw new Problem('the file is empty', 'Open a file that has a table in it.', name);
  for (const { bytes: signature, what, remedy } of SIGNATURES) {
    if (signature.every((byte, index) => bytes[index] === byte)) throw new Problem(what, remedy, name);
  }
  return wideEncoding(bytes) ?? 'UTF-8';
}

/** A decoder that, where the encoding was found rather than chosen, refuses what is not UTF-8: see {@link isNotUtf8}. */
export function textDecoder(encoding: Dialect['encoding'], found: boolean): InstanceType<typeof TextDecoder> {
  return new TextDecoder(LABELS[encoding], { fatal: found && encoding === 'UTF-8' });
}

/** Whether a decoder threw because it met bytes that are not UTF-8. */
export function isNotUtf8(thrown: unknown): boolean {
  return thrown instanceof Error ? thrown.name === 'TypeError' : String(thrown).startsWith('TypeError');
}

function wideEncoding(bytes: Uint8Array): 'UTF-16 LE' | 'UTF-16 BE' | null {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'UTF-16 LE';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'UTF-16 BE';
  const looked = Math.min(bytes.length & ~1, 2000);
  if (looked < 8) return null;
  let evenZeros = 0;
  let oddZeros = 0;
  for (let index = 0; index < looked; index += 2) {
    if (bytes[index] === 0) evenZeros++;
    if (bytes[index + 1] === 0) oddZeros++;
  }
  const most = looked / 2;
  if (oddZeros > 0.7 * most && evenZeros < 0.1 * most) return 'UTF-16 LE';
  if (evenZeros > 0.7 * most && oddZeros < 0.1 * most) return 'UTF-16 BE';
  return null;
}

/** The text, looked at for what no table of text has. @throws Problem where it has that, or only blanks */
export function refuseBinary(text: string, name: string): string {
  const looked = text.slice(0, 100_000);
  const nul = looked.indexOf('\0');
  let controls = 0;
  for (let index = 0; index < looked.length; index++) {
    const code = looked.charCodeAt(index);
    if (code < 32 && code !== 9 && code !== 10 && code !== 13) controls++;
  }
  if (nul >= 0 || controls > 0.01 * looked.length) {
    const line = nul >= 0 ? looked.slice(0, nul).split('\n').length : 1;
    throw new Problem(
      'this is not text: it holds bytes that no table of text has',
      'Open a CSV or TSV file; if it is one, it is damaged: write it again from its source.',
      `${name}, line ${line}`,
    );
  }
  if (text.trim() === '')
    throw new Problem('the file holds only blanks', 'Open a file that has a table in it.', name);
  return text;
}
