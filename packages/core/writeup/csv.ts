import Papa from 'papaparse';

/** A file to be taken out: a text, or pieces of bytes that follow one another. */
export type OutputFile = { readonly name: string } & (
  { readonly text: string } | { readonly pieces: readonly Uint8Array[] }
);

export function csv(rows: string[][]): string {
  return `${Papa.unparse(rows, { newline: '\n' })}\n`;
}
