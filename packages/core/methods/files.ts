import { csv } from '../writeup/csv';
import { hasCases, type Table } from '../table/table';
import { methodNamed, type MethodName } from './all';
import { withPlaced, type PlacedRows } from './placement';
import { scoresTable } from './scoresTable';
import type { AlsoAsked, FileSource, ReductionOutput, TextExtension } from './work';
import { workOf } from './works';

/**
 * A reduction's files by their kind in UTF-8. Tables have commas, decimal points, and numbers in the digits that give
 * them back exactly.
 *
 * @param also what {@link alsoFor} asks for, null where that cannot be had
 */
export function reductionFile(
  method: MethodName,
  kind: string,
  output: ReductionOutput<unknown>,
  also: unknown = null,
): string {
  if (kind === 'scores') {
    const placement = methodNamed(method).placement(output.result);
    const placed = also === null ? placement : withPlaced(placement, also as PlacedRows);
    return csv(scoresTable(output.table, output.names, placed));
  }
  const file = fileOf(method, kind);
  return 'text' in file ? file.text(output) : csv(file.rows(output, also));
}

/** What the name of a file of that kind ends in. */
export function extensionOf(method: MethodName, kind: string): 'csv' | TextExtension {
  if (kind === 'scores') return 'csv';
  const file = fileOf(method, kind);
  return 'text' in file ? file.extension : 'csv';
}

/** One more result that a file is made of, or null. */
export function alsoFor(
  method: MethodName,
  kind: string,
  source: FileSource<unknown, unknown>,
  result: unknown,
): AlsoAsked | null {
  if (kind !== 'scores') return fileOf(method, kind).also?.(source) ?? null;
  const { placing } = methodNamed(method);
  if (placing === undefined || !placing.wanted(result)) return null;
  return { stage: placing.stage, ask: { ...(source.ask as object), placing: placing.way(source.settings) } };
}

function fileOf(method: MethodName, kind: string) {
  const file = workOf(method).files.find(other => other.kind === kind);
  if (file === undefined) throw new RangeError(`A reduction by ${method} gives no ${kind}.`);
  return file;
}

/** The kinds of files that a reduction of a table gives. A matrix of relations has no rows to be scored. */
export function fileKindsOf(method: MethodName, table: Table): string[] {
  const ofRows = hasCases(table);
  const files = workOf(method).files.filter(file => ofRows || file.ofRows !== true);
  return [...(ofRows ? ['scores'] : []), ...files.map(({ kind }) => kind)];
}
