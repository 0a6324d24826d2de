import Papa from 'papaparse';
import { distinctNames } from '../table/distinctNames';
import { dimensionName, type NamedDimension } from './dimensionName';

/** A text file to be taken out. */
export interface OutputFile {
  readonly name: string;
  readonly text: string;
}

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
