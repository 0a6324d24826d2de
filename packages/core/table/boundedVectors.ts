import { ByteBuffer } from 'flatbuffers';

/** Passes over all bytes that reading whole metadata takes at most, with some to spare. */
const PASSES = 8;
const SPARE = 10_000;

/**
 * Reads what is described by flatbuffers. These say how long their vectors are, and readers take their word for it: an Arrow
 * file of 296 bytes may tell of two thousand million columns, or of a batch that is its own schema, for ever. Meanwhile no
 * vector is longer than the bytes that it lies in, and all that are asked for together are no more than some passes over these.
 *
 * @param read is done at once
 * @throws Error where there are more
 */
export function withBoundedVectors<Out>(read: () => Out): Out {
  const { __vector_len: lengthOf } = ByteBuffer.prototype;
  const asked = new Map<ByteBuffer, number>();
  ByteBuffer.prototype.__vector_len = function (this: ByteBuffer, offset: number): number {
    const length = lengthOf.call(this, offset);
    const bytes = this.capacity();
    const sum = (asked.get(this) ?? 0) + 1 + length;
    asked.set(this, sum);
    if (!(length >= 0 && length <= bytes) || sum > PASSES * bytes + SPARE) {
      throw new Error(`a list of ${length} entries in ${bytes} bytes`);
    }
    return length;
  };
  try {
    return read();
  } finally {
    ByteBuffer.prototype.__vector_len = lengthOf;
  }
}
