import type { Host } from '../host';
import type { Bench } from '../stages/bench';
import type { Account, PreparationInput } from '../preparation/prepared';
import type { Worked } from '../stages/worked';
import type { AnyStage, AskOf, OutOf } from '../stages/stage';
import type { Table } from '../table/table';
import type { ProblemData } from '../problem';
import type { Check } from '../writeup/check';
import type { NamedDimension } from '../writeup/dimensionName';
import type { Printed } from '../writeup/print';
import type { PrintTable } from '../writeup/printTable';
import type { Told } from '../writeup/told';
import type { DimensionsAnew } from './anew';
import type { AnyMethod } from './method';

/** What a file of a reduction is made of. */
export interface ReductionOutput<Result, Settings = unknown> {
  readonly table: Table;
  readonly settings: Settings;
  /** What the codebook says of columns. */
  readonly wordings: ReadonlyMap<string, string>;
  /** Names of dimensions by number. */
  readonly names: readonly NamedDimension[];
  readonly account: Account;
  readonly result: Result;
}

/** One more result that a file is made of. */
export interface AlsoAsked<S extends AnyStage = AnyStage> {
  readonly stage: S;
  readonly ask: AskOf<S>;
}

/** A kind of file that a method gives: a table, or a text. */
export type MethodFile<Settings, Ask, Result> = FileKind<Settings, Ask> &
  (
    | {
        /** Its rows, the header first; without what else it takes where that cannot be had. */
        // eslint-disable-next-line @typescript-eslint/no-explicit-any -- the result of what `also` asks, or null
        readonly rows: (output: ReductionOutput<Result, Settings>, also: any) => string[][];
      }
    | {
        readonly extension: TextExtension;
        readonly text: (output: ReductionOutput<Result, Settings>) => string;
      }
  );

/** Markdown, or a page for browsers and word processors. */
export type TextExtension = 'md' | 'html';

interface FileKind<Settings, Ask> {
  readonly kind: string;
  /** Whether it tells of rows, which a table of relations has none of. */
  readonly ofRows?: true;
  /** What it takes beside the reduction's own result; null where it does without. */
  readonly also?: (of: FileSource<Settings, Ask>) => AlsoAsked | null;
}

/** What a reduction was asked. */
export interface FileSource<Settings, Ask> {
  readonly settings: Settings;
  readonly ask: Ask;
  readonly preparation: PreparationInput;
}

/** In a figure's place where it cannot be had: why. */
export interface NotHad {
  readonly problem: ProblemData;
}

/** The result of a stage, or why there is none. */
export type AskFigures = <S extends AnyStage>(
  stage: S,
  ask: AskOf<S>,
  host?: Host,
) => Promise<OutOf<S> | NotHad>;

/** What a method's figures are gathered from. */
export interface FigureSource<Settings, Ask> extends FileSource<Settings, Ask> {
  /** Whether the table has rows. */
  readonly rows: boolean;
  /** The label that colours the map; null where a number does, or nothing. */
  readonly label: string | null;
  readonly figure: AskFigures;
  readonly host: Host;
}

/** What a method's report is made of. */
export interface ReportSource<Settings, Ask, Result> extends FigureSource<Settings, Ask> {
  readonly output: ReductionOutput<Result, Settings>;
  readonly print: Printed;
  /** Starts the keys of all that it gives. */
  readonly key: (of: string) => string;
}

/** What is said of a reduction in a report. */
export interface ReductionReport {
  /** What one of its dimensions is called that has no name. */
  readonly noun: string;
  readonly methods: readonly Told[];
  readonly results: readonly Told[];
  readonly tables: readonly PrintTable[];
  readonly checks: readonly Check[];
}

/** What a method does, beside what {@link AnyMethod} says of it. */
export interface MethodWork {
  readonly method: AnyMethod;
  readonly works: readonly Worked[];
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- of every kind
  readonly files: readonly MethodFile<any, any, any>[];
  /** Every figure that the screens show of one of its reductions, by name. */
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly figures: (source: FigureSource<any, any>) => Promise<object>;
  /** A line on a result: how many dimensions of how many. */
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly line: (result: any) => string;
  /** Its part of a report. */
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly report: (source: ReportSource<any, any, any>) => Promise<ReductionReport>;
  /**
   * Its dimensions as they are found again from rows that weigh otherwise, by a bench on which its own stages and those
   * that these rest on can be asked for; not there where it has no dimensions with loadings.
   */
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly anew?: (ask: any, bench: Bench) => Promise<DimensionsAnew>;
}
