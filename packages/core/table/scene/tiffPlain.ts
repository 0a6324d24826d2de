import type { NumberValues } from '../column';
import type { FileSource } from '../fileSource';
import type { BandBlock } from './raster';
import { CutShort, decodedValues, type Shape, type TiffParts } from './tiffShape';

/** A plain file is read so many bytes at a time where its own parts are larger. */
const PIECE = 1 << 23;

/** Strips that are not packed: any lines can be read by themselves. @throws CutShort where the file is too small for them */
export function plainParts(shape: Shape, source: FileSource): TiffParts {
  const { image, samples, apart, bytes } = shape;
  const [width, height] = [image.getWidth(), image.getHeight()];
  const perStrip = image.getTileHeight();
  const perPixel = apart ? 1 : samples;
  const lineBytes = width * perPixel * bytes;
  if (lineBytes * height * (apart ? samples : 1) > source.size) throw new CutShort();
  const lines = Math.max(1, Math.min(height, Math.floor(PIECE / (lineBytes * (apart ? samples : 1)))));
  const strips = Math.ceil(height / perStrip);
  const tiles = Array.from({ length: Math.ceil(height / lines) }, (_, i) => ({
    x: 0,
    y: i * lines,
    width,
    height: Math.min(lines, height - i * lines),
  }));
  const linesOf = async (plane: number, y: number, count: number): Promise<NumberValues> => {
    const read = new Uint8Array(count * lineBytes);
    for (let line = y; line < y + count;) {
      const strip = Math.floor(line / perStrip);
      const until = Math.min(y + count, (strip + 1) * perStrip);
      const start = Number(
        await image.fileDirectory.loadValueIndexed('StripOffsets', plane * strips + strip),
      );
      const from = start + (line - strip * perStrip) * lineBytes;
      const to = from + (until - line) * lineBytes;
      if (!(start > 0) || to > source.size) throw new CutShort();
      read.set(await source.read(from, to), (line - y) * lineBytes);
      line = until;
    }
    return decodedValues(shape, read.buffer);
  };
  return {
    tiles,
    read: async tile => {
      const blocks: BandBlock[] = [];
      if (apart) {
        for (let band = 0; band < samples; band++) {
          const values = await linesOf(band, tile.y, tile.height);
          blocks.push({ values, first: tile.x, along: 1, down: width });
        }
        return blocks;
      }
      const values = await linesOf(0, tile.y, tile.height);
      for (let band = 0; band < samples; band++) {
        blocks.push({ values, first: tile.x * samples + band, along: samples, down: width * samples });
      }
      return blocks;
    },
  };
}
