import { columnOf, type Matrix } from '../algebra/matrix';
import type { Components } from '../methods/components/components';
import type { Host } from '../host';
import type { Account } from '../preparation/prepared';
import { compositeOf } from '../scenes/composite';
import { planeOf, sceneGrid } from '../scenes/grid';
import { layersOnGrid } from '../scenes/pictures';
import type { FileSource } from '../table/fileSource';
import { sceneOf } from '../table/table';
import { dimensionName, type NamedDimension } from '../writeup/dimensionName';
import { otherScene, placerOf, type OtherScene } from './otherScene';
import { layersShown } from './sceneFiles';
import type { Recipe, Reduction } from './schema';

/** A picture of a scene on some dimensions, and its layers as a file. */
export interface SceneOnDimensions {
  /** Four bytes a pixel, line by line. */
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
  readonly layers: readonly Uint8Array<ArrayBuffer>[];
}

/** Another scene that was done by a recipe: how it compares with the first, and its pictures. */
export interface DoneScene extends Pick<OtherScene, 'shares' | 'likeness' | 'placedShares'> {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** Pixels that were read. */
  readonly pixels: number;
  /** On dimensions of its own, and on those of the first. */
  readonly own: SceneOnDimensions;
  readonly first: SceneOnDimensions;
}

/** @throws Problem as {@link otherScene} does */
export async function doneScene(
  source: FileSource,
  name: string,
  recipe: Recipe,
  reduction: Reduction,
  first: {
    readonly account: Account;
    readonly components: Components;
    readonly names: readonly NamedDimension[];
  },
  host: Host,
): Promise<DoneScene> {
  const { components } = first;
  const placer = placerOf(recipe, reduction, first.account, components);
  const other = await otherScene(source, name, recipe, reduction, { components, placer }, host);
  const [scene, grid] = [sceneOf(other.table)!, sceneGrid(other.table)!];
  const onDimensions = (
    rows: ArrayLike<number>,
    at: Matrix,
    names: readonly NamedDimension[],
  ): SceneOnDimensions => {
    const shown = layersShown(reduction.map, at.columns);
    const planes = (shown.length === 0 ? [1] : shown).map(d => planeOf(grid, rows, columnOf(at, d - 1)));
    const called = Array.from({ length: at.columns }, (_, d) => dimensionName(names, d + 1));
    return { rgba: compositeOf(planes, reduction.map), layers: layersOnGrid(scene, grid, rows, at, called) };
  };
  const all = Uint32Array.from({ length: other.table.rows }, (_, row) => row);
  return {
    name,
    width: grid.width,
    height: grid.height,
    pixels: other.table.rows,
    shares: other.shares,
    likeness: other.likeness,
    placedShares: other.placedShares,
    // Names belong to the first scene's dimensions.
    own: onDimensions(other.components.rows, other.components.scores, []),
    first: onDimensions(all, other.placed, first.names),
  };
}
