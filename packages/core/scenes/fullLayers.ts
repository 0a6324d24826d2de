import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { arrange } from '../table/arrange';
import type { Arrangement } from '../table/arrangement';
import { numberAt } from '../table/column';
import type { Raster } from '../table/scene/raster';
import { readPixels } from '../table/scene/readScene';
import type { Region } from '../table/scene/scene';
import { findColumn, type Table } from '../table/table';
import { placePixels, type Placer } from './placePixels';

/** Layers that are held to be written, in bytes at most. */
const MOST_BYTES = 1 << 30;
/** Pixels are placed so many at a time. */
const AT_ONCE = 1 << 14;
/** Lines are read so many values at a time, but for the height of a tile. */
const READ_AT_ONCE = 1 << 24;

/**
 * Every pixel of a region on dimensions that were found from some of them, read from its file by lines of tiles: one plane a
 * dimension, NaN where a pixel has no place.
 *
 * @param table the study's, as it was read
 * @param arrangement what the recipe makes of its columns
 * @throws Problem where the layers are more than can be held, or a transform says nothing of other pixels
 */
export async function fullLayers(
  raster: Raster,
  region: Region,
  table: Pick<Table, 'name' | 'key' | 'fileKey' | 'source'>,
  arrangement: Arrangement,
  placer: Placer,
  host: Host = quietHost,
): Promise<Float32Array<ArrayBuffer>[]> {
  const kept = placer.components.coefficients.columns;
  const pixels = region.width * region.height;
  if (4 * kept * pixels > MOST_BYTES) {
    throw new Problem(
      `${kept} layers of ${pixels.toLocaleString('en')} pixels are ${((4 * kept * pixels) / 1e9).toFixed(1)} GB, more than can be held`,
      'Keep fewer dimensions, or read a region.',
    );
  }
  const planes = Array.from({ length: kept }, () => new Float32Array(pixels).fill(NaN));
  for (const { from, to } of strips(raster, region)) {
    host.progress((from - region.y) / region.height);
    const strip = { x: region.x, width: region.width, y: from, height: to - from };
    const { columns, scene } = await readPixels(raster, strip, 1, table.name);
    const rows = columns[0]!.values.length;
    if (rows === 0) continue;
    const read: Table = {
      ...table,
      rows,
      columns,
      source: { format: 'scene', file: raster.kind, scene },
      notes: [],
      matrix: null,
      arranged: null,
    };
    placeStrip(arrange(read, arrangement), region, placer, planes);
  }
  return planes;
}

/** Lines that are read together: as many rows of tiles as come to about so many values. */
function strips({ tiles, bands, width }: Raster, region: Region): { from: number; to: number }[] {
  const edges = [...new Set(tiles.map(({ y }) => y))].sort((a, b) => a - b);
  const lines = Math.max(1, Math.floor(READ_AT_ONCE / (width * bands.length)));
  const end = region.y + region.height;
  const found: { from: number; to: number }[] = [];
  let from = region.y;
  while (from < end) {
    // The last edge that is near enough, or else the next there is.
    const near = edges.filter(edge => edge > from && edge <= from + lines).at(-1);
    const to = Math.min(end, near ?? edges.find(edge => edge > from) ?? end);
    found.push({ from, to });
    from = to;
  }
  return found;
}

function placeStrip(table: Table, region: Region, placer: Placer, planes: readonly Float32Array[]): void {
  const { scene } = table.source as Extract<Table['source'], { format: 'scene' }>;
  const measures = placer.account.measures.map(name => {
    const column = findColumn(table, name);
    if (column?.kind !== 'number') throw new Error(`“${name}” is no band`);
    return column;
  });
  const [x, y] = [table.columns[scene.bands.length], table.columns[scene.bands.length + 1]];
  if (x?.kind !== 'number' || y?.kind !== 'number') throw new Error('the pixels have no place');
  for (let from = 0; from < table.rows; from += AT_ONCE) {
    const length = Math.min(AT_ONCE, table.rows - from);
    const columns = measures.map(column =>
      Float64Array.from({ length }, (_, i) => numberAt(column, from + i)),
    );
    const { scores } = placePixels(placer, columns);
    scores.forEach((score, d) => {
      for (let i = 0; i < length; i++) {
        const at = (y.values[from + i]! - region.y) * region.width + x.values[from + i]! - region.x;
        planes[d]![at] = score[i]!;
      }
    });
  }
}
