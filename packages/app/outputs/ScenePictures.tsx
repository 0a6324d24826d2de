import Link from '@mui/material/Link';
import { problemText } from '@wold/core/problem';
import type { Account } from '@wold/core/preparation/prepared';
import { outputOf } from '@wold/core/recipe/outputOf';
import {
  givesFullLayers,
  placementOf,
  sceneFile,
  SCENE_EXTENSIONS,
  type SceneFile,
} from '@wold/core/recipe/sceneFiles';
import type { Reduction } from '@wold/core/recipe/schema';
import { findColumn } from '@wold/core/table/table';
import { fileStem } from '@wold/core/writeup/fileStem';
import { FILE_NOT_KEPT } from '../readings/table/useReread';
import { loadFile } from '../storage/studies';
import { noticed } from '../store/noticeSlice';
import { useAppDispatch } from '../store/store';
import { useTable } from '../store/TableContext';
import { useRecipe } from '../store/useStudy';
import { layersOn } from '../workers/pool';
import { saveBlob, saveBytes } from './save';

interface ScenePicturesProps {
  readonly reduction: Reduction;
  readonly account: Account;
  readonly result: object;
}

const TYPES = { tif: 'image/tiff', png: 'image/png' } as const;

/** Pictures of a reduction of a scene, as files. */
export function ScenePictures({ reduction, account, result }: ScenePicturesProps) {
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  const stem = fileStem(reduction.name);
  const { colour } = reduction.map;
  const classes = colour !== null && findColumn(table, colour)?.kind === 'levels';

  function take(kind: SceneFile): void {
    const { names } = outputOf(recipe, reduction, { table, account, result });
    const pieces = sceneFile(kind, table, reduction, placementOf(reduction, result), names);
    const extension = SCENE_EXTENSIONS[kind];
    if (pieces !== null) saveBytes(`${stem}-${kind}.${extension}`, pieces, TYPES[extension]);
  }

  async function takeAll(): Promise<void> {
    const file = await loadFile(table.fileKey).catch(() => undefined);
    if (file === undefined) {
      return void dispatch(noticed({ kind: 'problem', text: problemText(FILE_NOT_KEPT) }));
    }
    const end = await layersOn(table, recipe, reduction, file.content).end;
    if (end === 'stopped') return;
    if ('problem' in end) dispatch(noticed({ kind: 'problem', text: problemText(end.problem) }));
    else saveBlob(`${stem}-layers-all.tif`, end.value);
  }

  return (
    <>
      <p className="soft small">Its pictures</p>
      <Link component="button" type="button" onClick={() => take('layers')}>
        <strong>Layers</strong>
        <span className="soft small">
          each dimension as a layer of float32, a GeoTIFF in the scene’s place
        </span>
      </Link>
      {givesFullLayers(table, reduction) && (
        <Link component="button" type="button" onClick={() => void takeAll()}>
          <strong>Layers of all pixels</strong>
          <span className="soft small">those that were not read are placed, from the file</span>
        </Link>
      )}
      <Link component="button" type="button" onClick={() => take('picture')}>
        <strong>Composite</strong>
        <span className="soft small">the picture as it is shown in question 6, as PNG</span>
      </Link>
      {classes && (
        <Link component="button" type="button" onClick={() => take('classes')}>
          <strong>Classes</strong>
          <span className="soft small">{colour} as whole numbers from 1, a GeoTIFF in the scene’s place</span>
        </Link>
      )}
    </>
  );
}
