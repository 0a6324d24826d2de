import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';

const BLOCK = 1 << 22;
const KEY_DIGITS = 32;

/**
 * A short name for content: 128 bits as hexadecimal digits. They are the first of its SHA-256 or, beyond 4 MiB, of the
 * SHA-256 of the SHA-256s of its blocks, which can be had while a file streams by.
 */
export function contentKey(bytes: Uint8Array): string {
  const digests: Uint8Array[] = [];
  for (let from = 0; from === 0 || from < bytes.length; from += BLOCK) {
    digests.push(sha256(bytes.subarray(from, from + BLOCK)));
  }
  return keyOf(digests);
}

/** The {@link contentKey} of bytes at hand, by the host's own SHA-256 where it has one. */
export async function contentKeyAtOnce(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const blocks = Array.from({ length: Math.max(1, Math.ceil(bytes.length / BLOCK)) }, (_, index) =>
    bytes.subarray(index * BLOCK, (index + 1) * BLOCK),
  );
  return keyOf(await Promise.all(blocks.map(digest)));
}

/** Takes content part by part and gives its {@link contentKey}; by the host's own SHA-256 where it has one. */
export function contentKeyStream(): {
  readonly add: (part: Uint8Array<ArrayBuffer>) => Promise<void>;
  readonly finish: () => Promise<string>;
} {
  const block = new Uint8Array(BLOCK);
  let filled = 0;
  const digests: Uint8Array[] = [];

  async function add(part: Uint8Array<ArrayBuffer>): Promise<void> {
    for (let from = 0; from < part.length;) {
      const taken = part.subarray(from, from + BLOCK - filled);
      block.set(taken, filled);
      filled += taken.length;
      from += taken.length;
      if (filled === BLOCK) await close();
    }
  }

  async function close(): Promise<void> {
    digests.push(await digest(block.subarray(0, filled)));
    filled = 0;
  }

  async function finish(): Promise<string> {
    if (filled > 0 || digests.length === 0) await close();
    return keyOf(digests);
  }

  return { add, finish };
}

function keyOf(digests: readonly Uint8Array[]): string {
  if (digests.length === 1) return bytesToHex(digests[0]!).slice(0, KEY_DIGITS);
  const joined = new Uint8Array(digests.length * 32);
  digests.forEach((digest, index) => joined.set(digest, index * 32));
  return bytesToHex(sha256(joined)).slice(0, KEY_DIGITS);
}

/** Browsers keep their own SHA-256 from pages that came over an open line. */
async function digest(bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array> {
  const { subtle } = (globalThis as { crypto?: { subtle?: Digester } }).crypto ?? {};
  return subtle === undefined ? sha256(bytes) : new Uint8Array(await subtle.digest('SHA-256', bytes));
}

interface Digester {
  digest(algorithm: 'SHA-256', bytes: Uint8Array<ArrayBuffer>): Promise<ArrayBuffer>;
}
