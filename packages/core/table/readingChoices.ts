import type { Region } from './scene/scene';

export const ENCODINGS = ['UTF-8', 'UTF-16 LE', 'UTF-16 BE', 'Windows-1252'] as const;

export const DELIMITERS = [',', ';', '\t', '|', ' '] as const;

export const DECIMAL_MARKS = ['.', ','] as const;

/** `any` takes groups of three as they come, parted by whatever is not the decimal mark. */
export const THOUSANDS_MARKS = ['any', 'none', ',', '.', ' ', "'"] as const;

export const QUOTES = ['"', "'", 'none'] as const;

/** How a delimited text was understood. */
export interface Dialect {
  readonly encoding: (typeof ENCODINGS)[number];
  readonly delimiter: (typeof DELIMITERS)[number];
  readonly decimal: (typeof DECIMAL_MARKS)[number];
  readonly thousands: (typeof THOUSANDS_MARKS)[number];
  readonly quote: (typeof QUOTES)[number];
  readonly header: boolean;
}

/** What the analyst has said of how a file is to be read; the rest is found from it. */
export interface ReadingChoices {
  readonly encoding?: Dialect['encoding'] | undefined;
  readonly delimiter?: Dialect['delimiter'] | undefined;
  readonly decimal?: Dialect['decimal'] | undefined;
  readonly thousands?: Dialect['thousands'] | undefined;
  readonly quote?: Dialect['quote'] | undefined;
  readonly header?: boolean | undefined;
  /** Sheet of a workbook. */
  readonly sheet?: string | undefined;
  /** Of a picture: every how many-th pixel along and down, and the part of it. */
  readonly step?: number | undefined;
  readonly region?: Region | undefined;
  /** A second file whose rows stand after the file's own, only to be placed: its key, and what it is called. */
  readonly newRows?: { readonly key: string; readonly name: string } | undefined;
}
