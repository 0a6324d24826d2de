import { MOST_OUTLIERS, type MeasureBoxes } from '@wold/core/preparation/boxes';
import type { GapPatterns } from '@wold/core/preparation/gapPatterns';
import type { Numbers } from '../../outputs/TakeOutMenu';

const FIGURES = [
  'least',
  'lowWhisker',
  'lowerQuartile',
  'median',
  'upperQuartile',
  'highWhisker',
  'most',
] as const;
const HEADS = ['least', 'low whisker', 'lower quartile', 'median', 'upper quartile', 'high whisker', 'most'];

/** Each measure's box before and after treatment. */
export function boxNumbers(boxes: readonly MeasureBoxes[]): Numbers {
  const figures = (box: MeasureBoxes['before']) =>
    FIGURES.map(name => (Number.isFinite(box[name]) ? String(box[name]) : ''));
  return [
    ['measure', 'treatment', ...HEADS, `outliers, at most ${MOST_OUTLIERS}`],
    ...boxes.flatMap(({ measure, before, after }) => [
      [measure, 'before', ...figures(before), String(before.outliers.length)],
      [measure, 'after', ...figures(after), String(after.outliers.length)],
    ]),
  ];
}

/**
 * Which measures go missing together, in how many rows and in which.
 *
 * @param rows of the table; those of patterns that are not told apart are summed up
 */
export function gapNumbers({ measures, complete, patterns }: GapPatterns, rows: number): Numbers {
  const others = patterns.reduce((rest, pattern) => rest - pattern.rows.length, rows - complete);
  return [
    ['rows', ...measures.map(({ name }) => name), 'row numbers'],
    [String(complete), ...measures.map(() => ''), ''],
    ...patterns.map(({ lacks, rows: own }) => [
      String(own.length),
      ...measures.map(({ name }) => (lacks.includes(name) ? 'missing' : '')),
      [...own].map(row => row + 1).join(' '),
    ]),
    ...(others > 0 ? [[String(others), ...measures.map(() => ''), 'rows of other patterns']] : []),
  ];
}
