import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import readSheets from 'read-excel-file/universal';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { PLAIN_MARKS } from './columnBuilder';
import { contentKey } from './contentKey';
import { entryText } from './entryText';
import { rowsTable, rowTaker } from './rowTaker';
import { sheetKinds, type SheetKind } from './sheetKinds';
import { withoutEmptyStretches } from './sparseSheet';
import type { ReadingChoices } from './readingChoices';
import type { Table } from './table';

/** A workbook that unpacks to more than this is refused before it is unpacked. */
const MOST_UNPACKED = 160 << 20;

/**
 * Reads a sheet of an XLSX workbook (ISO/IEC 29500): the chosen one, or the first that has entries. Its first row with
 * entries names the columns.
 *
 * @throws Problem when it is no workbook, is damaged, unpacks to more than 160 MiB, or has no such sheet
 */
export async function readWorkbook(
  bytes: Uint8Array<ArrayBuffer>,
  name: string,
  host: Host = quietHost,
  choices: ReadingChoices = {},
): Promise<Table> {
  const parts = unpack(bytes, name);
  const kinds = sheetKinds(name => parts[name]);
  expectCells(kinds, name);
  host.progress(0.2);
  let sparse: boolean;
  let sheets: Awaited<ReturnType<typeof readSheets>>;
  try {
    sparse = bringTogether(parts, name);
    // Handed on without packing, which the package unpacks without a worker of its own.
    sheets = await readSheets(zipSync(parts, { level: 0 }).buffer as ArrayBuffer);
  } catch (thrown) {
    if (thrown instanceof Problem) throw thrown;
    throw new Problem(
      `this workbook cannot be read (${(thrown as Error).message})`,
      'It is damaged or locked by a password: save it again, or save the sheet as CSV.',
      name,
    );
  }
  host.progress(0.6);
  const { chosen, passed } = chosenSheet(
    // The package gives no cells of a sheet that has none, though its types say that it does.
    sheets.map(({ sheet, data }: Sheet, index) => ({ sheet, data, kind: kinds[index] ?? 'unknown' })),
    choices.sheet,
    name,
  );
  const names = sheets.filter(({ data }: Sheet) => data !== undefined).map(({ sheet }) => sheet);
  const rows = rowTaker({ ...PLAIN_MARKS, header: choices.header ?? true }, name);
  rows.take(chosen.data.map(row => (row.length === 0 ? [''] : row.map(value => entryText(value)))));
  const source = { format: 'workbook', sheet: chosen.sheet, sheets: names } as const;
  const notes = [
    ...passed.map(sheet => ({ what: `${whyPassed(sheet)} “${chosen.sheet}” is read.`, where: null })),
    ...(sparse
      ? [{ what: 'Its entries lie far apart: rows and columns without any are not taken in.', where: null }]
      : []),
  ];
  return rowsTable(rows.finish(), { key: contentKey(bytes), name, source, choices, notes });
}

/** @throws Problem where no sheet can have cells: the package would fail in words of its own */
function expectCells(kinds: readonly SheetKind[], name: string): void {
  if (kinds.length === 0 || kinds.includes('cells')) return;
  throw kinds.includes('unknown')
    ? new Problem('it does not say which of its parts hold its sheets, so it is damaged', REMEDY, name)
    : new Problem(
        'none of its sheets has cells: they hold charts, dialogs or macros',
        'Open a workbook that has a table in it.',
        name,
      );
}

type Cells = Awaited<ReturnType<typeof readSheets>>[number]['data'];

interface Sheet {
  readonly sheet: string;
  /** Undefined where it has no cells. */
  readonly data: Cells | undefined;
}

interface KnownSheet extends Sheet {
  readonly kind: SheetKind;
}

/**
 * The sheet that is asked for, or the first that has entries, and those before it that hold none or cannot be read.
 *
 * @throws Problem where there is none
 */
function chosenSheet(
  sheets: readonly KnownSheet[],
  asked: string | undefined,
  name: string,
): { readonly chosen: { sheet: string; data: Cells }; readonly passed: readonly KnownSheet[] } {
  const hasCells = (sheet: KnownSheet): sheet is KnownSheet & { data: Cells } => sheet.data !== undefined;
  const readable = sheets.filter(hasCells);
  if (asked !== undefined) {
    const there = sheets.find(({ sheet }) => sheet === asked);
    if (there === undefined) {
      const names = readable.map(({ sheet }) => sheet).join(', ');
      throw new Problem(`it has no sheet “${asked}”; its sheets are ${names}`, 'Choose one of these.', name);
    }
    if (!hasCells(there)) throw new Problem(whyPassed(there), REMEDY, name);
    return { chosen: there, passed: [] };
  }
  const chosen = readable.find(({ data }) => data.some(row => row.some(hasEntry)));
  if (chosen !== undefined) return { chosen, passed: sheets.slice(0, sheets.indexOf(chosen)) };
  const broken = sheets.find(({ data, kind }) => data === undefined && isBroken(kind));
  if (broken !== undefined) throw new Problem(whyPassed(broken), REMEDY, name);
  throw new Problem('none of its sheets has an entry', 'Open a workbook that has a table in it.', name);
}

const REMEDY = 'Choose another sheet, or save the workbook again from its source.';

const isBroken = (kind: SheetKind): boolean => kind === 'unknown' || kind === 'cells';

/** Why a sheet is not read, as a sentence. */
function whyPassed({ sheet, data, kind }: KnownSheet): string {
  if (data !== undefined) return `Sheet “${sheet}” has no entries.`;
  if (isBroken(kind)) {
    return `Sheet “${sheet}” cannot be read: the workbook does not say which of its parts holds it, so it is damaged.`;
  }
  return `Sheet “${sheet}” is a ${kind === 'macros' ? 'sheet of macros' : `${kind} sheet`}, without cells.`;
}

/** Leaves what is empty out of sheets whose entries lie far apart; says whether there was one. */
function bringTogether(parts: ReturnType<typeof unzipSync>, name: string): boolean {
  let any = false;
  for (const part of Object.keys(parts)) {
    if (!/^xl\/worksheets\/[^/]*\.xml$/.test(part)) continue;
    const xml = withoutEmptyStretches(strFromU8(parts[part]!), `${name}, ${part}`);
    if (xml === null) continue;
    parts[part] = strToU8(xml);
    any = true;
  }
  return any;
}

const hasEntry = (value: unknown): boolean => value !== null && value !== undefined && value !== '';

function unpack(bytes: Uint8Array<ArrayBuffer>, name: string): ReturnType<typeof unzipSync> {
  const isPart = (part: string) => /\.(xml|rels)$/.test(part);
  let unpacked = 0;
  try {
    // Sizes are summed before anything is unpacked.
    unzipSync(bytes, {
      filter: ({ name: part, originalSize }) => {
        if (isPart(part)) unpacked += originalSize;
        return false;
      },
    });
    if (unpacked > MOST_UNPACKED) {
      throw new Problem(
        'it would unpack to more than 160 MiB, which is what is read of a workbook',
        'Save the sheet you need as CSV, and open that.',
        name,
      );
    }
    const parts = unzipSync(bytes, { filter: ({ name: part }) => isPart(part) });
    if (parts['xl/workbook.xml'] === undefined) {
      throw new Problem(
        'this is a ZIP archive, not a workbook',
        'Unpack the archive, and open the table inside.',
        name,
      );
    }
    return parts;
  } catch (thrown) {
    if (thrown instanceof Problem) throw thrown;
    throw new Problem(
      `this workbook cannot be unpacked (${(thrown as Error).message})`,
      'It is cut short or damaged: save it again from its source.',
      name,
    );
  }
}
