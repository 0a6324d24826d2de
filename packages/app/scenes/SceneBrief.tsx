import Button from '@mui/material/Button';
import { useState } from 'react';
import type { ProblemData } from '@wold/core/problem';
import { ordinal } from '@wold/core/table/scene/ordinal';
import type { Region } from '@wold/core/table/scene/scene';
import { count } from '@wold/core/writeup/format';
import { NumberWord, Word } from '../controls/Word';
import { ProblemNote } from '../readings/Problem';
import { RowsWord } from '../readings/table/RowsWord';
import { useReread } from '../readings/table/useReread';
import { useTable } from '../store/TableContext';
import { useRecipe, useSelection } from '../store/useStudy';
import { CompositeWords } from './CompositeWords';
import { useComposite } from './useComposite';
import type { OpenScene } from './useScene';
import styles from './SceneBrief.module.css';

const FILES = {
  GeoTIFF: 'a GeoTIFF',
  PNG: 'a PNG',
  JPEG: 'a JPEG',
  stack: 'pictures laid on each other',
} as const;
const LARGEST_STEP = 10_000;

/** Which pixels of the scene are read, which are used, and how its picture shows them. */
export function SceneBrief({ open }: { open: OpenScene }) {
  const table = useTable();
  const recipe = useRecipe();
  const [composite, change] = useComposite();
  const { reread, working } = useReread();
  const [problem, setProblem] = useState<ProblemData | null>(null);
  const { source } = table;
  const { scene, bands } = open;
  const { newRows: _, ...reading } = recipe.reading;
  const again = async (choices: typeof reading) => setProblem(await reread(choices));
  return (
    <>
      {count(table.rows, 'pixel')} of “{table.name}”, read as{' '}
      {source.format === 'scene' ? FILES[source.file] : source.format} of {count(bands.length, 'band')}:{' '}
      <NumberWord
        settles="Every how many-th pixel is read"
        value={scene.step}
        word={
          working
            ? 'reading …'
            : scene.step === 1
              ? 'every pixel'
              : `every ${ordinal(scene.step)} pixel along and down`
        }
        least={1}
        most={LARGEST_STEP}
        why="Fewer pixels are quicker, and enough for most figures; layers of all pixels are taken out all the same."
        onNumber={step => void again({ ...reading, step: Math.round(step) })}
      />{' '}
      of <RegionWord open={open} onRegion={region => void again({ ...reading, region })} />
      {scene.empty > 0 && `; ${count(scene.empty, 'pixel')} without a value left out`}; use{' '}
      <RowsWord of="only" />; shown are{' '}
      <CompositeWords
        noun="band"
        choices={bands.map(name => ({ value: name, name }))}
        shown={composite.bands}
        how={composite}
        onShown={shown => change({ bands: shown })}
        onStretch={change}
      />
      {problem !== null && <ProblemNote problem={problem} />}
    </>
  );
}

interface RegionWordProps {
  readonly open: OpenScene;
  readonly onRegion: (region: Region | undefined) => void;
}

/** The part of the scene that is read: all of it, or the box around the pixels that are selected. */
function RegionWord({ open: { scene, grid }, onRegion }: RegionWordProps) {
  const { rows } = useSelection();
  const { region, width, height, step } = scene;
  const isWhole = region.width === width && region.height === height;
  const boxed = boxAround(rows, grid.pixelOf, grid.width);
  return (
    <Word
      settles="The part of the scene that is read"
      panel={close => (
        <div className={styles.region}>
          <p className="soft small">
            {isWhole
              ? `All ${width} × ${height} pixels of it.`
              : `${region.width} × ${region.height} of ${width} × ${height} pixels, from ${region.x} along and ${region.y} down.`}
          </p>
          {boxed === null ? (
            <p className="soft small">
              Draw around a part of the picture first, then read the box around it alone.
            </p>
          ) : (
            <Button
              variant="outlined"
              onClick={() => {
                onRegion({
                  x: region.x + boxed.x * step,
                  y: region.y + boxed.y * step,
                  width: boxed.width * step,
                  height: boxed.height * step,
                });
                close();
              }}
            >
              Read the box around {count(rows.length, 'selected pixel')}
            </Button>
          )}
          {!isWhole && (
            <Button
              onClick={() => {
                onRegion(undefined);
                close();
              }}
            >
              Read the whole scene
            </Button>
          )}
        </div>
      )}
    >
      {isWhole ? 'the whole scene' : `a region of ${region.width} × ${region.height}`}
    </Word>
  );
}

/** The smallest box that holds some pixels; null where there are none. */
function boxAround(rows: readonly number[], pixelOf: Uint32Array, width: number): Region | null {
  if (rows.length === 0) return null;
  let [left, right, top, bottom] = [Infinity, -1, Infinity, -1];
  for (const row of rows) {
    const pixel = pixelOf[row]!;
    const [x, y] = [pixel % width, Math.floor(pixel / width)];
    left = Math.min(left, x);
    right = Math.max(right, x);
    top = Math.min(top, y);
    bottom = Math.max(bottom, y);
  }
  return { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
}
