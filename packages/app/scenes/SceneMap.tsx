import type { ReactNode } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import { layersShown } from '@wold/core/recipe/sceneFiles';
import type { Reduction } from '@wold/core/recipe/schema';
import { textAt } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { figure } from '@wold/core/writeup/format';
import { rowName } from '../lens/rowName';
import { useNaming } from '../results/stages';
import { useTable } from '../store/TableContext';
import { useRecipe } from '../store/useStudy';
import { ScenePicture } from './ScenePicture';
import { useLayers } from './useLayers';
import type { OpenScene } from './useScene';
import styles from './SceneMap.module.css';

interface SceneMapProps {
  readonly open: OpenScene;
  readonly reduction: Reduction;
  readonly placement: Placement;
  /** The map of the same rows. */
  readonly children: ReactNode;
}

/** The picture of a reduction's dimensions beside its map: what is selected on one is on the other. */
export function SceneMap({ open: { grid }, reduction, placement, children }: SceneMapProps) {
  const table = useTable();
  const recipe = useRecipe();
  const { names } = useNaming(reduction);
  const rgba = useLayers(reduction, placement, grid);
  const shown = layersShown(reduction.map, placement.at.columns);
  const called = shown.map(d => dimensionName(names, d));
  const label = reduction.map.colour === null ? undefined : findColumn(table, reduction.map.colour);
  return (
    <div className={styles.both}>
      <div className={styles.picture}>
        <p className={`${styles.title} small`}>
          {shown.length === 3 ? (
            ['red', 'green', 'blue'].map((colour, at) => (
              <span key={colour}>
                <span className="soft">{colour}</span> {called[at]}
              </span>
            ))
          ) : (
            <span>
              {shown.length === 1 ? called[0] : (reduction.map.colour ?? 'Choose what colours the map.')}
            </span>
          )}
        </p>
        <ScenePicture
          grid={grid}
          rgba={rgba}
          label={`The scene in ${called.join(', ') || reduction.map.colour || 'no colours'}. Draw around pixels to select them; arrows move the pointer, Enter selects.`}
          tell={row => {
            const at = placement.rows.indexOf(row);
            return (
              <>
                <strong>{rowName(table, recipe, row)}</strong>
                {label !== undefined && <span>{textAt(label, row)}</span>}
                {at >= 0 &&
                  shown.map((d, index) => (
                    <span key={d}>
                      <span className="soft">{called[index]}</span>{' '}
                      {figure(placement.at.values[(d - 1) * placement.at.rows + at]!)}
                    </span>
                  ))}
              </>
            );
          }}
        />
      </div>
      <div className={styles.map}>{children}</div>
    </div>
  );
}
