import { columnOf, type Matrix } from '../algebra/matrix';
import type { Components } from '../methods/components/components';
import { methodNamed } from '../methods/all';
import type { Placement } from '../methods/placement';
import type { Account } from '../preparation/prepared';
import { quietHost, type Host } from '../host';
import { fullLayers } from '../scenes/fullLayers';
import { planeOf, sceneGrid } from '../scenes/grid';
import { classesFile, compositeFile, layersFile, layersOnGrid } from '../scenes/pictures';
import { placeOnGrid } from '../scenes/placeOnGrid';
import type { FileSource } from '../table/fileSource';
import { openRaster } from '../table/scene/openRaster';
import { findColumn, sceneOf, type Table } from '../table/table';
import { csv } from '../writeup/csv';
import { dimensionName, type NamedDimension } from '../writeup/dimensionName';
import { arrangementOf } from './arrangementOf';
import { placerOf, type OtherScene } from './otherScene';
import type { Recipe, Reduction } from './schema';

/** The kinds of pictures that a reduction of a scene gives. */
export const SCENE_FILES = ['layers', 'picture', 'classes'] as const;
export type SceneFile = (typeof SCENE_FILES)[number];

export const SCENE_EXTENSIONS: Readonly<Record<SceneFile, 'tif' | 'png'>> = {
  layers: 'tif',
  picture: 'png',
  classes: 'tif',
};

/** Pixels on dimensions: used and placed. */
interface OnDimensions {
  readonly rows: Uint32Array;
  readonly at: Matrix;
}

/** Rows that were used and rows that were only placed, together. */
export function allPlaced({ rows, at, placedRows, placedAt }: Placement): OnDimensions {
  const n = rows.length;
  const all = new Uint32Array(n + placedRows.length);
  all.set(rows);
  all.set(placedRows, n);
  const values = new Float64Array(all.length * at.columns);
  for (let d = 0; d < at.columns; d++) {
    values.set(columnOf(at, d), d * all.length);
    if (placedRows.length > 0) values.set(columnOf(placedAt, d), d * all.length + n);
  }
  return { rows: all, at: { rows: all.length, columns: at.columns, values } };
}

/** The dimensions that a picture shows, of so many that there are. */
export function layersShown({ layers }: Pick<Reduction['map'], 'layers'>, kept: number): readonly number[] {
  const there = layers.filter(dimension => dimension <= kept);
  return there.length === 2 ? there.slice(0, 1) : there.length === 0 && layers.length > 0 ? [1] : there;
}

/**
 * A picture of a reduction of a scene as the pieces of a file; null where there is none of that kind: no label colours the
 * map, or the rows are no pixels.
 */
export function sceneFile(
  kind: SceneFile,
  table: Table,
  reduction: Reduction,
  placement: Placement,
  names: readonly NamedDimension[],
): Uint8Array<ArrayBuffer>[] | null {
  const [scene, grid] = [sceneOf(table), sceneGrid(table)];
  if (scene === null || grid === null) return null;
  const { map } = reduction;
  const { rows, at } = allPlaced(placement);
  if (kind === 'layers') return layersOnGrid(scene, grid, rows, at, layerNames(names, at.columns));
  if (kind === 'picture') {
    const shown = layersShown(map, at.columns);
    const planes = shown.map(d => planeOf(grid, rows, columnOf(at, d - 1)));
    return planes.length === 0 ? null : compositeFile(grid, planes, map);
  }
  const label = map.colour === null ? undefined : findColumn(table, map.colour);
  return label?.kind === 'levels' ? classesFile(scene, grid, label) : null;
}

const layerNames = (names: readonly NamedDimension[], kept: number): string[] =>
  Array.from({ length: kept }, (_, d) => dimensionName(names, d + 1));

/** Components of some pixels as layers of all, from the scene's file. @throws Problem as `fullLayers` does */
export async function fullLayersFile(
  source: FileSource,
  read: Table,
  recipe: Recipe,
  reduction: Reduction,
  account: Account,
  components: Components,
  names: readonly NamedDimension[],
  host: Host = quietHost,
): Promise<Uint8Array<ArrayBuffer>[]> {
  const scene = sceneOf(read)!;
  const raster = await openRaster(source, read.name);
  const placer = placerOf(recipe, reduction, account, components);
  const planes = await fullLayers(raster, scene.region, read, arrangementOf(recipe), placer, host);
  const place = placeOnGrid({ ...scene, step: 1 });
  return layersFile(scene.region, planes, layerNames(names, planes.length), place);
}

/** Scenes that were done by one recipe, a line for each dimension of the first. */
export function scenesTable(
  first: { readonly name: string; readonly components: Components },
  others: readonly (Pick<OtherScene, 'shares' | 'likeness' | 'placedShares'> & { readonly name: string })[],
  names: readonly NamedDimension[],
): string {
  const { kept, heldBy } = first.components;
  const rows = [
    ['scene', 'dimension', 'share of its own', 'like its own', 'congruence', 'share on the first’s axis'],
  ];
  for (let d = 0; d < kept; d++) {
    const share = String(heldBy[d]);
    rows.push([first.name, dimensionName(names, d + 1), share, String(d + 1), '1', share]);
  }
  for (const { name, shares, likeness, placedShares } of others) {
    for (let d = 0; d < kept; d++) {
      const like = likeness[d];
      rows.push([
        name,
        dimensionName(names, d + 1),
        String(shares[d] ?? ''),
        like === undefined || like.with < 0 ? '' : String(like.with + 1),
        like === undefined || like.with < 0 ? '' : String(like.value),
        String(placedShares[d]),
      ]);
    }
  }
  return csv(rows);
}

/** Whether full layers can be had of a reduction: components of only some of the pixels. */
export const givesFullLayers = (table: Table, { settings }: Reduction): boolean =>
  settings.method === 'components' && (sceneOf(table)?.step ?? 1) > 1;

/** A reduction's placement. */
export const placementOf = ({ settings }: Reduction, result: unknown): Placement =>
  methodNamed(settings.method).placement(result);
