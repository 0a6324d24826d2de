import { distinctNames } from './distinctNames';

/** A heading in two: a short name, and in full what it says. */
export interface ShortHeading {
  readonly name: string;
  readonly wording: string;
}

/** A heading that starts with a code is split from so many characters on, any other where it is longer still. */
const LONG_CODED = 24;
const LONG = 48;
const LONGEST_SHORT = 24;

/** "Q08 How far …", "q8_1: How …", "[Q3] …", "Item 4. …", "12) …": a code with a figure, then what it stands for. */
const CODED =
  /^\s*[[(]?((?:[\p{L}]{1,10}[ _.-]?)?\d{1,4}(?:[._-]?\d{1,3})*[a-z]?)[\])]?(?:\s*[:.)–—-]\s*|\s+)(\p{L}.{7,})$/u;
/** "How content are you with … [Price]". */
const BRACKETED = /^.{10,}[[(]([^[\]()]{2,24})[\])]\s*$/u;

/**
 * Headings that say a whole sentence, each with a short name that no other column has: its code, what stands in brackets
 * at its end, or its first words after those it shares with others. Null for a heading that is short enough.
 */
export function shortHeadings(headings: readonly string[]): (ShortHeading | null)[] {
  const long = headings.filter(heading => heading.length > LONG);
  const wanted = headings.map(heading => wantedFor(heading, long));
  const taken = headings.filter((_, j) => wanted[j] === null);
  const names = distinctNames(
    wanted.flatMap(one => (one === null ? [] : [one.name])),
    taken,
  );
  return wanted.map(one => (one === null ? null : { ...one, name: names.shift()! }));
}

function wantedFor(heading: string, long: readonly string[]): ShortHeading | null {
  const coded = heading.length > LONG_CODED ? CODED.exec(heading) : null;
  if (coded !== null) return { name: coded[1]!.trim(), wording: coded[2]!.trim() };
  if (heading.length <= LONG) return null;
  const bracketed = BRACKETED.exec(heading);
  if (bracketed !== null) return { name: bracketed[1]!.trim(), wording: heading };
  return { name: firstWords(heading.slice(sharedStart(heading, long))), wording: heading };
}

/** How many characters a heading's start shares, in whole words, with at least two others. */
function sharedStart(heading: string, long: readonly string[]): number {
  const words = heading.split(/(?<=\s)/);
  let start = 0;
  for (const word of words.slice(0, -1)) {
    const next = start + word.length;
    const alike = long.filter(other => other.startsWith(heading.slice(0, next))).length;
    if (alike < 3) break;
    start = next;
  }
  return start;
}

function firstWords(text: string): string {
  const words = text.trim().split(/\s+/);
  let name = words[0]!.slice(0, LONGEST_SHORT);
  for (const word of words.slice(1)) {
    if (name.length + 1 + word.length > LONGEST_SHORT) break;
    name = `${name} ${word}`;
  }
  return name.replace(/[,;:.?!…]+$/, '') || text.slice(0, LONGEST_SHORT);
}
