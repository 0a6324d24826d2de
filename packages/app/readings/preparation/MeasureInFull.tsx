import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import type { MeasureBoxes } from '@wold/core/preparation/boxes';
import { COLUMN_TRANSFORMS, type ColumnTransform } from '@wold/core/preparation/transform';
import { fileStem } from '@wold/core/writeup/fileStem';
import { useCallback, useMemo } from 'react';
import { ChartHost } from '../../charts/ChartHost';
import type { Size } from '../../charts/size';
import { figure, fixed } from '@wold/core/writeup/format';
import { rowName } from '../../lens/rowName';
import { useDistribution } from '../../results/stages';
import { selected } from '../../store/studySlice';
import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { useAppDispatch } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe, useStudy } from '../../store/useStudy';
import { useMode } from '../../theme/ThemeMode';
import { distributionNumbers, distributionOption, type DrawnDistribution } from './distributionOption';
import { NormalQuantiles } from './NormalQuantiles';
import { TRANSFORM_WORDS } from './words';
import { Choice } from '../../controls/Choice';
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
  const drawn = useMemo(() => value && { before: value.before, after: value.after, boxes }, [value, boxes]);
  if (drawn === null || value === null || value.measure !== measure)
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
      <div className={styles.distributions}>
        <Distributions drawn={drawn} measure={measure} />
      </div>
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
            <Button onClick={() => setTransform(suggestion.transform)}>
              Transform it {nameOf(suggestion.transform)}
            </Button>{' '}
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

/** Before and after, each with its box, its axis and its counts. */
function Distributions({ drawn, measure }: { drawn: DrawnDistribution; measure: string }) {
  const { tokens } = useMode();
  const { name } = useStudy();
  const option = useCallback((size: Size) => distributionOption(drawn, tokens, size), [drawn, tokens]);
  return (
    <ChartHost
      label={`Entries of ${measure}, before and after`}
      fileStem={`${fileStem(name)}-${fileStem(measure)}`}
      option={option}
      numbers={() => distributionNumbers(drawn)}
    />
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
      <Choice
        label="transform"
        labelled="before"
        value={own ?? 'as-all'}
        options={[
          ['as-all', `as all: ${nameOf(preparation.transform)}`],
          ...COLUMN_TRANSFORMS.map(transform => [transform, nameOf(transform)] as const),
        ]}
        onChoose={onTransform}
      />
      {preparation.outliers !== 'none' && (
        <label>
          <Checkbox checked={fenced} onChange={event => setFenced(event.target.checked)} /> fence it
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
        <Button key={row} onClick={() => dispatch(selected({ rows: [row] }))}>
          {rowName(table, recipe, row)} {figure(entry)}
        </Button>
      ))}
      {outliers.length > MOST_OUTLIERS && (
        <Button onClick={() => dispatch(selected({ rows: outliers.map(({ row }) => row) }))}>
          all {outliers.length}
        </Button>
      )}
    </p>
  );
}
