import { useMemo } from 'react';
import { sceneOf } from '@wold/core/table/table';
import { shortName } from '@wold/core/writeup/format';
import { rowName } from '../../lens/rowName';
import { useTable } from '../../store/TableContext';
import { useRecipe, useSelection } from '../../store/useStudy';
import type { Colouring } from './colouring';
import { farthestFirst, type MapName, type RowNames } from './mapNames';
import type { Points } from './points';

/** So many selected rows all wear their names, moved away where they must; of more those that stand clear, so many tried. */
const MOST_MOVED = 25;
const MOST_SELECTED = 500;
/** Of more pixels none does: the picture shows where they are. */
const MOST_PIXELS = 3;

/** Rows that wear their names: the selected ones, and the others where that is asked for. */
export function useRowNames(
  points: Points,
  named: boolean,
  by: Colouring,
  isolated: readonly number[],
): RowNames {
  const table = useTable();
  const recipe = useRecipe();
  const { rows: selection } = useSelection();
  // Of very many rows the order takes its time: a selection leaves it as it is.
  const order = useMemo(() => (named ? farthestFirst(points) : []), [named, points]);
  return useMemo(() => {
    const chosen = new Set(selection);
    const isShown = (row: number) =>
      isolated.length === 0 || by.kind !== 'levels' || isolated.includes(by.codeOf(row));
    const nameOf = (place: number) => shortName(rowName(table, recipe, points.rows[place]!), 28);
    const places: number[] = [];
    if (chosen.size > 0) points.rows.forEach((row, place) => chosen.has(row) && places.push(place));
    const most = sceneOf(table) === null ? MOST_SELECTED : places.length <= MOST_PIXELS ? MOST_PIXELS : 0;
    return {
      selected: places.slice(0, most).map((place): MapName => ({
        x: points.x[place]!,
        y: points.y[place]!,
        text: nameOf(place),
        of: places.length > MOST_MOVED ? 'one of many selected' : 'selected row',
      })),
      order: order.filter(place => !chosen.has(points.rows[place]!) && isShown(points.rows[place]!)),
      isSelected: place => chosen.has(points.rows[place]!),
      nameOf,
    };
  }, [points, order, by, isolated, selection, table, recipe]);
}
