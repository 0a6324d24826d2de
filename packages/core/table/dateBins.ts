import { isMissing, type LevelColumn } from './column';
import { levelsBuilder } from './columnBuilder';
import { datesOf } from './dates';

/** Spans of time that days are brought together by. */
export const DATE_SPANS = ['month', 'quarter', 'year', 'decade'] as const;
export type DateSpan = (typeof DATE_SPANS)[number];

const DAY = 86_400_000;
/** More groups than this say nothing each. */
const MOST_GROUPS = 24;

/** The span that a day lies in, as a name that sorts in order of time: 2018-04, 2018 Q2, 2018, 2010s. */
export function spanOf(day: number, by: DateSpan): string {
  const date = new Date(day * DAY);
  const [year, month] = [date.getUTCFullYear(), date.getUTCMonth()];
  switch (by) {
    case 'month':
      return `${year}-${String(month + 1).padStart(2, '0')}`;
    case 'quarter':
      return `${year} Q${Math.floor(month / 3) + 1}`;
    case 'year':
      return String(year);
    case 'decade':
      return `${Math.floor(year / 10) * 10}s`;
  }
}

/** Days since 1970 of each level, where the levels are so many dates that single ones make no groups; else null. */
export function singleDays({ levels }: LevelColumn): Float64Array | null {
  return levels.length > MOST_GROUPS ? datesOf(levels) : null;
}

/** The shortest span that brings days to few enough groups; the longest where none does. */
export function fittingSpan(days: Float64Array): DateSpan {
  const known = days.filter(day => !Number.isNaN(day));
  return (
    DATE_SPANS.find(by => new Set(Array.from(known, day => spanOf(day, by))).size <= MOST_GROUPS) ?? 'decade'
  );
}

/**
 * A label of the spans that a column's dates lie in, in order of time; entries that are no dates are missing.
 *
 * @returns null where most entries are no dates
 */
export function binnedDates(column: LevelColumn, name: string, by: DateSpan): LevelColumn | null {
  const days = datesOf(column.levels);
  if (days === null) return null;
  const rows = column.codes.length;
  const builder = levelsBuilder(rows, text => text === '');
  for (let row = 0; row < rows; row++) {
    const day = isMissing(column, row) ? NaN : days[column.codes[row]!]!;
    builder.add(Number.isNaN(day) ? '' : spanOf(day, by));
  }
  const inTime = days.filter(day => !Number.isNaN(day)).sort();
  return builder.finish(name, [...new Set(Array.from(inTime, day => spanOf(day, by)))]);
}
