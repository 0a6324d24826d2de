import { quotedText, type Engine } from './engine';

/**
 * A SELECT of so many rows, the same for the same seed in every engine: those whose key and seed have the least MD5 (Rivest
 * 1992).
 */
export const sampleStatement = (
  { dialect, from, columns }: Engine,
  key: string,
  rows: number,
  seed: number,
): string => {
  const text = dialect.text(dialect.quoted(key));
  return `select ${columns.map(({ name }) => dialect.quoted(name)).join(', ')} from ${from} where ${dialect.quoted(key)} is not null order by md5(${text} || ${quotedText(`:${seed}`)}), ${text} limit ${rows}`;
};
