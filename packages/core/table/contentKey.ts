import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';

/** A short name for content: the first 128 bits of its SHA-256, as hexadecimal digits. */
export function contentKey(bytes: Uint8Array): string {
  return bytesToHex(sha256(bytes)).slice(0, 32);
}
