import { fTail } from '../algebra/distributions';
import { correlation } from '../algebra/correlation';
import { columnOf } from '../algebra/matrix';
import type { Placement } from '../methods/placement';
import { rowsStoodFor, weightsAt } from '../preparation/rowWeights';
import { isMissing, numberAt, type LevelColumn, type NumberColumn } from '../table/column';
import { correlationP } from '../suitability/suitability';
import { meanOf } from '../table/moments';
import type { Table } from '../table/table';

/** How a column of numbers goes with each dimension. */
export interface NumberRelation {
  readonly kind: 'number';
  readonly column: string;
  /** Rows used that have an entry. */
  readonly n: number;
  /** Pearson's correlations with the scores, and p of each; NaN where the column does not vary. */
  readonly correlations: Float64Array;
  readonly p: Float64Array;
}

/** How the levels of a column differ along each dimension. */
export interface LevelRelation {
  readonly kind: 'levels';
  readonly column: string;
  readonly n: number;
  readonly groups: readonly {
    readonly level: string;
    readonly n: number;
    /** Means of the scores. */
    readonly means: Float64Array;
  }[];
  /** One-way analysis of variance per dimension (Fisher 1925); NaN where groups are fewer than two or have one row each. */
  readonly f: Float64Array;
  readonly p: Float64Array;
  /** η², the share of the scores' variance that lies between groups. */
  readonly between: Float64Array;
  readonly df: readonly [number, number];
}

export type ScoreRelation = NumberRelation | LevelRelation;

/** A column of more levels than this names rows rather than groups them. */
export const MOST_LEVELS = 60;

/** The scores of each dimension against every column that has numbers or a few levels, over the rows used, weighted. */
export function scoreRelations(table: Table, placement: Placement): ScoreRelation[] {
  const { rows, at } = placement;
  const scores = Array.from({ length: at.columns }, (_, d) => columnOf(at, d));
  return table.columns.flatMap((column): ScoreRelation[] => {
    const places = [...rows.keys()].filter(i => !isMissing(column, rows[i]!));
    const n = rowsStoodFor(placement, places);
    if (n < 3) return [];
    return column.kind === 'number'
      ? [ofNumbers(column, rows, places, scores, placement, n)]
      : ofLevels(column, rows, places, scores, placement, n);
  });
}

function ofNumbers(
  column: NumberColumn,
  rows: Uint32Array,
  places: readonly number[],
  scores: readonly Float64Array[],
  placement: Placement,
  n: number,
): NumberRelation {
  const x = Float64Array.from(places, i => numberAt(column, rows[i]!));
  const weights = weightsAt(placement, places);
  const correlations = Float64Array.from(scores, score =>
    correlation(
      x,
      Float64Array.from(places, i => score[i]!),
      weights,
    ),
  );
  const p = correlations.map(r => (Number.isNaN(r) ? NaN : correlationP(r, n)));
  return { kind: 'number', column: column.name, n, correlations, p };
}

/** Rows of one level, by their place, and how many they stand for. */
interface Group {
  readonly level: string;
  readonly own: readonly number[];
  readonly n: number;
}

function ofLevels(
  column: LevelColumn,
  rows: Uint32Array,
  places: readonly number[],
  scores: readonly Float64Array[],
  placement: Placement,
  n: number,
): LevelRelation[] {
  if (column.levels.length > MOST_LEVELS) return [];
  const members = column.levels.map((): number[] => []);
  for (const i of places) members[column.codes[rows[i]!]!]!.push(i);
  const present = members.flatMap((own, code): Group[] =>
    own.length > 0 ? [{ level: column.levels[code]!, own, n: rowsStoodFor(placement, own) }] : [],
  );
  const df = [present.length - 1, n - present.length] as const;
  const { weights } = placement;
  const tests = scores.map(score => variance(present, places, score, weights, df));
  return [
    {
      kind: 'levels',
      column: column.name,
      n,
      groups: present.map(({ level, own, n: rowsOf }) => ({
        level,
        n: rowsOf,
        means: Float64Array.from(scores, score => meanAt(score, own, weights)),
      })),
      f: Float64Array.from(tests, test => test.f),
      p: Float64Array.from(tests, test => test.p),
      between: Float64Array.from(tests, test => test.between),
      df,
    },
  ];
}

function variance(
  groups: readonly Group[],
  places: readonly number[],
  score: Float64Array,
  weights: Float64Array | null,
  [df1, df2]: readonly [number, number],
) {
  const grand = meanAt(score, places, weights);
  let [among, within] = [0, 0];
  for (const { own } of groups) {
    const mean = meanAt(score, own, weights);
    for (const i of own) {
      const w = weights === null ? 1 : weights[i]!;
      among += w * (mean - grand) * (mean - grand);
      within += w * (score[i]! - mean) * (score[i]! - mean);
    }
  }
  if (df1 < 1 || !(df2 > 0)) return { f: NaN, p: NaN, between: NaN };
  const f = among / df1 / (within / df2);
  return {
    f,
    p: Number.isNaN(f) ? NaN : f === Infinity ? 0 : fTail(f, df1, df2),
    between: among / (among + within),
  };
}

function meanAt(values: Float64Array, places: readonly number[], weights: Float64Array | null): number {
  return meanOf(
    places.map(i => values[i]!),
    weights && places.map(i => weights[i]!),
  );
}
