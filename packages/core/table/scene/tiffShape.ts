import type { GeoTIFFImage } from 'geotiff';
import type { NumberValues } from '../column';
import type { BandBlock, Tile } from './raster';

/** A picture of a TIFF that is read part by part. */
export interface TiffParts {
  readonly tiles: readonly Tile[];
  readonly read: (tile: Tile) => Promise<BandBlock[]>;
}

/** How a picture of a TIFF is laid out. */
export interface Shape {
  readonly image: GeoTIFFImage;
  readonly samples: number;
  /** Whether each band stands by itself. */
  readonly apart: boolean;
  /** Of one value. */
  readonly bytes: number;
  readonly little: boolean;
  readonly valuesOf: (bytes: ArrayBuffer) => NumberValues;
}

const HOST_IS_LITTLE = new Uint8Array(Uint16Array.of(1).buffer)[0] === 1;

/** Values of decoded bytes, which are turned round where the file's order is not the host's. */
export function decodedValues({ bytes, little, valuesOf }: Shape, buffer: ArrayBuffer): NumberValues {
  const whole = buffer.byteLength - (buffer.byteLength % bytes);
  const data = whole === buffer.byteLength ? buffer : buffer.slice(0, whole);
  return valuesOf(bytes === 1 || little === HOST_IS_LITTLE ? data : turnedRound(data, bytes));
}

/** A copy with the bytes of each value in the other order: what is turned may be held to be read again. */
function turnedRound(data: ArrayBuffer, bytes: number): ArrayBuffer {
  const [from, to] = [new Uint8Array(data), new Uint8Array(data.byteLength)];
  for (let at = 0; at < from.length; at += bytes) {
    for (let byte = 0; byte < bytes; byte++) to[at + byte] = from[at + bytes - 1 - byte]!;
  }
  return to.buffer;
}

/** A part that the file should have and has not. */
export class CutShort extends Error {
  constructor() {
    super('it is cut short');
  }
}
