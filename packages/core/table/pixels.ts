/** Columns that are the pixels of a picture: how wide and high that is, and which column each pixel is, line by line. */
export interface Pixels {
  readonly wide: number;
  readonly high: number;
  readonly columns: readonly string[];
}

/** Pictures smaller than this along a side are not taken for one. */
const LEAST = 4;
const FEWEST_NUMBERED = 64;

/**
 * Whether the names of columns say that they are pixels: all of them alike but for a line and a place in it, every one
 * there (r1c1, r1c2, …), or numbered through and as many as make a square (px0 … px783). Null where they do not.
 */
export function pixelsOf(names: readonly string[]): Pixels | null {
  return byLines(names) ?? numberedThrough(names);
}

function byLines(names: readonly string[]): Pixels | null {
  const found = names.map(name => /^(\D*)(\d+)(\D+)(\d+)(\D*)$/.exec(name));
  const first = found[0];
  if (first === null || first === undefined) return null;
  const alike = found.every(
    match => match !== null && match[1] === first[1] && match[3] === first[3] && match[5] === first[5],
  );
  if (!alike) return null;
  const places = found.map(match => [Number(match![2]), Number(match![4])] as const);
  const top = places.reduce((least, [line]) => Math.min(least, line), Infinity);
  const left = places.reduce((least, [, place]) => Math.min(least, place), Infinity);
  const high = 1 + places.reduce((most, [line]) => Math.max(most, line), 0) - top;
  const wide = 1 + places.reduce((most, [, place]) => Math.max(most, place), 0) - left;
  if (wide < LEAST || high < LEAST || wide * high !== names.length) return null;
  const columns = new Array<string>(names.length).fill('');
  places.forEach(([line, place], j) => (columns[(line - top) * wide + place - left] = names[j]!));
  return columns.includes('') ? null : { wide, high, columns };
}

function numberedThrough(names: readonly string[]): Pixels | null {
  const side = Math.sqrt(names.length);
  if (names.length < FEWEST_NUMBERED || !Number.isInteger(side)) return null;
  const found = names.map(name => /^(\D*)(\d+)$/.exec(name));
  const first = found[0];
  if (first === null || first === undefined) return null;
  const from = found.reduce((least, match) => Math.min(least, Number(match?.[2] ?? 0)), Infinity);
  const columns = new Array<string>(names.length).fill('');
  for (const [j, match] of found.entries()) {
    if (match === null || match[1] !== first[1]) return null;
    const at = Number(match[2]) - from;
    if (at >= names.length) return null;
    columns[at] = names[j]!;
  }
  return columns.includes('') ? null : { wide: side, high: side, columns };
}
