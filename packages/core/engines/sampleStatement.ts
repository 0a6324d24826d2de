import { Problem } from '../problem';
import type { Engine } from './engine';

/**
 * A SELECT of so many rows, the same for the same seed in every engine: those whose key and seed have the least MD5 (Rivest
 * 1992), which stands last. Numbers come as doubles, all else as text.
 *
 * @param key a column whose entries tell rows apart; null where all columns together do, whose texts may differ between engines
 * @throws Problem where there is no such column
 */
export function sampleStatement(
  { dialect, from, columns }: Pick<Engine, 'dialect' | 'from' | 'columns'>,
  key: string | null,
  rows: number,
  seed: number,
): string {
  const by = key === null ? columns : columns.filter(({ name }) => name === key);
  if (by.length === 0) {
    throw new Problem(
      'the table has no such column',
      'Name another that tells rows apart.',
      `column “${key}”`,
    );
  }
  const texts = by.map(dialect.textOf);
  const text =
    key === null ? dialect.joined(texts.map(one => `coalesce(${one}, ${dialect.text('')})`)) : texts[0]!;
  const mixed = dialect.md5(dialect.joined([text, dialect.text(String(seed))]));
  const where = key === null ? '' : ` where ${dialect.quoted(key)} is not null`;
  const entries = columns.map(
    (column, j) => `${column.isNumber ? dialect.double(column) : dialect.textOf(column)} as wold_e${j}`,
  );
  return `select ${entries.join(', ')}, ${mixed} as wold_order from ${from}${where} order by wold_order, ${text} limit ${rows}`;
}
