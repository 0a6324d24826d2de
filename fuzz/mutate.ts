import { createHash } from 'node:crypto';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import type { Random } from '@wold/core/algebra/random';
import type { Bytes } from './corpus';

/** Bytes that formats take for sizes, ends and signs. */
const TELLING = [0, 1, 0x7f, 0x80, 0xff, 0x22, 0x2c, 0x0a, 0x0d, 0x2d, 0x65, 0x3b, 0x7b, 0x5b, 0x3c];
/** What numbers and names of tables are spoilt with. */
const WORDS = [
  '1e308',
  '-1e308',
  '1e400',
  'Inf',
  '-Infinity',
  'NaN',
  '1e-320',
  '-0',
  '',
  '"',
  '""',
  ',,,,',
  '\n\n',
  '\u0000',
  '99999999999999999999',
  '__proto__',
  'constructor',
  '=1+1',
  '\ufeff',
  'A1e9',
  'ZZZ999999',
  '\u202e',
  '0x1F',
  '1,5',
];

const below = (random: Random, most: number): number => Math.floor(random.uniform() * most);

type Change = (bytes: Bytes, random: Random) => Bytes;

const joined = (...parts: readonly Uint8Array[]): Bytes => {
  const out = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
};

const CHANGES: readonly Change[] = [
  // Some bytes are others.
  (bytes, random) => {
    const out = bytes.slice();
    for (let left = 1 + below(random, 8); left > 0 && out.length > 0; left--) {
      out[below(random, out.length)] =
        random.uniform() < 0.5 ? TELLING[below(random, TELLING.length)]! : below(random, 256);
    }
    return out;
  },
  // A bit is turned.
  (bytes, random) => {
    const out = bytes.slice();
    if (out.length > 0) out[below(random, out.length)]! ^= 1 << below(random, 8);
    return out;
  },
  // Cut short.
  (bytes, random) => bytes.slice(0, below(random, bytes.length + 1)),
  // Without a stretch.
  (bytes, random) => {
    const from = below(random, bytes.length);
    return joined(bytes.subarray(0, from), bytes.subarray(from + 1 + below(random, 40)));
  },
  // With a stretch twice, or very often.
  (bytes, random) => {
    const from = below(random, bytes.length);
    const to = Math.min(bytes.length, from + 1 + below(random, 60));
    const times = random.uniform() < 0.1 ? 400 : 1 + below(random, 3);
    return joined(
      bytes.subarray(0, to),
      ...Array.from({ length: times }, () => bytes.subarray(from, to)),
      bytes.subarray(to),
    );
  },
  // With a telling word in it.
  (bytes, random) => {
    const at = below(random, bytes.length + 1);
    const word = new TextEncoder().encode(WORDS[below(random, WORDS.length)]!);
    return joined(
      bytes.subarray(0, at),
      word,
      bytes.subarray(at + (random.uniform() < 0.5 ? word.length : 0)),
    );
  },
  // A number of 4 bytes is the largest, the smallest or a large one.
  (bytes, random) => {
    const out = bytes.slice();
    if (out.length < 4) return out;
    const value = [0xffffffff, 0x7fffffff, 0x80000000, 0, 1 << 20, 1 << 28][below(random, 6)]!;
    new DataView(out.buffer).setUint32(below(random, out.length - 3), value, random.uniform() < 0.8);
    return out;
  },
  // The last line is very wide.
  (bytes, random) => joined(bytes, new TextEncoder().encode(`\n${'1,'.repeat(1 + below(random, 3000))}2`)),
];

const isZip = (bytes: Bytes): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** A file that was damaged, alike for the same random numbers; of an archive often a part of it, packed again. */
export function mutated(bytes: Bytes, random: Random): Bytes {
  if (isZip(bytes) && random.uniform() < 0.75) {
    const parts = unzipSync(bytes);
    const names = Object.keys(parts);
    const name = names[below(random, names.length)]!;
    parts[name] = changed(parts[name]! as Bytes, random);
    // What is damaged behind a sum that does not tell of it gets further.
    if (random.uniform() < 0.7) sumAnew(parts);
    return zipSync(parts, { mtime: '2020-01-01T12:00:00' }).slice();
  }
  return changed(bytes, random);
}

/** Writes the sums of a study file's parts as they are now, where its list can be read. */
function sumAnew(parts: Record<string, Uint8Array>): void {
  const list = parts['study.json'];
  if (list === undefined) return;
  try {
    const manifest = JSON.parse(strFromU8(list)) as { parts: { file: string; sha256: string }[] };
    for (const part of manifest.parts) {
      part.sha256 = createHash('sha256').update(parts[part.file]!).digest('hex');
    }
    parts['study.json'] = strToU8(JSON.stringify(manifest));
  } catch {
    // The list is what was damaged.
  }
}

function changed(bytes: Bytes, random: Random): Bytes {
  let out = bytes;
  for (let left = 1 + below(random, 3); left > 0; left--)
    out = CHANGES[below(random, CHANGES.length)]!(out, random);
  return out;
}
