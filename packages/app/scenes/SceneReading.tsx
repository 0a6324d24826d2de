import Link from '@mui/material/Link';
import { useMemo } from 'react';
import type { ColumnDescription, NumberDescription } from '@wold/core/table/describe';
import { compositeOf } from '@wold/core/scenes/composite';
import { compositeFile } from '@wold/core/scenes/pictures';
import { numberAt } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { fileStem } from '@wold/core/writeup/fileStem';
import { figure, percent } from '@wold/core/writeup/format';
import { HistogramPicture } from '../charts/HistogramPicture';
import { rowName } from '../lens/rowName';
import { saveBytes } from '../outputs/save';
import { selected } from '../store/studySlice';
import { useAppDispatch } from '../store/store';
import { useTable } from '../store/TableContext';
import { useRecipe, useSelection } from '../store/useStudy';
import { ScenePicture } from './ScenePicture';
import { useComposite } from './useComposite';
import { columnPlane, type OpenScene } from './useScene';
import Button from '@mui/material/Button';
import styles from './SceneReading.module.css';

interface SceneReadingProps {
  readonly open: OpenScene;
  readonly descriptions: readonly ColumnDescription[] | null;
}

const COLOURS = ['red', 'green', 'blue'] as const;

/** The scene as a picture of three bands or one, beside the list of its bands. */
export function SceneReading({ open, descriptions }: SceneReadingProps) {
  const table = useTable();
  const recipe = useRecipe();
  const [composite] = useComposite();
  const { grid } = open;
  const shown = composite.bands.join('\n');
  const planes = useMemo(
    () => shown.split('\n').map(name => columnPlane(table, grid, name)),
    [table, grid, shown],
  );
  const { stretch, clip } = composite;
  const rgba = useMemo(() => compositeOf(planes, { stretch, clip }), [planes, stretch, clip]);
  return (
    <div className={styles.reading}>
      <div className={styles.picture}>
        <ScenePicture
          grid={grid}
          rgba={rgba}
          label={`The scene in ${composite.bands.join(', ')}. Draw around pixels to select them; arrows move the pointer, Enter selects.`}
          tell={row => (
            <>
              <strong>{rowName(table, recipe, row)}</strong>
              {composite.bands.map(name => {
                const column = findColumn(table, name);
                return (
                  <span key={name}>
                    <span className="soft">{name}</span>{' '}
                    {column?.kind === 'number' ? figure(numberAt(column, row)) : '–'}
                  </span>
                );
              })}
            </>
          )}
        />
        <div className={styles.under}>
          <span className="soft small">draw around pixels, with Ctrl by a box</span>
          <Button
            className={styles.take}
            onClick={() =>
              saveBytes(
                `${fileStem(table.name)}-bands.png`,
                compositeFile(grid, planes, composite),
                'image/png',
              )
            }
          >
            Take out as PNG
          </Button>
        </div>
      </div>
      <Bands open={open} descriptions={descriptions} shown={composite.bands} />
    </div>
  );
}

interface BandsProps extends SceneReadingProps {
  readonly shown: readonly string[];
}

/** Every band: its wavelength, its shape, its spread, and what is the matter with it. */
function Bands({ open: { scene, bands }, descriptions, shown }: BandsProps) {
  const dispatch = useAppDispatch();
  const { columns: chosen } = useSelection();
  const table = useTable();
  const told = new Map(scene.bands.map((band, j) => [table.columns[j]!.name, band]));
  const found = useMemo(() => new Map((descriptions ?? []).map(one => [one.name, one])), [descriptions]);
  return (
    <div className={styles.bands} tabIndex={0} role="region" aria-label="Bands">
      <table>
        <thead>
          <tr>
            <th scope="col">band</th>
            <th scope="col">values</th>
            <th scope="col">mean</th>
            <th scope="col">sd</th>
          </tr>
        </thead>
        <tbody>
          {bands.map(name => {
            const description = found.get(name);
            const number = description?.kind === 'number' ? description : null;
            const colour = shown.indexOf(name);
            const { wavelength: nm, unit } = told.get(name)!;
            return (
              <tr key={name} aria-current={chosen.includes(name)}>
                <th scope="row">
                  <Link
                    component="button"
                    type="button"
                    onClick={() => dispatch(selected({ columns: [name] }))}
                  >
                    {name}
                  </Link>
                  {nm !== null && !name.includes(String(Math.round(nm))) && (
                    <span className="soft small"> {figure(nm)} nm</span>
                  )}
                  {unit !== null && <span className="soft small"> {unit}</span>}
                  {colour >= 0 && (
                    <span className={styles.colour}>{shown.length === 3 ? COLOURS[colour] : 'grey'}</span>
                  )}
                  {number !== null && <Remark description={number} />}
                </th>
                <td>
                  {number !== null && (
                    <HistogramPicture histogram={number.histogram} width={72} height={20} />
                  )}
                </td>
                <td>{number !== null && figure(number.mean)}</td>
                <td>{number !== null && figure(number.sd)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** Whether a band says nothing, or hardly anything, or the same as another. */
function Remark({ description: { remark, missing, present } }: { description: NumberDescription }) {
  const words =
    remark?.kind === 'constant'
      ? 'dead: one value everywhere'
      : remark?.kind === 'near-constant'
        ? `nearly dead: ${percent(remark.share)} of one value`
        : remark?.kind === 'copy'
          ? `the same as ${remark.of}`
          : missing > 0
            ? `${percent(missing / (missing + present), 1)} without a value`
            : null;
  return words === null ? null : <span className={styles.remark}>{words}</span>;
}
