import { Problem } from '../problem';
import type { Dialect } from './table';

/** First bytes of files that are not text, with what they are and what to do about it. */
const SIGNATURES: readonly { bytes: readonly number[]; what: string; remedy: string }[] = [
  {
    bytes: [0x50, 0x4b, 0x03, 0x04],
    what: 'this is a workbook or a ZIP archive, not a text table',
    remedy: 'Save the sheet as CSV, or unpack the archive, and open that.',
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

/**
 * The text of a file, its byte-order mark removed. UTF-8 unless a mark or the zero bytes of plain letters say UTF-16;
 * bytes that are not UTF-8 are read as Windows-1252, the commonest of the single-byte encodings.
 *
 * @throws Problem when the file is empty or is not text.
 */
export function decodeText(bytes: Uint8Array, name: string): DecodedText {
  if (bytes.length === 0) throw new Problem('the file is empty', 'Open a file that has a table in it.', name);
  for (const { bytes: signature, what, remedy } of SIGNATURES) {
    if (signature.every((byte, index) => bytes[index] === byte)) throw new Problem(what, remedy, name);
  }
  const encoding = wideEncoding(bytes);
  if (encoding !== null) {
    const text = new TextDecoder(encoding === 'UTF-16 LE' ? 'utf-16le' : 'utf-16be').decode(bytes);
    return { text: refuseBinary(text, name), encoding };
  }
  const narrow = decodeNarrow(bytes);
  return { text: refuseBinary(narrow.text, name), encoding: narrow.encoding };
}

function decodeNarrow(bytes: Uint8Array): DecodedText {
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' };
  }
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

function refuseBinary(text: string, name: string): string {
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
