const PNG = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
/** A stack of pictures starts with this. */
export const STACK_MARK = 'wold pictures\n';

/** Whether a file starts as a TIFF or a BigTIFF of either order of bytes. */
export function isTiff(bytes: Uint8Array): boolean {
  const [a, b, c, d] = bytes;
  const little = a === 0x49 && b === 0x49 && (c === 42 || c === 43) && d === 0;
  const big = a === 0x4d && b === 0x4d && c === 0 && (d === 42 || d === 43);
  return little || big;
}

/** Whether a file starts as a PNG. */
export const isPng = (bytes: Uint8Array): boolean => PNG.every((byte, index) => bytes[index] === byte);

/** Whether a file starts as a JPEG. */
export const isJpeg = (bytes: Uint8Array): boolean =>
  bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff;

/** Whether a file starts as a stack of pictures. */
export const isStack = (bytes: Uint8Array): boolean =>
  [...STACK_MARK].every((letter, index) => bytes[index] === letter.charCodeAt(0));

/** Whether a file starts as a picture. */
export const isPicture = (bytes: Uint8Array): boolean =>
  isTiff(bytes) || isPng(bytes) || isJpeg(bytes) || isStack(bytes);
