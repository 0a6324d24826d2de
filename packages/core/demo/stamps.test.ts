import { readDelimited } from '../table/readDelimited';
import { numberAt, type LevelColumn, type NumberColumn } from '../table/column';
import { stampLines, stamps } from './stamps';

const table = readDelimited(new TextEncoder().encode(stamps(600, 12).csv), 'stamps.csv');
const pixels = table.columns.slice(3) as NumberColumn[];
const levelsOf = (name: string) => table.columns.find(column => column.name === name) as LevelColumn;

test('every pixel is a whole number from 0 to 255, a byte each', () => {
  expect(pixels).toHaveLength(144);
  for (const { values } of pixels) expect(values).toBeInstanceOf(Uint8Array);
  expect(Math.max(...pixels.map(column => Math.max(...column.values)))).toBeGreaterThan(200);
});

test('ten families, which their mean pictures tell apart', () => {
  const { codes, levels } = levelsOf('family');
  expect(levels).toHaveLength(10);
  const means = levels.map((_, code) => {
    const rows = [...codes.keys()].filter(row => codes[row] === code);
    return pixels.map(column => rows.reduce((sum, row) => sum + numberAt(column, row), 0) / rows.length);
  });
  // Most impressions are nearest to their own family's mean.
  let right = 0;
  for (let row = 0; row < table.rows; row++) {
    const squares = means.map(mean =>
      pixels.reduce((sum, column, j) => sum + (numberAt(column, row) - mean[j]!) ** 2, 0),
    );
    right += Number(squares.indexOf(Math.min(...squares)) === codes[row]);
  }
  expect(right / table.rows).toBeGreaterThan(0.75);
});

test('the worn are fainter, and the same seed draws the same', () => {
  const { codes, levels } = levelsOf('wear');
  const ink = (level: string) => {
    const rows = [...codes.keys()].filter(row => levels[codes[row]!] === level);
    return rows.reduce((sum, row) => sum + pixels.reduce((all, column) => all + numberAt(column, row), 0), 0) / rows.length; // prettier-ignore
  };
  expect(ink('fresh')).toBeGreaterThan(1.1 * ink('worn'));
  expect(stamps(20, 8).csv).toBe([...stampLines(20, 8)].join(''));
  expect(stamps(20, 8, 3).csv).not.toBe(stamps(20, 8).csv);
});
