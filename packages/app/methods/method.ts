import type { ComponentType } from 'react';
import type { ProblemData } from '@wold/core/problem';
import type { MethodName } from '@wold/core/methods/all';
import type { RowFigure } from '@wold/core/recipe/mapSettings';
import type { ReductionBy, RowMap } from '@wold/core/recipe/schema';
import type { Hint } from '../lens/hint';
import type { UseAnswer, ReadingParts } from '../readings/parts';
import type { Points } from '../readings/map/points';
import type { MapArrow } from '../readings/map/mapArrow';

/** The questions that a method has its own readings for; the others take any placement of rows. */
export type MethodQuestion = 'dimensions' | 'meaning' | 'trust';

/** How the pictures of its questions are read. */
export type MethodHints = Readonly<Record<MethodQuestion, Hint>> & { readonly map?: Hint };

/** What a method says of its results before any of its readings is loaded. */
export interface MethodWords<M extends MethodName = MethodName> {
  readonly answers: Readonly<Record<MethodQuestion, UseAnswer<ReductionBy<M>>>>;
  /** The kinds of files of a reduction, beside its scores, and what they hold. */
  readonly files: readonly {
    readonly kind: string;
    readonly title: string;
    readonly what: string;
    /** Whether it tells of rows, which a table of relations has none of. */
    readonly ofRows?: true;
  }[];
  /** Changes of its settings that are found by name, and the question that shows them. */
  readonly actions: readonly {
    readonly name: string;
    readonly question: MethodQuestion;
    readonly change: Partial<ReductionBy<M>['settings']>;
  }[];
  readonly hints: MethodHints;
  /** When to choose it, in one line. */
  readonly when: string;
  /** What its scores are worth, for who puts them into the table; '' where there is nothing to say. */
  readonly scores?: (result: never) => string;
  /** How well the dimensions on a map fit, by the method's own figure: what they hold, or what is left. */
  readonly fit: (result: never, dimensions: readonly number[]) => string;
  /** A result in a few words, for its card on the shelf. */
  readonly line: (result: never) => string;
}

/** What a map shows of a method's results beside where rows are. */
export interface MapMarks {
  /** What of the variance each dimension holds; null where that has no meaning. */
  readonly shares: Float64Array | null;
  /** What places along a dimension, counted from 0, are multiplied by on a map of that spread. */
  readonly times: (spread: RowMap['spread'], dimension: number) => number;
  /** Columns as arrows among those points, and what they were multiplied by. */
  readonly arrows: (points: Points) => { readonly arrows: readonly MapArrow[]; readonly times: number };
  /** What arrows are, in words: "are loadings". */
  readonly arrowsAre: string;
  /** A share from 0 to 1 for the size of each point; null where all are alike. */
  readonly sizes: Float64Array | null;
  /** Rows of the table beyond the limits of distance; null where these are not there yet. */
  readonly odd: { readonly far: ReadonlySet<number>; readonly off: ReadonlySet<number> } | null;
  readonly problem: ProblemData | null;
  /** Keeps a second dimension where there is one kept and another; null where there is not. */
  readonly keepTwo: (() => void) | null;
}

/** What a method puts on the screen. */
export interface MethodScreens<M extends MethodName = MethodName> {
  readonly questions: Readonly<Record<MethodQuestion, ReadingParts<ReductionBy<M>>>>;
  readonly lens: {
    /** How a row fits. */
    readonly Row: ComponentType<{ hand: ReductionBy<M>; row: number }>;
    /** A measure of the reduction. */
    readonly Column: ComponentType<{ hand: ReductionBy<M>; measure: string }>;
    /** A dimension, counted from 1. */
    readonly Dimension: ComponentType<{ hand: ReductionBy<M>; dimension: number }>;
  };
  readonly map: {
    /** The words of the brief on how points and columns are drawn. */
    readonly Looks: ComponentType<{ reduction: ReductionBy<M> }>;
    /** Whether they say what points are sized by. */
    readonly sizes?: true;
    readonly useMarks: (reduction: ReductionBy<M>) => MapMarks | null;
    /** What stands under the map. */
    readonly Under?: ComponentType<{ reduction: ReductionBy<M> }>;
    /** How rows that are only placed come onto it; by the dimensions themselves where there is none. */
    readonly Placed?: ComponentType<{ reduction: ReductionBy<M> }>;
    /** Figures of each row that can colour the map, and how they are had: null until they are there. */
    readonly figures?: readonly { readonly name: RowFigure; readonly when: string }[];
    readonly useRowFigures?: (reduction: ReductionBy<M>, figure: RowFigure | null) => Float32Array | null;
  };
}
