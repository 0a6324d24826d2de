import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { useEffect, useRef, useState } from 'react';
import type { ProblemData } from '@wold/core/problem';
import type { DoneScene } from '@wold/core/recipe/doneScene';
import { scenesTable } from '@wold/core/recipe/sceneFiles';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { EQUAL, FAIR } from '@wold/core/algebra/congruence';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, count, percent } from '@wold/core/writeup/format';
import { useComponents } from '../methods/components/results';
import { ChoiceWord } from '../controls/Word';
import { saveBytes, saveText } from '../outputs/save';
import { ProblemNote } from '../readings/Problem';
import { useNaming } from '../results/stages';
import { useTable } from '../store/TableContext';
import { useRecipe } from '../store/useStudy';
import { sceneOn } from '../workers/pool';
import styles from './ScenesDialog.module.css';

interface ScenesDialogProps {
  readonly reduction: ReductionBy<'components'>;
  readonly files: readonly File[];
  readonly onClose: () => void;
}

/** A scene that waits, is done, or could not be. */
type Line = { readonly file: File } & (
  | { readonly is: 'waiting' }
  | { readonly is: 'done'; readonly scene: DoneScene }
  | { readonly is: 'refused'; readonly problem: ProblemData }
);

/** Several scenes by the study’s recipe, one after the other, compared with the study’s own. */
export function ScenesDialog({ reduction, files, onClose }: ScenesDialogProps) {
  const lines = useDoneScenes(reduction, files);
  const [own, setOwn] = useState(true);
  const { value: components } = useComponents(reduction);
  const table = useTable();
  const { names } = useNaming(reduction);
  const done = lines.flatMap(line => (line.is === 'done' ? [line.scene] : []));
  const kept = components?.kept ?? 0;
  const dimensions = Array.from({ length: Math.min(kept, MOST_SHOWN) }, (_, d) => d);
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth aria-labelledby="scenes-title">
      <div className={styles.dialog}>
        <h2 id="scenes-title">Other scenes by this recipe</h2>
        <p>
          {done.length} of {count(files.length, 'scene')} done; pictures and layers are on dimensions{' '}
          <ChoiceWord
            settles="Whose dimensions the pictures show"
            value={own}
            choices={[
              {
                value: true,
                name: 'found anew on each',
                when: 'What varies most in that scene; signs are its own.',
              },
              {
                value: false,
                name: `of “${table.name}”`,
                when: 'Each pixel placed as one of the first scene would be: scenes can be compared shade by shade.',
              },
            ]}
            onChoose={setOwn}
          />
          .
        </p>
        <div className={styles.scroller} tabIndex={0} role="region" aria-label="Scenes compared">
          <table className={styles.table}>
            <thead>
              <tr>
                <th scope="col">scene</th>
                <th scope="col" />
                {dimensions.map(d => (
                  <th key={d} scope="col">
                    {dimensionName(names, d + 1)}
                  </th>
                ))}
                <th scope="col">take out</th>
              </tr>
            </thead>
            <tbody>
              {components !== null && (
                <tr>
                  <th scope="row">{table.name}, this study</th>
                  <td className="soft small">holds</td>
                  {dimensions.map(d => (
                    <td key={d}>{percent(components.heldBy[d]!, 1)}</td>
                  ))}
                  <td />
                </tr>
              )}
              {lines.map((line, index) => (
                <SceneLine key={`${index} ${line.file.name}`} line={line} dimensions={dimensions} own={own} />
              ))}
            </tbody>
          </table>
        </div>
        <p className="soft small">
          Like its own: Tucker’s congruence of a dimension with the scene’s own that is most like it, from{' '}
          {EQUAL} on the same, from {FAIR} on alike. Holds: share of the scene’s variance.
        </p>
        <div className={styles.buttons}>
          <Button
            variant="outlined"
            disabled={done.length === 0 || components === null}
            onClick={() =>
              saveText(
                `${fileStem(reduction.name)}-scenes.csv`,
                scenesTable({ name: table.name, components: components! }, done, names),
                'text/csv',
              )
            }
          >
            Take out the comparison
          </Button>
          <Button onClick={onClose}>Close</Button>
        </div>
      </div>
    </Dialog>
  );
}

/** Dimensions that have a column. */
const MOST_SHOWN = 6;

interface SceneLineProps {
  readonly line: Line;
  readonly dimensions: readonly number[];
  readonly own: boolean;
}

function SceneLine({ line, dimensions, own }: SceneLineProps) {
  if (line.is === 'waiting') {
    return (
      <tr>
        <th scope="row">{line.file.name}</th>
        <td colSpan={dimensions.length + 2} className="soft">
          waits, or is being done
        </td>
      </tr>
    );
  }
  if (line.is === 'refused') {
    return (
      <tr>
        <th scope="row">{line.file.name}</th>
        <td colSpan={dimensions.length + 2}>
          <ProblemNote problem={line.problem} />
        </td>
      </tr>
    );
  }
  const { scene } = line;
  const stem = fileStem(scene.name.replace(/\.[^.]+$/, ''));
  const on = own ? scene.own : scene.first;
  return (
    <tr>
      <th scope="row">
        {scene.name}
        <SmallPicture
          width={scene.width}
          height={scene.height}
          rgba={on.rgba}
          label={`Picture of ${scene.name}`}
        />
      </th>
      <td className="soft small">
        its own hold
        <br />
        like its own
        <br />
        on the first’s axes
      </td>
      {dimensions.map(d => {
        const like = scene.likeness[d];
        return (
          <td key={d}>
            {scene.shares[d] === undefined ? '–' : percent(scene.shares[d], 1)}
            <br />
            {like === undefined || like.with < 0 ? '–' : coefficient(like.value)}
            {like !== undefined && like.with >= 0 && like.with !== d && (
              <span className="soft"> ({like.with + 1})</span>
            )}
            <br />
            {percent(scene.placedShares[d]!, 1)}
          </td>
        );
      })}
      <td>
        <Button onClick={() => saveBytes(`${stem}-layers.tif`, on.layers, 'image/tiff')}>Layers</Button>
        <Button
          onClick={() =>
            void import('@wold/core/scenes/pictures').then(({ rgbaFile }) =>
              saveBytes(`${stem}-picture.png`, rgbaFile(scene, on.rgba), 'image/png'),
            )
          }
        >
          Picture
        </Button>
      </td>
    </tr>
  );
}

interface SmallPictureProps {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
  readonly label: string;
}

function SmallPicture({ width, height, rgba, label }: SmallPictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    canvas.current?.getContext('2d')?.putImageData(new ImageData(rgba, width, height), 0, 0);
  }, [width, height, rgba]);
  return <canvas ref={canvas} width={width} height={height} role="img" aria-label={label} />;
}

/** Does scenes one after the other; those that are not yet done are stopped with the dialog. */
function useDoneScenes(reduction: ReductionBy<'components'>, files: readonly File[]): readonly Line[] {
  const table = useTable();
  const recipe = useRecipe();
  const [lines, setLines] = useState<readonly Line[]>(() => files.map(file => ({ file, is: 'waiting' })));
  useEffect(() => {
    let stop = (): void => undefined;
    let current = true;
    const put = (index: number, line: Line) =>
      setLines(before => before.map((old, at) => (at === index ? line : old)));
    void (async () => {
      for (const [index, file] of files.entries()) {
        if (!current) return;
        const ticket = sceneOn(table, recipe, reduction, file);
        stop = ticket.stop;
        const end = await ticket.end;
        if (!current || end === 'stopped') return;
        put(
          index,
          'problem' in end
            ? { file, is: 'refused', problem: end.problem }
            : { file, is: 'done', scene: end.value },
        );
      }
    })();
    return () => {
      current = false;
      stop();
    };
    // The study stands still while the dialog is open.
  }, []); // eslint-disable-line react-hooks/exhaustive-deps
  return lines;
}
