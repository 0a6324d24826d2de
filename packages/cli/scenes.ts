import { basename } from 'node:path';
import { columnOf } from '@wold/core/algebra/matrix';
import type { Components } from '@wold/core/methods/components/components';
import { otherScene, placerOf, type OtherScene } from '@wold/core/recipe/otherScene';
import { scenesTable } from '@wold/core/recipe/sceneFiles';
import { sceneGrid } from '@wold/core/scenes/grid';
import { layersOnGrid } from '@wold/core/scenes/pictures';
import { sceneOf } from '@wold/core/table/table';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStems } from '@wold/core/writeup/fileStem';
import { sourceOf } from './inputs';
import type { Reduced } from '@wold/core/recipe/runStudy';
import { writeFiles } from './writeFiles';

/** The components of several scenes by one recipe, those of the first to begin with. */
export interface ScenesRun {
  readonly first: string;
  readonly reduced: readonly Reduced[];
  readonly others: { readonly name: string; readonly of: Reduced; readonly scene: OtherScene }[];
}

const byComponents = ({ reduction }: Reduced): boolean => reduction.settings.method === 'components';

/** What a scene after the first is like, by each reduction of components; its layers on the first one's where asked for. */
export async function compare(
  { reduced, others }: ScenesRun,
  path: string,
  folder: string,
  { dimensions, only }: { readonly dimensions: 'own' | 'first'; readonly only?: readonly string[] },
  say: (line: string) => void,
): Promise<void> {
  const source = await sourceOf(path);
  const stems = fileStems(reduced.map(({ reduction }) => reduction.name));
  for (const [index, of] of reduced.entries()) {
    if (!byComponents(of)) continue;
    const components = of.result as Components;
    const placer = placerOf(of.recipe, of.reduction, of.account, components);
    const scene = await otherScene(source, basename(path), of.recipe, of.reduction, { components, placer });
    others.push({ name: basename(path), of, scene });
    if (dimensions === 'own' || only?.includes('layers') === false) continue;
    const [at, grid] = [sceneOf(scene.table)!, sceneGrid(scene.table)!];
    const names = Array.from({ length: components.kept }, (_, d) => dimensionName(of.reduction.names, d + 1));
    const rows = Uint32Array.from(columnOf(scene.placed, 0).keys());
    const name = `${stems[index]!}-layers.tif`;
    await writeFiles(folder, [{ name, pieces: layersOnGrid(at, grid, rows, scene.placed, names) }]);
    say(`${name}: on the dimensions of the first scene`);
  }
}

export async function writeComparisons(
  { first, reduced, others }: ScenesRun,
  folder: string,
  say: (line: string) => void,
): Promise<void> {
  const stems = fileStems(reduced.map(({ reduction }) => reduction.name));
  const files = reduced.flatMap((of, index) => {
    const ofIt = others.filter(other => other.of === of).map(({ name, scene }) => ({ name, ...scene }));
    if (!byComponents(of) || ofIt.length === 0) return [];
    const components = of.result as Components;
    const text = scenesTable({ name: first, components }, ofIt, of.reduction.names);
    return [{ name: `${stems[index]!}-scenes.csv`, text }];
  });
  if (files.length === 0) return;
  await writeFiles(folder, files);
  say(`the scenes compared, in ${folder}: ${files.map(({ name }) => name).join(', ')}`);
}
