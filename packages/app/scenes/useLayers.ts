import { useMemo } from 'react';
import { columnOf } from '@wold/core/algebra/matrix';
import type { Placement } from '@wold/core/methods/placement';
import { allPlaced, layersShown } from '@wold/core/recipe/sceneFiles';
import type { Reduction } from '@wold/core/recipe/schema';
import { compositeOf } from '@wold/core/scenes/composite';
import { planeOf } from '@wold/core/scenes/grid';
import type { SceneGrid } from '@wold/core/table/scene/scene';
import { useColumnColouring } from '../readings/map/useColumnColouring';
import { rowsOn } from '../readings/map/points';
import { classesOf } from './classesOf';

/** The picture of a reduction's dimensions, or, where it shows none, of what colours the map: four bytes a pixel. */
export function useLayers(
  reduction: Reduction,
  placement: Placement,
  grid: SceneGrid,
): Uint8ClampedArray<ArrayBuffer> {
  const by = useColumnColouring(reduction, placement);
  const { stretch, clip } = reduction.map;
  const shown = layersShown(reduction.map, placement.at.columns).join(' ');
  return useMemo(() => {
    if (shown === '') return classesOf(by, rowsOn(placement), grid);
    const { rows, at } = allPlaced(placement);
    const planes = shown.split(' ').map(d => planeOf(grid, rows, columnOf(at, Number(d) - 1)));
    return compositeOf(planes, { stretch, clip });
  }, [shown, placement, grid, stretch, clip, by]);
}
