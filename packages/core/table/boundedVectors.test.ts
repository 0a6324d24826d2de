import { Builder, ByteBuffer } from 'flatbuffers';
import { withBoundedVectors } from './boundedVectors';

/** A flatbuffer of one table with a vector of bytes, and where that is told. */
function made(bytes: readonly number[]): { buffer: ByteBuffer; offset: number } {
  const builder = new Builder(16);
  builder.startVector(1, bytes.length, 1);
  for (const byte of [...bytes].reverse()) builder.addInt8(byte);
  const vector = builder.endVector();
  builder.startObject(1);
  builder.addFieldOffset(0, vector, 0);
  builder.finish(builder.endObject());
  const buffer = new ByteBuffer(builder.asUint8Array().slice());
  const root = buffer.readInt32(0);
  return { buffer, offset: root + buffer.__offset(root, 4) };
}

test('a vector that fits is as long as it says', () => {
  const { buffer, offset } = made([1, 2, 3]);
  expect(withBoundedVectors(() => buffer.__vector_len(offset))).toBe(3);
});

test.each([0x7fffffff, -1, 1000])('a vector that says it has %p entries is refused', length => {
  const { buffer, offset } = made([1, 2, 3]);
  buffer.writeInt32(offset + buffer.readInt32(offset), length);
  expect(() => withBoundedVectors(() => buffer.__vector_len(offset))).toThrow(/a list of/);
});

test('what is asked again and again ends', () => {
  const { buffer, offset } = made([1, 2, 3]);
  let asked = 0;
  expect(() =>
    withBoundedVectors(() => {
      for (; asked < 1e6; asked++) buffer.__vector_len(offset);
    }),
  ).toThrow(/a list of 3/);
  expect(asked).toBeLessThan(10_000);
});

test('afterwards all is as it was, also where reading failed', () => {
  const own = ByteBuffer.prototype.__vector_len;
  withBoundedVectors(() => undefined);
  expect(ByteBuffer.prototype.__vector_len).toBe(own);
  expect(() =>
    withBoundedVectors(() => {
      throw new Error('no');
    }),
  ).toThrow('no');
  expect(ByteBuffer.prototype.__vector_len).toBe(own);
});
