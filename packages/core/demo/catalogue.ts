import Papa from 'papaparse';
import { seededRandom, type Random } from '../algebra/random';

/** Words that descriptions of one kind of vessel draw from most of the time. */
const KINDS = {
  jug: 'jug pitcher handle strap spout lip pouring neck pulled baluster collar tubular thumbed cordon bridge shoulder',
  bowl: 'bowl dish rim flanged footring shallow hemispherical bead carinated basin everted mixing platter wall internal',
  lamp: 'lamp wick nozzle reservoir soot oil discus filling hole closed float saucer burning pierced stand light',
  jar: 'jar lid storage cooking pot globular ledge hanging sagging base external sooted bunghole cistern cauldron belly',
} as const;
type Kind = keyof typeof KINDS;

/** Words of any vessel. */
const CLAY =
  'sandy gritty fine coarse fabric glaze glazed green brown olive yellow clear patchy worn slip incised stamped applied decorated plain wheel thrown handmade oxidised reduced grey orange buff core surface sherd complete fragment restored valley kiln waster trench pit drain floor deposit late early unusual typical crude careful heavy thin traces band lines dots mark potter collection found';
const CENTURIES = ['12th', '13th', '14th', '15th', '16th'];
const FILLERS = ['with', 'and', 'of', 'the', 'a', 'on', 'in', 'under', 'from', 'its'];
const ENTRIES = 2400;
/** How often a word is of the vessel's own kind, and how often of another's. */
const OWN = 0.34;
const OTHER = 0.07;

/** What the table was made from. Rows are indices into the table. */
export interface CatalogueTruth {
  readonly kinds: readonly Kind[];
  /** The words that each kind draws from. */
  readonly words: Readonly<Record<Kind, readonly string[]>>;
  /** Entries that say nothing but a mark, of which no word is left. */
  readonly wordless: readonly number[];
}

/**
 * Short descriptions of vessels in the museum of the Tavering valley, as a CSV with the truth it was made from: words
 * drawn by kind, with an overlap; a century that goes with some words; a few entries without a word.
 *
 * @param seed another seed gives other entries
 * @param entries how many, and how many words each has about
 */
export function catalogue(
  seed = 1926,
  entries = ENTRIES,
  length = 14,
): { csv: string; truth: CatalogueTruth } {
  const random = seededRandom(seed);
  const words = Object.fromEntries(
    Object.entries(KINDS).map(([kind, text]) => [kind, text.split(' ')]),
  ) as unknown as CatalogueTruth['words'];
  const names = Object.keys(KINDS) as Kind[];
  const clay = CLAY.split(' ');
  const kinds: Kind[] = [];
  const wordless: number[] = [];
  const rows: string[][] = [];
  for (let entry = 0; entry < entries; entry++) {
    const kind = names[random.whole(names.length)]!;
    const century = random.whole(CENTURIES.length);
    const silent = entry % 600 === 417;
    if (silent) wordless.push(entry);
    kinds.push(kind);
    const text = silent ? `No. ${entry + 1}.` : described(kind, century, words, clay, length, random);
    rows.push([`K${String(entry + 1).padStart(4, '0')}`, kind, CENTURIES[century]!, text]);
  }
  return {
    csv: `${Papa.unparse([['entry', 'kind', 'century', 'description'], ...rows], { newline: '\n' })}\n`,
    truth: { kinds, words, wordless },
  };
}

/** A few sentences of words, most of them common to all vessels. */
function described(
  kind: Kind,
  century: number,
  words: CatalogueTruth['words'],
  clay: readonly string[],
  length: number,
  random: Random,
): string {
  const others = (Object.keys(words) as Kind[]).filter(other => other !== kind);
  const count = Math.max(4, Math.round(length * (0.6 + 0.8 * random.uniform())));
  const text: string[] = [];
  for (let w = 0; w < count; w++) {
    const chance = random.uniform();
    const from =
      chance < OWN ? words[kind] : chance < OWN + OTHER ? words[others[random.whole(others.length)]!] : clay;
    // The first words of a list come more often; those of clay drift with the centuries.
    const rank = Math.floor(from.length * random.uniform() ** 1.6);
    const place = from === clay ? (rank + 6 * century) % clay.length : rank;
    if (random.uniform() < 0.35) text.push(FILLERS[random.whole(FILLERS.length)]!);
    text.push(from[place]!);
  }
  const [first, ...rest] = text;
  return `${first![0]!.toUpperCase()}${first!.slice(1)}${rest
    .map((word, at) => (at > 0 && at % 6 === 0 ? `, ${word}` : ` ${word}`))
    .join('')}.`;
}
