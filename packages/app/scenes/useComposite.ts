import { startBands } from '@wold/core/scenes/startBands';
import { findColumn } from '@wold/core/table/table';
import type { Recipe } from '@wold/core/recipe/schema';
import { useTable } from '../store/TableContext';
import { useEdit, useRecipe } from '../store/useStudy';

export type Composite = NonNullable<Recipe['composite']>;

/** The bands that the scene's picture shows and how, and a way to change that. */
export function useComposite(): readonly [Composite, (change: Partial<Composite>) => void] {
  const table = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  const kept = recipe.composite;
  const there = kept !== null && kept.bands.every(name => findColumn(table, name)?.kind === 'number');
  const composite: Composite = there
    ? kept
    : { stretch: 'linear', clip: 2, ...kept, bands: startBands(table) };
  const change = (changed: Partial<Composite>) =>
    edit({ ...recipe, composite: { ...composite, ...changed } }, 'picture of bands');
  return [composite, change];
}
