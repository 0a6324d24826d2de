import Checkbox from '@mui/material/Checkbox';
import { Suspense, useState } from 'react';
import { useLocation } from 'react-router';
import { percent } from '@wold/core/writeup/format';
import { Figures } from '../Figures';
import { ProblemNote, Resulting } from '../Problem';
import { useDescription, useVocabulary, useWholeColumns } from '../../results/stages';
import { PLACE_COLUMNS } from '@wold/core/table/scene/scene';
import type { Table } from '@wold/core/table/table';
import { useTable } from '../../store/TableContext';
import { useRecipe, useSelection } from '../../store/useStudy';
import { ViewSwitch } from '../../controls/ViewSwitch';
import { ColumnList } from './ColumnList';
import { Grid } from './Grid';
import { RepeatsView } from './RepeatsView';
import { asideBy, summarise } from './summary';
import { useView } from '../../store/useView';
import { later } from '../later';
import { useScene } from '../../scenes/useScene';
import { VocabularyView } from '../texts/VocabularyView';
import { useSplit } from '../texts/useSplit';
import styles from './TableReading.module.css';

const SceneReading = later(async () => (await import('../../scenes/SceneReading')).SceneReading);

const VIEWS = [
  ['picture', 'Picture'],
  ['grid', 'Rows'],
  ['vocabulary', 'Vocabulary'],
  ['columns', 'Columns'],
  ['repeats', 'Repeats'],
] as const;

const rowsWord = (arePixels: boolean, rows: number): string =>
  `${arePixels ? 'pixel' : 'row'}${rows === 1 ? '' : 's'}`;

const measuresWord = ({ matrix }: Table, measures: number): string =>
  matrix?.kind === 'distance' ? 'columns of distances' : measures === 1 ? 'measure' : 'measures';

/** What do I have? All rows and columns, with what each column holds and is for. */
export function TableReading() {
  const table = useTable();
  const recipe = useRecipe();
  const { rows: selectedRows } = useSelection();
  const description = useDescription();
  const { value: words } = useVocabulary(useSplit() !== null);
  const arrived = useLocation().state as { showSelected?: boolean } | null;
  const [onlySelected, setOnlySelected] = useState(arrived?.showSelected === true);
  const split = useSplit();
  const open = useScene();
  const views = VIEWS.filter(([name]) =>
    name === 'vocabulary' ? split !== null : name === 'picture' ? open !== null : true,
  );
  const [view, setView] = useView(
    'table',
    views.map(([name]) => name),
  );
  const { value: whole, problem: notTold } = useWholeColumns();
  const summary = summarise(table, recipe, view === 'columns' ? whole : null);
  // Where a pixel lies is no measure that somebody has set aside.
  const setAside = asideBy(recipe, open === null ? [] : PLACE_COLUMNS);
  const narrowed = onlySelected && selectedRows.length > 0;
  return (
    <>
      <div className={styles.head}>
        <Figures
          figures={[
            { value: summary.rows.toLocaleString('en'), of: rowsWord(open !== null, summary.rows) },
            ...(split === null
              ? [
                  {
                    value: summary.roles.measure.toLocaleString('en'),
                    of: measuresWord(table, summary.roles.measure),
                  },
                ]
              : words === null
                ? []
                : [{ value: words.words.length.toLocaleString('en'), of: 'words' }]),
            { value: String(summary.roles.label), of: summary.roles.label === 1 ? 'label' : 'labels' },
            {
              value: summary.missing.toLocaleString('en'),
              of: `missing ${summary.missing === 1 ? 'cell' : 'cells'}, ${percent(summary.missingShare, 1)}`,
            },
            ...(summary.brought > 0
              ? [{ value: summary.brought.toLocaleString('en'), of: 'new, only placed' }]
              : []),
            ...(open !== null
              ? [{ value: '2', of: `columns for the place (${PLACE_COLUMNS.join(', ')})` }]
              : []),
            ...(setAside > 0 ? [{ value: String(setAside), of: 'set aside' }] : []),
          ]}
        />
        {view === 'grid' && selectedRows.length > 0 && (
          <label className={styles.narrow}>
            <Checkbox checked={narrowed} onChange={event => setOnlySelected(event.target.checked)} />
            only the {selectedRows.length.toLocaleString('en')} selected
          </label>
        )}
        <ViewSwitch views={views} view={view} onView={setView} />
      </div>
      {view === 'grid' && (
        <Grid table={table} descriptions={description.value} rows={narrowed ? selectedRows : null} />
      )}
      {view === 'picture' && open !== null && (
        <Suspense>
          <SceneReading open={open} descriptions={description.value} />
        </Suspense>
      )}
      {view === 'vocabulary' && split !== null && <VocabularyView split={split} />}
      {view === 'repeats' && <RepeatsView table={table} />}
      {view === 'columns' && notTold !== null && <ProblemNote problem={notTold} />}
      {view === 'columns' && (
        <Resulting reading={description}>
          {columns => <ColumnList table={table} descriptions={columns} />}
        </Resulting>
      )}
    </>
  );
}
