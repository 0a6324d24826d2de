import { fTail } from '../algebra/distributions';
import { columnOf } from '../algebra/matrix';
import type { Components } from '../components/components';
import { isMissing, numberAt, type LevelColumn, type NumberColumn } from '../table/column';
import { correlationP } from '../suitability/suitability';
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

/** The scores of each dimension against every column that has numbers or a few levels, over the rows used. */
export function scoreRelations(table: Table, components: Components): ScoreRelation[] {
  const scores = Array.from({ length: components.kept }, (_, d) => columnOf(components.scores, d));
  return table.columns.flatMap((column): ScoreRelation[] => {
    const places = [...components.rows.keys()].filter(i => !isMissing(column, components.rows[i]!));
    if (places.length < 3) return [];
    return column.kind === 'number'
      ? [ofNumbers(column, components.rows, places, scores)]
      : ofLevels(column, components.rows, places, scores);
  });
}

function ofNumbers(
  column: NumberColumn,
  rows: Uint32Array,
  places: readonly number[],
  scores: readonly Float64Array[],
): NumberRelation {
  const x = Float64Array.from(places, i => numberAt(column, rows[i]!));
  const n = x.length;
  const correlations = Float64Array.from(scores, score =>
    correlation(
      x,
      Float64Array.from(places, i => score[i]!),
    ),
  );
  const p = correlations.map(r => (Number.isNaN(r) ? NaN : correlationP(r, n)));
  return { kind: 'number', column: column.name, n, correlations, p };
}

function ofLevels(
  column: LevelColumn,
  rows: Uint32Array,
  places: readonly number[],
  scores: readonly Float64Array[],
): LevelRelation[] {
  if (column.levels.length > MOST_LEVELS) return [];
  const members = column.levels.map((): number[] => []);
  for (const i of places) members[column.codes[rows[i]!]!]!.push(i);
  const present = members.flatMap((own, code) =>
    own.length > 0 ? [{ level: column.levels[code]!, own }] : [],
  );
  const n = places.length;
  const df = [present.length - 1, n - present.length] as const;
  const tests = scores.map(score => variance(present, places, score, df));
  return [
    {
      kind: 'levels',
      column: column.name,
      n,
      groups: present.map(({ level, own }) => ({
        level,
        n: own.length,
        means: Float64Array.from(scores, score => meanAt(score, own)),
      })),
      f: Float64Array.from(tests, test => test.f),
      p: Float64Array.from(tests, test => test.p),
      between: Float64Array.from(tests, test => test.between),
      df,
    },
  ];
}

function variance(
  groups: readonly { readonly own: readonly number[] }[],
  places: readonly number[],
  score: Float64Array,
  [df1, df2]: readonly [number, number],
) {
  const grand = meanAt(score, places);
  let [among, within] = [0, 0];
  for (const { own } of groups) {
    const mean = meanAt(score, own);
    among += own.length * (mean - grand) * (mean - grand);
    for (const i of own) within += (score[i]! - mean) * (score[i]! - mean);
  }
  if (df1 < 1 || df2 < 1) return { f: NaN, p: NaN, between: NaN };
  const f = among / df1 / (within / df2);
  return {
    f,
    p: Number.isNaN(f) ? NaN : f === Infinity ? 0 : fTail(f, df1, df2),
    between: among / (among + within),
  };
}

function meanAt(values: Float64Array, places: readonly number[]): number {
  let sum = 0;
  for (const i of places) sum += values[i]!;
  return sum / places.length;
}

/** Pearson's correlation; NaN where one of the two does not vary. */
export function correlation(x: Float64Array, y: Float64Array): number {
  const mean = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const [mx, my] = [mean(x), mean(y)];
  let [xx, yy, xy] = [0, 0, 0];
  for (let i = 0; i < x.length; i++) {
    xx += (x[i]! - mx) * (x[i]! - mx);
    yy += (y[i]! - my) * (y[i]! - my);
    xy += (x[i]! - mx) * (y[i]! - my);
  }
  return xx > 0 && yy > 0 ? Math.max(-1, Math.min(1, xy / Math.sqrt(xx * yy))) : NaN;
}
