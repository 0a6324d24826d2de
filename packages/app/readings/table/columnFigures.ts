import { cellText } from '@wold/core/writeup/cellText';
import { csv } from '@wold/core/writeup/csv';
import type { WholeColumn } from '@wold/core/engines/wholeColumn';
import type { Recipe } from '@wold/core/recipe/schema';
import type { ColumnDescription, NumberDescription } from '@wold/core/table/describe';

/** A figure of a column: null where the column has none of the kind. */
interface ColumnFigure {
  readonly key: string;
  readonly name: string;
  readonly title: string;
  readonly of: (description: ColumnDescription) => number | null;
}

const number = (key: keyof NumberDescription & string, name: string, title: string) => ({
  key,
  name,
  title,
  of: (description: ColumnDescription) => {
    const value = description.kind === 'number' ? (description[key] as number) : null;
    return value === null || Number.isNaN(value) ? null : value;
  },
});

/** The figures of a column, in the order they are listed. */
export const columnFigures = [
  { key: 'present', name: 'n', title: 'entries', of: (d: ColumnDescription) => d.present },
  { key: 'missing', name: 'missing', title: 'missing entries', of: (d: ColumnDescription) => d.missing },
  number('mean', 'mean', 'mean'),
  number('sd', 'sd', 'standard deviation, divisor n − 1'),
  number('least', 'least', 'least entry'),
  number('lowerQuartile', 'Q1', 'lower quartile, by linear interpolation'),
  number('median', 'median', 'median'),
  number('upperQuartile', 'Q3', 'upper quartile, by linear interpolation'),
  number('most', 'most', 'largest entry'),
  number('skewness', 'skew', 'skewness g₁ = m₃ / m₂^1.5 (Fisher 1930)'),
  number('kurtosis', 'kurt', 'excess kurtosis g₂ = m₄ / m₂² − 3 (Fisher 1930)'),
  { key: 'distinct', name: 'distinct', title: 'different entries', of: (d: ColumnDescription) => d.distinct },
  number('zeros', 'zeros', 'entries that are 0'),
] as const satisfies readonly ColumnFigure[];

export type FigureKey = (typeof columnFigures)[number]['key'];

/** Those that an engine tells of a whole table; the others are of the sample of it. */
const OF_WHOLE: ReadonlySet<FigureKey> = new Set<FigureKey>([
  'present',
  'missing',
  'mean',
  'sd',
  'least',
  'most',
  'distinct',
]);

/** Figures that are of a whole table, as far as its engine told them; null where none is. */
export function toldOfWhole(whole: readonly WholeColumn[] | null): ReadonlySet<FigureKey> | null {
  if (whole === null || whole.length === 0) return null;
  // Not every engine, and none of several parts, knows how many different entries there are.
  const knowsDistinct = whole.every(({ distinct }) => distinct !== null);
  return new Set([...OF_WHOLE].filter(key => key !== 'distinct' || knowsDistinct));
}

/** Orders columns by a figure; those without it stand last either way. */
export function compareFigures(
  a: ColumnDescription,
  b: ColumnDescription,
  by: FigureKey,
  down: boolean,
): number {
  const { of } = columnFigures.find(({ key }) => key === by)!;
  const [x, y] = [of(a), of(b)];
  if (x === null || y === null) return Number(x === null) - Number(y === null);
  return down ? y - x : x - y;
}

/**
 * Every column in figures, with its role, as CSV in full digits.
 *
 * @param ofWhole figures that are of a whole table, the others being of a sample of it; null where there is no such thing
 */
export function figuresCsv(
  descriptions: readonly ColumnDescription[],
  recipe: Recipe,
  ofWhole: ReadonlySet<FigureKey> | null = null,
): string {
  const titles = columnFigures.map(({ key, title }) =>
    ofWhole === null || ofWhole.has(key) ? title : `${title} (of the sample)`,
  );
  const header = ['column', 'role', ...titles];
  const rows = descriptions.map((description, index) => [
    description.name,
    recipe.columns[index]!.role,
    ...columnFigures.map(({ of }) => cellText(of(description))),
  ]);
  return csv([header, ...rows]);
}
