import { strFromU8 } from 'fflate';

/** What a sheet of a workbook is: only `cells` can be read. `unknown` is one whose part the workbook does not name. */
export type SheetKind = 'cells' | 'chart' | 'dialog' | 'macros' | 'unknown';

const KINDS: ReadonlyMap<string, SheetKind> = new Map([
  ['worksheet', 'cells'],
  ['chartsheet', 'chart'],
  ['dialogsheet', 'dialog'],
  ['xlMacrosheet', 'macros'],
  ['xlIntlMacrosheet', 'macros'],
]);

/**
 * The kinds of a workbook's sheets, in its own order (ISO/IEC 29500-1, 12.3: sheets are told apart by the types of their
 * relationships, in the transitional and the strict variant alike).
 *
 * @param partOf a part of the archive by its name
 */
export function sheetKinds(partOf: (name: string) => Uint8Array | undefined): readonly SheetKind[] {
  const text = (part: string) => {
    const bytes = partOf(part);
    return bytes === undefined ? '' : strFromU8(bytes);
  };
  const types = new Map(
    tagsOf(text('xl/_rels/workbook.xml.rels'), 'Relationship').map(tag => [
      attribute(tag, 'Id'),
      attribute(tag, 'Type')?.split('/').at(-1) ?? '',
    ]),
  );
  return tagsOf(text('xl/workbook.xml'), 'sheet')
    .filter(tag => attribute(tag, 'name'))
    .map(tag => KINDS.get(types.get(attribute(tag, 'id')) ?? '') ?? 'unknown');
}

const tagsOf = (xml: string, name: string): readonly string[] =>
  xml.match(new RegExp(`<(?:[\\w.-]+:)?${name}\\s[^>]*>`, 'g')) ?? [];

/** An attribute whatever its prefix; undefined where there is none. */
const attribute = (tag: string, name: string): string | undefined =>
  new RegExp(`\\s(?:[\\w.-]+:)?${name}\\s*=\\s*["']([^"']*)["']`).exec(tag)?.[1];
