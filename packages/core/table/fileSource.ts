import { contentKeyStream } from './contentKey';

/** A file as a host gives it: read in parts, so that a large one is never in memory whole. */
export interface FileSource {
  /** In bytes. */
  readonly size: number;
  /** The bytes from `from` up to, not including, `to`. */
  readonly read: (from: number, to: number) => Promise<Uint8Array<ArrayBuffer>>;
  /** The file itself, where another thread can be given it. */
  readonly blob?: FileBlob;
}

/** What Wold uses of a host's Blob. */
export interface FileBlob {
  readonly size: number;
  readonly slice: (from: number, to: number) => { readonly arrayBuffer: () => Promise<ArrayBuffer> };
}

/** A host's file as a source. */
export function blobSource(blob: FileBlob): FileSource {
  const read = async (from: number, to: number) => new Uint8Array(await blob.slice(from, to).arrayBuffer());
  return { size: blob.size, read, blob };
}

/** Bytes at hand as a source. */
export function bytesSource(bytes: Uint8Array<ArrayBuffer>): FileSource {
  return { size: bytes.length, read: (from, to) => Promise.resolve(bytes.subarray(from, to)) };
}

/** All bytes of a source. */
export function readAll(source: FileSource): Promise<Uint8Array<ArrayBuffer>> {
  return source.read(0, source.size);
}

/** Files are read this much at a time. */
export const CHUNK_BYTES = 1 << 22;

/** The key of a source's content. */
export async function sourceKey(source: FileSource): Promise<string> {
  const key = contentKeyStream();
  for (let from = 0; from < source.size; from += CHUNK_BYTES) {
    await key.add(await source.read(from, Math.min(source.size, from + CHUNK_BYTES)));
  }
  return key.finish();
}
