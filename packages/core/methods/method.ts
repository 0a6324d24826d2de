import type { LinearScoring } from '../engines/scoresStatement';
import type { PreparationInput } from '../preparation/prepared';
import type { Rename } from '../preparation/renamed';
import type { Stage } from '../stages/stage';
import type { Condition } from '../table/condition';
import type { PlacedRows, Placement } from './placement';

/**
 * One way to reduce a table, as page and recipes know it: nothing of its algorithms, which its stages' works have.
 *
 * `Settings` is what an analyst decides of it beside what all reductions share, `Ask` what its result depends on.
 */
export interface Method<
  Settings extends { readonly method: string },
  Ask extends object,
  Result,
  Stages extends object,
> {
  readonly name: Settings['method'];
  /** What a new reduction by it is called. */
  readonly title: string;
  /** What is done while its result is found, before the name of the reduction. */
  readonly doing: string;
  /** Whether it looks for what measures share, so that it minds measures that share too much or too little. */
  readonly ofCommonFactors: boolean;
  /** Whether distances of the rows are enough for it, where a table gives these in place of measures. */
  readonly ofDistances: boolean;
  /**
   * The settings that one of so many rows and measures starts from; no rows where the table has none, and no label where
   * none colours the map.
   */
  readonly fresh: (rows: number, measures: number, label: string | null, words: boolean) => Settings;
  /** @param without measures of the preparation that the reduction leaves out */
  readonly ask: (preparation: PreparationInput, without: readonly string[], settings: Settings) => Ask;
  /** The settings, and the question, where columns are called otherwise. */
  readonly renamed: (settings: Settings, to: Rename) => Settings;
  readonly askRenamed: (ask: Ask, to: Rename) => Ask;
  /** All that can be asked of it, by name, and what its result is. */
  readonly stages: Stages;
  readonly stage: Stage<Ask, Result>;
  readonly placement: (result: Result) => Placement;
  /** Whether moments are enough for its dimensions, which then are those of a whole table that stays in its engine. */
  readonly ofMoments: (settings: Settings) => boolean;
  /** How rows are placed by sums of their treated measures; null where a result does not, absent where none does. */
  readonly scoring?: (result: Result) => LinearScoring | null;
  /** Conditions that rows with a say in its result meet beside those of the preparation; none without it. */
  readonly usedWhere?: (result: Result) => readonly Condition[];
  /** Multiplications that finding its dimensions again takes, about; not there where it has none that could be. */
  readonly againWork?: (result: Result) => number;
  /** What places rows that are only placed, where the result itself does not. */
  readonly placing?: Placing<Settings, Ask, Result>;
}

/** How rows that had no say in a result are placed by work of its own. */
export interface Placing<Settings, Ask, Result> {
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- a way to do so that the method knows
  readonly stage: Stage<Ask & { readonly placing: any }, PlacedRows>;
  /** The way that settings ask for. */
  readonly way: (settings: Settings) => string;
  /** Whether a result is finished and has such rows. */
  readonly wanted: (result: Result) => boolean;
}

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- of every kind
export type AnyMethod = Method<any, any, any, any>;
