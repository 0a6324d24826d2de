import { useMemo } from 'react';
import { planeOf, sceneGrid } from '@wold/core/scenes/grid';
import { numberAt } from '@wold/core/table/column';
import type { Scene, SceneGrid } from '@wold/core/table/scene/scene';
import { findColumn, sceneOf, type Table } from '@wold/core/table/table';
import { useTable } from '../store/TableContext';

/** The scene whose pixels the rows are. */
export interface OpenScene {
  readonly scene: Scene;
  readonly grid: SceneGrid;
  /** Columns of its bands that are numbers, in their order. */
  readonly bands: readonly string[];
}

/** The scene of the open study; null where its rows are no pixels. */
export function useScene(): OpenScene | null {
  const table = useTable();
  return useMemo(() => sceneIn(table), [table]);
}

function sceneIn(table: Table): OpenScene | null {
  const [scene, grid] = [sceneOf(table), sceneGrid(table)];
  if (scene === null || grid === null) return null;
  const bands = table.columns.slice(0, scene.bands.length).filter(({ kind }) => kind === 'number');
  return { scene, grid, bands: bands.map(({ name }) => name) };
}

/** A column of numbers as a plane of the scene; NaN where an entry is missing. */
export function columnPlane(table: Table, grid: SceneGrid, name: string): Float64Array {
  const column = findColumn(table, name);
  const rows = Uint32Array.from({ length: table.rows }, (_, row) => row);
  return planeOf(grid, rows, row => (column?.kind === 'number' ? numberAt(column, row) : NaN));
}
