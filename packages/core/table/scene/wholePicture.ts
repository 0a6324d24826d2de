import type { Raster, RasterBand } from './raster';

const COLOURS = ['red', 'green', 'blue'];

/**
 * A raster of a picture that is in memory whole.
 *
 * @param channels grey, grey and opacity, red, green and blue, or these and opacity: a pixel that is wholly clear has no value
 * @param data pixels × channels
 */
export function wholePicture(
  kind: Raster['kind'],
  width: number,
  height: number,
  channels: number,
  data: Uint8Array | Uint16Array,
): Raster {
  if (!(width > 0) || !(height > 0) || data.length < width * height * channels)
    throw new Error('it is cut short');
  const opaque = channels % 2 === 1;
  const bands = opaque ? channels : channels - 1;
  const Kind = opaque ? (data instanceof Uint16Array ? Uint16Array : Uint8Array) : Float32Array;
  const values = opaque ? data : clearedPixels(data, channels);
  const band = (at: number): RasterBand => ({
    name: bands === 1 ? 'grey' : COLOURS[at]!,
    wavelength: null,
    unit: null,
    room: length => new Kind(length),
    noData: null,
  });
  return {
    kind,
    width,
    height,
    bands: Array.from({ length: bands }, (_, at) => band(at)),
    place: null,
    tiles: [{ x: 0, y: 0, width, height }],
    read: tile =>
      Promise.resolve(
        Array.from({ length: bands }, (_, at) => ({
          values,
          first: at + (tile.x + tile.y * width) * channels,
          along: channels,
          down: channels * width,
        })),
      ),
  };
}

/** Where opacity is 0, nothing is there. */
function clearedPixels(data: Uint8Array | Uint16Array, channels: number): Float32Array {
  const values = Float32Array.from(data);
  for (let at = channels - 1; at < data.length; at += channels) {
    if (data[at] === 0) values.fill(NaN, at - channels + 1, at);
  }
  return values;
}
