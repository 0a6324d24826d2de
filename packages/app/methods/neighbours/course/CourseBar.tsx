import Button from '@mui/material/Button';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { figure } from '@wold/core/writeup/format';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { lossName, stepsOf } from '../layoutWords';
import { useNeighbourMap, type NeighboursReduction } from '../results';
import styles from './CourseBar.module.css';

/** Iterations that are added at a time. */
const MORE = 250;

/** How far a map is laid out, and what can be done about that: keep it as it stands, or go on. */
export function CourseBar({ reduction }: { reduction: NeighboursReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value, stopped, resume, underWay } = useNeighbourMap(reduction);
  if (value === null) return null;
  const { by, done, of, loss } = value;
  const { tsne, umap } = reduction.settings;
  const last = loss.at(-1);
  const setIterations = (iterations: number) =>
    edit(withSettings(recipe, reduction, { tsne: { ...tsne, iterations } }), `iterations ${reduction.id}`);
  // UMAP’s steps grow shorter towards its end: where it stands before is no map of fewer epochs.
  const setStop = (stop: number | null) =>
    edit(withSettings(recipe, reduction, { umap: { ...umap, stop } }), `stop ${reduction.id}`);
  const atRest = !stopped && underWay === null;
  return (
    <div className={styles.bar} role="group" aria-label="Course of the map">
      <span>
        {done < of ? `${done.toLocaleString('en')} of ${stepsOf(by, of)}` : stepsOf(by, of)}
        {last !== undefined && (
          <span className="soft">
            {' · '}
            {lossName(by)} {figure(last.value, 4)}
          </span>
        )}
      </span>
      {underWay !== null && done < of && <span className="soft small">Stop below pauses it.</span>}
      {stopped && <Button onClick={resume}>Go on</Button>}
      {stopped && done > 0 && done < of && (
        <Button onClick={() => (by === 't-sne' ? setIterations(done) : setStop(done))}>
          Keep it as it stands
        </Button>
      )}
      {atRest && by === 't-sne' && done >= of && (
        <Button onClick={() => setIterations(of + MORE)}>{MORE} iterations more</Button>
      )}
      {atRest && by === 'umap' && done < of && (
        <Button onClick={() => setStop(null)}>Go on to the end</Button>
      )}
    </div>
  );
}
