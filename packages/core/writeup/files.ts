import Papa from 'papaparse';
import { entry } from '../algebra/matrix';
import type { Components } from '../components/components';
import { leadingDimensions } from '../components/leading';
import { listChanges } from '../preparation/changes';
import type { Account } from '../preparation/prepare';
import { textAt } from '../table/column';
import { distinctNames } from '../table/distinctNames';
import { findColumn, type Table } from '../table/table';
import { dimensionName, type NamedDimension } from './dimensionName';

/** A text file to be taken out. */
export interface OutputFile {
  readonly name: string;
  readonly text: string;
}

/** A file of a reduction. */
export interface ReductionFile extends OutputFile {
  readonly kind: 'scores' | 'loadings' | 'coefficients' | 'eigenvalues';
}

/** What the files of a reduction are made of. */
export interface ReductionOutput {
  readonly table: Table;
  /** What each file's name starts with; see {@link fileStems}. */
  readonly stem: string;
  /** Names of dimensions by number. */
  readonly names: readonly NamedDimension[];
  readonly account: Account;
  readonly components: Components;
}

/** All tables of a reduction as CSV: UTF-8, commas, decimal points, numbers in the digits that give them back exactly. */
export function reductionFiles(output: ReductionOutput): ReductionFile[] {
  const file = (kind: ReductionFile['kind'], text: string) => ({
    kind,
    name: `${output.stem}-${kind}.csv`,
    text,
  });
  return [
    // A matrix of relations has no rows to be scored.
    ...(output.table.matrix === null ? [file('scores', scoresCsv(output))] : []),
    file('loadings', loadingsCsv(output)),
    file('coefficients', coefficientsCsv(output)),
    file('eigenvalues', eigenvaluesCsv(output)),
  ];
}

/** A table as it stands, every column and row. */
export function tableCsv(table: Table): string {
  return csv([
    table.columns.map(column => column.name),
    ...Array.from({ length: table.rows }, (_, row) => table.columns.map(column => textAt(column, row))),
  ]);
}

/**
 * The original columns, every row, and each kept dimension's scores: empty where a row was left out; with a column that
 * tells used from placed rows where some were only placed.
 */
export function scoresCsv({ table, names, components }: ReductionOutput): string {
  const { kept, scores, rows, placedRows, placedScores } = components;
  const place = new Map([...rows].map((row, index) => [row, index]));
  const placed = new Map([...placedRows].map((row, index) => [row, index]));
  const own = table.columns.map(column => column.name);
  const scored = [...own, ...dimensionHeader(names, kept, own)];
  const header = placed.size > 0 ? [...scored, ...distinctNames(['used'], scored)] : scored;
  const body = Array.from({ length: table.rows }, (_, row) => {
    const entries = table.columns.map(column => textAt(column, row));
    const used = place.get(row);
    const only = placed.get(row);
    for (let d = 0; d < kept; d++) {
      if (used !== undefined) entries.push(String(entry(scores, used, d)));
      else entries.push(only === undefined ? '' : String(entry(placedScores, only, d)));
    }
    if (placed.size > 0) entries.push(used !== undefined ? 'yes' : only === undefined ? '' : 'placed');
    return entries;
  });
  return csv([header, ...body]);
}

/**
 * Loadings of each measure, the dimension it leads, and the share of its variance that is held. Where dimensions are
 * oblique the loadings are the pattern, and the structure stands beside it.
 */
export function loadingsCsv({ names, components }: ReductionOutput): string {
  const { measures, kept, loadings, structure, communalities, rotation } = components;
  const leads = leadingDimensions(components.correlations);
  const oblique = rotation !== null && rotation.phi !== null;
  const header = dimensionHeader(names, kept);
  return csv([
    [
      'measure',
      ...header,
      ...(oblique ? header.map(name => `structure, ${name}`) : []),
      'leads',
      'communality',
    ],
    ...measures.map((measure, j) => [
      measure,
      ...entriesOf(loadings.values, measures.length, kept, j),
      ...(oblique ? entriesOf(structure.values, measures.length, kept, j) : []),
      dimensionName(names, leads[j]! + 1),
      String(communalities[j]),
    ]),
  ]);
}

/**
 * What places a new row: each measure treated as these were (its transform, fitted power and the number that is taken
 * about stand here), its mean taken off, divided by its divisor, multiplied by the coefficients.
 */
export function coefficientsCsv({ names, components, account }: ReductionOutput): string {
  const { measures, kept, coefficients, means, divisors } = components;
  return csv([
    ['measure', 'transform', 'power', 'about', 'mean', 'sd', 'divided by', ...dimensionHeader(names, kept)],
    ...measures.map((measure, j) => {
      const index = account.measures.indexOf(measure);
      const fitted = account.transforms.find(transform => transform.measure === measure);
      return [
        measure,
        fitted?.transform ?? 'none',
        String(fitted?.power ?? ''),
        String(fitted?.centre ?? ''),
        String(means[j]),
        String(account.sds[index]),
        String(divisors[j]),
        ...entriesOf(coefficients.values, measures.length, kept, j),
      ];
    }),
  ]);
}

/** Every dimension's eigenvalue, share and cumulative share, and whether it is kept. */
export function eigenvaluesCsv({ names, components }: Pick<ReductionOutput, 'names' | 'components'>): string {
  const { eigenvalues, shares, kept } = components;
  let cumulative = 0;
  return csv([
    ['dimension', 'name', 'eigenvalue', 'share', 'cumulative share', 'kept'],
    ...[...eigenvalues].map((value, d) => {
      cumulative += shares[d]!;
      const named = d < kept ? dimensionName(names, d + 1) : '';
      return [
        String(d + 1),
        named,
        String(value),
        String(shares[d]),
        String(cumulative),
        d < kept ? 'yes' : 'no',
      ];
    }),
  ]);
}

/** All that preparation changed: every row left out, measure set aside, transform and cell, with what it was. */
export function accountCsv(table: Table, account: Account): string {
  const row = (index: number) => String(index + 1);
  return csv([
    ['step', 'row', 'column', 'from', 'to'],
    ...account.measuresSetAside.map(({ name, because }) => ['set aside', '', name, because, '']),
    ...account.rowsLeftOut.map(out => [
      `left out (${out.step})`,
      row(out.row),
      out.because.join('; '),
      '',
      '',
    ]),
    ...listChanges(account.changes).map(({ step, row: at, measure, from, to }) => {
      const was = Number.isNaN(from) ? textAt(findColumn(table, measure)!, at) : String(from);
      return [step, row(at), measure, was, String(to)];
    }),
    ...account.reversals.map(({ measure, least, most }) => [
      'reversed',
      '',
      measure,
      `${least} to ${most}`,
      `${most} to ${least}`,
    ]),
    ...account.transforms.map(({ measure, transform, power, centre, atBound }) => [
      'transformed',
      '',
      measure,
      transform,
      power === null ? '' : `power ${power} about ${centre}${atBound ? ', at the end of its range' : ''}`,
    ]),
  ]);
}

/** Bytes of a file's name, so that with what comes behind it stays within what disks allow. */
const LONGEST_STEM = 120;
/** Names that one system or another keeps to itself. */
const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/;

/**
 * A file's name from any name: letters and digits of every script, in lower case, joined by hyphens, at most 120 bytes.
 */
export function fileStem(name: string): string {
  const letters = name
    .normalize('NFC')
    .toLowerCase()
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '');
  let stem = '';
  let bytes = 0;
  for (const letter of letters) {
    bytes += new TextEncoder().encode(letter).length;
    if (bytes > LONGEST_STEM) break;
    stem += letter;
  }
  stem = stem.replace(/-+$/, '') || 'reduction';
  return RESERVED.test(stem) ? `${stem}-` : stem;
}

/** File names for several things whose names may come to the same: "a", "a-2". */
export function fileStems(names: readonly string[]): string[] {
  return distinctNames(names.map(fileStem), [], (stem, number) => `${stem}-${number}`);
}

function dimensionHeader(
  names: readonly NamedDimension[],
  kept: number,
  taken: readonly string[] = [],
): string[] {
  return distinctNames(
    Array.from({ length: kept }, (_, d) => dimensionName(names, d + 1)),
    taken,
  );
}

function entriesOf(values: Float64Array, p: number, kept: number, j: number): string[] {
  return Array.from({ length: kept }, (_, d) => String(values[d * p + j]));
}

function csv(rows: string[][]): string {
  return `${Papa.unparse(rows, { newline: '\n' })}\n`;
}
