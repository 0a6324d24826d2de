import { distinctNames } from '../table/distinctNames';

/** Bytes of a file's name, so that with what comes behind it stays within what disks allow. */
const LONGEST_STEM = 120;

/** Names that one system or another keeps to itself. */
const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/;

/**
 * A file's name from any name: letters and digits of every script, in lower case, joined by hyphens, at most 120 bytes.
 */
export function fileStem(name: string): string {
  const letters = name
    .normalize('NFC')
    .toLowerCase()
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '');
  let stem = '';
  let bytes = 0;
  for (const letter of letters) {
    bytes += new TextEncoder().encode(letter).length;
    if (bytes > LONGEST_STEM) break;
    stem += letter;
  }
  stem = stem.replace(/-+$/, '') || 'reduction';
  return RESERVED.test(stem) ? `${stem}-` : stem;
}

/** File names for several things whose names may come to the same: "a", "a-2". */
export function fileStems(names: readonly string[]): string[] {
  return distinctNames(names.map(fileStem), [], (stem, number) => `${stem}-${number}`);
}
