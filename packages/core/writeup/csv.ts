import Papa from 'papaparse';
import { distinctNames } from '../table/distinctNames';
import { dimensionName, type NamedDimension } from './dimensionName';

/** A file to be taken out: a text, or pieces of bytes that follow one another. */
export type OutputFile = { readonly name: string } & (
  { readonly text: string } | { readonly pieces: readonly Uint8Array[] }
);

export function dimensionHeader(
  names: readonly NamedDimension[],
  kept: number,
  taken: readonly string[] = [],
): string[] {
  return distinctNames(
    Array.from({ length: kept }, (_, d) => dimensionName(names, d + 1)),
    taken,
  );
}

export function csv(rows: string[][]): string {
  return `${Papa.unparse(rows, { newline: '\n' })}\n`;
}
