import { shortName } from '@wold/core/writeup/format';

/** A name at most so many letters long, told apart from the names it stands among. */
export type ShortName = (name: string, most: number) => string;

/** Names beyond these are cut each by itself: a list so long is searched, not read. */
const MANY = 20_000;
/** Fewer letters than this leave no room for what differs. */
const LEAST = 8;
/** Parts of a name that are shown, beside its start. */
const MOST_PLACES = 3;
const MOST_ROUNDS = 4;

/** Cuts names as {@link shortName} does; those that would be cut alike are cut around the place where they differ. */
export function namesApart(names: readonly string[]): ShortName {
  const known = new Map<number, ReadonlyMap<string, string>>();
  return (name, most) => {
    if (name.length <= most) return name;
    let apart = known.get(most);
    if (apart === undefined) known.set(most, (apart = cutAlike(names, most)));
    return apart.get(name) ?? shortName(name, most);
  };
}

/** Names that would be cut alike, and how they are cut instead. */
function cutAlike(names: readonly string[], most: number): Map<string, string> {
  const cuts = new Map<string, string>();
  if (most < LEAST || names.length > MANY) return cuts;
  const long = [...new Set(names)].filter(name => name.length > most);
  // Names of one group may come out like those of another: then these are told apart together.
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const alike = grouped(long, name => cuts.get(name) ?? shortName(name, most)).filter(
      group => group.length > 1,
    );
    if (alike.length === 0) break;
    for (const group of alike) cutApart(group, most, cuts);
  }
  return cuts;
}

/** @param places where names that were cut like these already differ from them */
function cutApart(
  alike: readonly string[],
  most: number,
  cuts: Map<string, string>,
  places: readonly number[] = [],
): void {
  const differing = [...places, firstDifference(alike)];
  for (const still of grouped(alike, name => cutAround(name, differing, most))) {
    for (const name of still) cuts.set(name, cutAround(name, differing, most));
    // These differ further on, and are told apart from the others by what comes before.
    if (still.length > 1 && differing.length < MOST_PLACES) cutApart(still, most, cuts, differing);
  }
}

/** A few letters of the start, and as many from just before each of some places as there is room for. */
function cutAround(name: string, places: readonly number[], most: number): string {
  const letters = [...name];
  if (letters.length <= most) return name;
  const head = Math.max(2, Math.floor((most * 0.25) / places.length));
  // A mark stands before each part and after the last.
  const room = Math.max(1, Math.floor((most - head - 1) / places.length) - 1);
  let text = letters.slice(0, head).join('');
  let end = head;
  for (const place of places) {
    const from = Math.max(end, Math.min(room > 1 ? place - 1 : place, letters.length - room));
    text += `${from > end ? '…' : ''}${letters.slice(from, from + room).join('')}`;
    end = Math.min(letters.length, from + room);
  }
  return end < letters.length ? `${text}…` : text;
}

/** The place of the first letter in which not all of the names agree. */
function firstDifference(names: readonly string[]): number {
  const [first, ...others] = names.map(name => [...name]) as [string[], ...string[][]];
  const place = first.findIndex((letter, index) => others.some(other => other[index] !== letter));
  return place < 0 ? first.length : place;
}

function grouped(names: readonly string[], by: (name: string) => string): string[][] {
  const groups = new Map<string, string[]>();
  for (const name of names) {
    const key = by(name);
    const group = groups.get(key);
    if (group === undefined) groups.set(key, [name]);
    else group.push(name);
  }
  return [...groups.values()];
}
