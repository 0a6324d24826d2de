import type { MeasureBoxes } from '@wold/core/preparation/boxes';
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
    ['measure', 'treatment', ...HEADS, 'outliers'],
    ...boxes.flatMap(({ measure, before, after }) => [
      [measure, 'before', ...figures(before), String(before.outliers.length)],
      [measure, 'after', ...figures(after), String(after.outliers.length)],
    ]),
  ];
}

/** Which measures go missing together, in how many rows and in which. */
export function gapNumbers({ measures, complete, patterns }: GapPatterns): Numbers {
  return [
    ['rows', ...measures.map(({ name }) => name), 'row numbers'],
    [String(complete), ...measures.map(() => ''), ''],
    ...patterns.map(({ lacks, rows }) => [
      String(rows.length),
      ...measures.map(({ name }) => (lacks.includes(name) ? 'missing' : '')),
      [...rows].map(row => row + 1).join(' '),
    ]),
  ];
}
