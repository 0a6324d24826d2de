import { contentKeyStream } from './contentKey';

/** A file as a host gives it: read in parts, so that a large one is never in memory whole. */
export interface FileSource {
  /** In bytes. */
  readonly size: number;
  /** The bytes from `from` up to, not including, `to`. */
  readonly read: (from: number, to: number) => Promise<Uint8Array<ArrayBuffer>>;
}

/** Bytes at hand as a source. */
export function bytesSource(bytes: Uint8Array<ArrayBuffer>): FileSource {
  return { size: bytes.length, read: (from, to) => Promise.resolve(bytes.subarray(from, to)) };
}

/** All bytes of a source. */
export function readAll(source: FileSource): Promise<Uint8Array<ArrayBuffer>> {
  return source.read(0, source.size);
}

const PART = 1 << 22;

/** The key of a source's content. */
export async function sourceKey(source: FileSource): Promise<string> {
  const key = contentKeyStream();
  for (let from = 0; from < source.size; from += PART) {
    await key.add(await source.read(from, Math.min(source.size, from + PART)));
  }
  return key.finish();
}
