import Papa from 'papaparse';
import { withApostrophe } from '../table/apostrophe';

/** A file to be taken out: a text, or pieces of bytes that follow one another. */
export type OutputFile = { readonly name: string } & (
  { readonly text: string } | { readonly pieces: readonly Uint8Array[] }
);

/**
 * Lines of a delimited file. What a spreadsheet would run as a formula is kept a text by an apostrophe before it, which
 * reading takes off again (`table/apostrophe.ts`); numbers stay as they are.
 */
export function csv(rows: readonly (readonly string[])[], delimiter: ',' | '\t' = ','): string {
  return `${Papa.unparse(
    rows.map(row => row.map(withApostrophe)),
    { delimiter, newline: '\n' },
  )}\n`;
}
