import { Problem } from '../../problem';
import type { FileSource } from '../fileSource';
import { openGeoTiff } from './geoTiff';
import { openJpeg } from './jpeg';
import { isJpeg, isPng, isStack, isTiff } from './marks';
import { openPng } from './png';
import type { Raster } from './raster';
import { stacked, stackedSources } from './stack';

const LOOKED_AT = 64;

/** A picture by what its file holds. @throws Problem where it cannot be read */
export async function openRaster(source: FileSource, name: string): Promise<Raster> {
  const start = await source.read(0, Math.min(LOOKED_AT, source.size));
  if (isTiff(start)) return openGeoTiff(source, name);
  if (isPng(start)) return openPng(source, name);
  if (isJpeg(start)) return openJpeg(source, name);
  if (!isStack(start)) {
    throw new Problem('it is no picture', 'Open a GeoTIFF, a PNG or a JPEG.', name);
  }
  const parts = [];
  for (const part of await stackedSources(source, name)) {
    parts.push({ name: part.name, raster: await openRaster(part.source, part.name) });
  }
  return stacked(parts);
}
