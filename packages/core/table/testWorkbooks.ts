import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';

type Bytes = Uint8Array<ArrayBuffer>;

const RELATIONS = 'xl/_rels/workbook.xml.rels';
const BOOK = 'xl/workbook.xml';
const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';

/** An archive whose parts are of one day, so that the same parts make the same bytes. */
const steady = (parts: ReturnType<typeof unzipSync>): Bytes =>
  zipSync(parts, { mtime: '2020-01-01T12:00:00' }).slice();

/** A workbook with parts of it as others: for tests of what only some programs write. */
function changed(bytes: Uint8Array, change: (part: string, text: string) => string, more = {}): Bytes {
  const parts = unzipSync(bytes);
  for (const part of [BOOK, RELATIONS]) parts[part] = strToU8(change(part, strFromU8(parts[part]!)));
  return steady({ ...parts, ...more });
}

/** The same workbook, packed so that it is the same whenever it was written. */
export const asWritten = (bytes: Uint8Array): Bytes => changed(bytes, (_, text) => text);

/** The same workbook with a chart sheet before all others. */
export const withChartSheet = (bytes: Uint8Array): Bytes =>
  changed(
    bytes,
    (part, text) =>
      part === BOOK
        ? text.replace('<sheets>', '<sheets><sheet name="Chart &amp; all" sheetId="90" r:id="rIdChart"/>')
        : text.replace(
            '</Relationships>',
            `<Relationship Id="rIdChart" Type="${OFFICE}/chartsheet" Target="chartsheets/sheet1.xml"/></Relationships>`,
          ),
    { 'xl/chartsheets/sheet1.xml': strToU8('<chartsheet><drawing/></chartsheet>') },
  );

/** The same workbook whose first sheet is bound to no part. */
export const withBrokenRelation = (bytes: Uint8Array): Bytes =>
  changed(bytes, (part, text) =>
    part === BOOK ? text.replace(/(<sheet [^>]*r:id=")[^"]*"/, '$1rIdNowhere"') : text,
  );

/** The same workbook whose first sheet is hidden. */
export const withHiddenSheet = (bytes: Uint8Array): Bytes =>
  changed(bytes, (part, text) => (part === BOOK ? text.replace('<sheet ', '<sheet state="hidden" ') : text));

/** The same workbook in the strict variant of the standard, by its namespaces. */
export const inStrictVariant = (bytes: Uint8Array): Bytes =>
  changed(bytes, (_, text) =>
    text
      .replaceAll(`${OFFICE}`, 'http://purl.oclc.org/ooxml/officeDocument/relationships')
      .replaceAll(
        'http://schemas.openxmlformats.org/spreadsheetml/2006/main',
        'http://purl.oclc.org/ooxml/spreadsheetml/main',
      ),
  );
