import type { MeasureBoxes } from '@wold/core/preparation/boxes';
import type { MeasureDistribution } from '@wold/core/preparation/distribution';
import { COLUMN_TRANSFORMS, type ColumnTransform } from '@wold/core/preparation/transform';
import { figure, fixed } from '../../charts/format';
import { HistogramPicture } from '../../charts/HistogramPicture';
import { rowName } from '../../lens/rowName';
import { useDistribution } from '../../results/stages';
import { selected } from '../../store/studySlice';
import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { useAppDispatch } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe } from '../../store/useStudy';
import { NormalQuantiles } from './NormalQuantiles';
import { TRANSFORM_WORDS } from './words';
import styles from './MeasureInFull.module.css';

const MOST_OUTLIERS = 8;

interface MeasureInFullProps {
  readonly measure: string;
  readonly boxes: MeasureBoxes | undefined;
}

/** One measure large: its histograms, its normal quantiles, its outliers, and its own settings. */
export function MeasureInFull({ measure, boxes }: MeasureInFullProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value } = useDistribution(measure);
  if (value === null || value.measure !== measure)
    return <section className={styles.full} aria-label={measure} />;
  const { preparation } = recipe;
  const { before, after, suggestion } = value;

  function setTransform(transform: ColumnTransform | 'as-all'): void {
    const others = preparation.transforms.filter(other => other.measure !== measure);
    const transforms = transform === 'as-all' ? others : [...others, { measure, transform }];
    edit(withPreparation(recipe, { transforms }), `transform ${measure}`);
  }

  return (
    <section className={styles.full} aria-label={`${measure} in full`}>
      <Histograms before={before} after={after} />
      <NormalQuantiles before={before.quantiles} after={after.quantiles} />
      <div className={styles.words}>
        <h2>{measure}</h2>
        <p className="small">
          Skewness {fixed(before.skewness, 2)} → {fixed(after.skewness, 2)}, excess kurtosis{' '}
          {fixed(before.kurtosis, 2)} → {fixed(after.kurtosis, 2)}
          {before.zeros > 0 && `, ${before.zeros} zeros`}.
        </p>
        {suggestion !== null && Math.abs(after.skewness) > 1 && (
          <p className="small">
            <button type="button" className="action" onClick={() => setTransform(suggestion.transform)}>
              Transform it {nameOf(suggestion.transform)}
            </button>{' '}
            <span className="soft">would bring its skewness to {fixed(suggestion.after, 2)}.</span>
          </p>
        )}
        <OwnSettings measure={measure} onTransform={setTransform} />
        {boxes !== undefined && <Outliers outliers={boxes.before.outliers} />}
      </div>
    </section>
  );
}

const nameOf = (transform: ColumnTransform): string =>
  TRANSFORM_WORDS.find(word => word.value === transform)!.name;

function Histograms({ before, after }: Pick<MeasureDistribution, 'before' | 'after'>) {
  const both = [
    ['before', before],
    ['after', after],
  ] as const;
  return (
    <div className={styles.histograms}>
      {both.map(([when, { histogram, n }]) => (
        <figure key={when} data-when={when}>
          <figcaption className="soft small">
            <span>
              {when}, {n.toLocaleString('en')} entries
            </span>
          </figcaption>
          <HistogramPicture histogram={histogram} width={200} height={44} />
          <p className={`${styles.ends} soft`}>
            <span>{figure(histogram.from, 4)}</span>
            <span>{figure(histogram.to, 4)}</span>
          </p>
        </figure>
      ))}
    </div>
  );
}

interface OwnSettingsProps {
  readonly measure: string;
  readonly onTransform: (transform: ColumnTransform | 'as-all') => void;
}

/** The measure's own transform, and whether it is fenced. */
function OwnSettings({ measure, onTransform }: OwnSettingsProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { preparation } = recipe;
  const own = preparation.transforms.find(transform => transform.measure === measure)?.transform;
  const fenced = !preparation.unfenced.includes(measure);
  function setFenced(is: boolean): void {
    const others = preparation.unfenced.filter(other => other !== measure);
    edit(withPreparation(recipe, { unfenced: is ? others : [...others, measure] }), `fence ${measure}`);
  }
  return (
    <div className={styles.settings}>
      <label>
        transform{' '}
        <select
          value={own ?? 'as-all'}
          onChange={event => onTransform(event.target.value as ColumnTransform | 'as-all')}
        >
          <option value="as-all">as all: {nameOf(preparation.transform)}</option>
          {COLUMN_TRANSFORMS.map(transform => (
            <option key={transform} value={transform}>
              {nameOf(transform)}
            </option>
          ))}
        </select>
      </label>
      {preparation.outliers !== 'none' && (
        <label>
          <input type="checkbox" checked={fenced} onChange={event => setFenced(event.target.checked)} /> fence
          it
        </label>
      )}
    </div>
  );
}

/** The rows beyond its whiskers, each of which can be selected. */
function Outliers({ outliers }: { outliers: MeasureBoxes['before']['outliers'] }) {
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  if (outliers.length === 0) return null;
  return (
    <p className={`${styles.outliers} small`}>
      <span className="soft">Beyond 1.5 IQR:</span>
      {outliers.slice(0, MOST_OUTLIERS).map(({ row, value: entry }) => (
        <button
          key={row}
          type="button"
          className="action"
          onClick={() => dispatch(selected({ rows: [row] }))}
        >
          {rowName(table, recipe, row)} {figure(entry)}
        </button>
      ))}
      {outliers.length > MOST_OUTLIERS && (
        <button
          type="button"
          className="action"
          onClick={() => dispatch(selected({ rows: outliers.map(({ row }) => row) }))}
        >
          all {outliers.length}
        </button>
      )}
    </p>
  );
}
