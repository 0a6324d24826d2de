import { Problem } from '../problem';
import { isMissing, missingCount, numberAt, textAt, type Column, type NumberColumn } from './column';
import type { RelationMatrix } from './table';

/** Printed matrices are symmetric, and have ones on their diagonal, to the digits they are printed with. */
const PRINTED = 5e-4;

/**
 * Whether columns hold the correlations or covariances of one another, or the distances of the rows: a column of names
 * and, for each name, a column of that name, in the same order. Relations are symmetric, with a positive diagonal;
 * distances have a diagonal of zeros, and may have other columns that tell of the rows. Null where they are neither.
 *
 * @throws Problem naming the cell where a table of distances has an entry that is none
 */
export function findMatrix(columns: readonly Column[], rows: number): RelationMatrix | null {
  const [first, ...others] = columns;
  if (first === undefined || rows < 2 || others.length < rows || missingCount(first) > 0) return null;
  const names = Array.from({ length: rows }, (_, row) => textAt(first, row));
  const named = namedColumns(others, names);
  if (named === null) return null;
  if (isOfDistances(named)) {
    refuseNoDistances(named, names);
    return { kind: 'distance', names };
  }
  const whole = others.length === rows && named.every(column => missingCount(column) === 0);
  return whole ? kindOf(named, names) : null;
}

/** The columns of numbers that have the names, in their order, one after the other; null where they are not there. */
function namedColumns(columns: readonly Column[], names: readonly string[]): NumberColumn[] | null {
  const from = columns.findIndex(({ name }) => name === names[0]);
  const named = from === -1 ? [] : columns.slice(from, from + names.length);
  const fits = (column: Column, j: number): column is NumberColumn =>
    column.kind === 'number' && column.name === names[j];
  return named.length === names.length && named.every(fits) ? named : null;
}

/** Most things are at no distance from themselves: where a few are not, these are slips. */
function isOfDistances(columns: readonly NumberColumn[]): boolean {
  const zeros = columns.filter((column, j) => !isMissing(column, j) && numberAt(column, j) === 0);
  return 2 * zeros.length > columns.length;
}

function refuseNoDistances(columns: readonly NumberColumn[], names: readonly string[]): void {
  let largest = 0;
  for (const { values } of columns) for (const value of values) largest = Math.max(largest, Math.abs(value));
  for (let j = 0; j < columns.length; j++) {
    for (let i = 0; i < columns.length; i++) {
      const column = columns[j]!;
      const cell = `row ${i + 1} (“${names[i]!}”), column “${names[j]!}”`;
      if (isMissing(column, i)) throw noDistance('is missing.', 'Give the distances of all pairs.', cell);
      const value = numberAt(column, i);
      if (value < 0) throw noDistance(`is ${value}, below 0.`, 'Give distances of 0 or more.', cell);
      if (!Number.isFinite(value)) throw noDistance('has no end.', 'Give distances that are numbers.', cell);
      if (i === j && value !== 0) {
        throw noDistance(`from itself is ${value}.`, 'Give 0 along the diagonal.', cell);
      }
      const back = numberAt(columns[i]!, j);
      if (i < j && !isMissing(columns[i]!, j) && Math.abs(value - back) > PRINTED * largest) {
        const advice = 'Give the same distance both ways.';
        throw noDistance(`is ${value}, and ${back} the other way round.`, advice, cell);
      }
    }
  }
}

function noDistance(what: string, advice: string, cell: string): Problem {
  return new Problem(`the table holds distances, and this one ${what}`, advice, cell);
}

function kindOf(columns: readonly NumberColumn[], names: readonly string[]): RelationMatrix | null {
  let unit = true;
  for (let j = 0; j < columns.length; j++) {
    const variance = numberAt(columns[j]!, j);
    if (!(variance > 0)) return null;
    if (Math.abs(variance - 1) > PRINTED) unit = false;
    for (let i = 0; i < j; i++) {
      const [above, below] = [numberAt(columns[j]!, i), numberAt(columns[i]!, j)];
      const bound = Math.sqrt(variance * numberAt(columns[i]!, i));
      if (Math.abs(above - below) > PRINTED * bound || Math.abs(above) > bound * (1 + PRINTED)) return null;
    }
  }
  return { kind: unit ? 'correlation' : 'covariance', names };
}
