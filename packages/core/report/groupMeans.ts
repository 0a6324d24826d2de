import { entry } from '../algebra/matrix';
import type { LevelCentres } from '../use/levelCentres';
import { figure } from '../writeup/format';
import type { Printed } from '../writeup/print';
import { cell, type PrintTable } from '../writeup/printTable';

/** Groups and measures that a printed table has room for. */
const MOST_LEVELS = 12;
const MOST_MEASURES = 60;

/** The groups' means on the measures, and what sets each apart from all others. */
export function groupMeansPrint(
  { label, levels, sizes, measures, means, apart }: LevelCentres,
  _: Printed,
): PrintTable | null {
  if (levels.length > MOST_LEVELS) return null;
  return {
    key: 'group means',
    title: `Means of the groups of ${label}`,
    head: [
      'measure',
      ...levels.map(
        (level, g) => `${level} (${sizes[g]!.toLocaleString('en', { maximumFractionDigits: 1 })})`,
      ),
    ],
    lines: measures.slice(0, MOST_MEASURES).map((name, j) => ({
      name,
      cells: levels.map((__, g) => cell(`${figure(entry(means, j, g))} [${figure(entry(apart, j, g), 2)}]`)),
    })),
    note: `As the measures stand in the table; in brackets the difference from the mean of all other groups’ rows over the standard deviation within both (Cohen 1988).${measures.length > MOST_MEASURES ? ` The first ${MOST_MEASURES} of ${measures.length} measures.` : ''}`,
    question: 6,
  };
}
