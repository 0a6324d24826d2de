import Button from '@mui/material/Button';
import { Suspense, useMemo } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { Account } from '@wold/core/preparation/prepared';
import type { RowLeftOut } from '@wold/core/preparation/treatment';
import { levelAt, textAt, type LevelColumn } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { binnedDates, fittingSpan, singleDays } from '@wold/core/table/dateBins';
import { overRepresented } from '@wold/core/table/overRepresented';
import { coefficient, count, figure, fixed, percent } from '@wold/core/writeup/format';
import { useAccount } from '../results/stages';
import { rowName } from './rowName';
import { selected } from '../store/studySlice';
import { withRowsAside } from '@wold/core/recipe/edit/preparation';
import { useAppDispatch } from '../store/store';
import { useTable } from '../store/TableContext';
import { useEdit, useHand, useRecipe, useStudy } from '../store/useStudy';
import { useShortName } from '../store/useShortName';
import { setsApart, type Apartness } from './apart';
import { overlapsOf } from './overlapsOf';
import { useSplit } from '../readings/texts/useSplit';
import { ManyEntries, OneEntry } from './EntriesLens';
import { LabelForm } from './LabelForm';
import { ReasonForm } from './ReasonForm';
import { screensOf } from '../methods/screens';
import { DivergingBar } from '../charts/DivergingBar';
import { NearestPictures } from '../pictures/NearestPictures';
import { MeanPicture, RowPicture } from '../pictures/RowPicture';
import { usePixels } from '../pictures/usePixels';
import { sceneOf } from '@wold/core/table/table';
import { later } from '../readings/later';
import styles from './Lens.module.css';

const MOST_LISTED = 40;
const MOST_APART = 6;
/** Levels that the rows have more often than others. */
const MOST_LEVELS = 4;
/** Deviations beyond this many standard deviations are marked. */
const ODD = 3;
/** The bar of a deviation is full at this many standard deviations. */
const FULL_BAR = 3;

const SpectrumLens = later(async () => (await import('../scenes/SpectrumLens')).SpectrumLens);

/** The selected rows: what sets them apart, their original values, and the way to them in the table. */
export function RowsLens({ rows }: { rows: readonly number[] }) {
  const table = useTable();
  const recipe = useRecipe();
  const hand = useHand();
  const { Row } = screensOf(hand.settings.method).lens;
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { id } = useStudy();
  const { value: account } = useAccount();
  const pictures = usePixels();
  const split = useSplit();
  const ofScene = sceneOf(table) !== null;
  const judging = useLocation().pathname.endsWith('/trust');
  return (
    <div>
      <div className={styles.head}>
        <h2>
          {rows.length === 1 ? rowName(table, recipe, rows[0]!) : `${count(rows.length, 'row')} selected`}
        </h2>
        <Button className="small" onClick={() => dispatch(selected({}))}>
          Let go
        </Button>
      </div>
      {rows.length === 1 ? (
        <>
          {pictures !== null && (
            <>
              <RowPicture
                pictures={pictures}
                row={rows[0]!}
                size={128}
                label={rowName(table, recipe, rows[0]!)}
              />
              <NearestPictures pictures={pictures} row={rows[0]!} />
            </>
          )}
          {split !== null && <OneEntry row={rows[0]!} account={account} />}
          {ofScene && <Spectrum rows={rows} />}
          {judging && <Row hand={hand} row={rows[0]!} />}
          <OneRow row={rows[0]!} account={account} />
          {!judging && <Row hand={hand} row={rows[0]!} />}
        </>
      ) : (
        <>
          {pictures !== null && (
            <MeanPicture
              pictures={pictures}
              rows={rows}
              size={128}
              label="Mean picture of the selected rows"
            />
          )}
          {ofScene && <Spectrum rows={rows} />}
          <ManyRows rows={rows} account={account} />
          {split !== null && <ManyEntries rows={rows} />}
        </>
      )}
      <div className={styles.actions}>
        <Button onClick={() => void navigate(`/study/${id}/table`, { state: { showSelected: true } })}>
          Open in the table
        </Button>
        <SetAside rows={rows} />
        <LabelForm rows={rows} />
      </div>
    </div>
  );
}

/** The rows’ spectrum, once its code is there. */
const Spectrum = ({ rows }: { rows: readonly number[] }) => (
  <Suspense>
    <SpectrumLens rows={rows} />
  </Suspense>
);

/** Sets the rows aside with a reason, only places them, or brings them back. */
function SetAside({ rows }: { rows: readonly number[] }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const aside = new Set(recipe.preparation.rowsAside.rows.map(({ row }) => row));
  if (rows.every(row => aside.has(row))) {
    return <Button onClick={() => edit(withRowsAside(recipe, rows, null), 'rows aside')}>Bring back</Button>;
  }
  const them = rows.length === 1 ? 'it' : 'them';
  return (
    <>
      <ReasonForm
        action="Set aside"
        asks={`Why? Enter sets ${them} aside.`}
        onReason={why => edit(withRowsAside(recipe, rows, why), 'rows aside')}
      />
      <Button
        title="On the map, but in no figure"
        onClick={() => edit(withRowsAside(recipe, rows, 'by hand', true), 'rows placed')}
      >
        Only place {them}
      </Button>
    </>
  );
}

function OneRow({ row, account }: { row: number; account: Account | null }) {
  const table = useTable();
  const recipe = useRecipe();
  const hand = useHand();
  const pictures = usePixels();
  // Pixels are seen in the picture, distances in the rows that are nearest.
  const text = useSplit()?.column;
  const hidden = useMemo(
    () => new Set([...(pictures?.columns ?? []), ...(table.matrix?.names ?? []), text]),
    [pictures, table, text],
  );
  const leftOut = account?.rowsLeftOut.find(out => out.row === row);
  const apart = useMemo(
    () => new Map(account === null ? [] : setsApart(table, account, [row]).map(a => [a.measure, a])),
    [table, account, row],
  );
  const colour = hand.map.colour === null ? undefined : findColumn(table, hand.map.colour);
  const group = colour?.kind === 'levels' ? levelAt(colour, row) : null;
  const groupMeans = useGroupMeans(colour?.kind === 'levels' ? colour : null, row, account);
  return (
    <>
      <p className="soft small">
        Row {row + 1}
        {leftOut && `, ${leftOutWords(leftOut)}`}
        {account?.placedRows.includes(row) && ', placed and not used'}
      </p>
      <table className={styles.values}>
        <thead>
          <tr>
            <th scope="col">column</th>
            <th scope="col">value</th>
            <th scope="col">mean</th>
            {group !== null && (
              <th scope="col" title={`mean of ${group}`}>
                group
              </th>
            )}
            <th scope="col" title="distance from the mean in standard deviations">
              sds
            </th>
          </tr>
        </thead>
        <tbody>
          {recipe.columns.map(({ name }, index) => {
            if (hidden.has(name)) return null;
            const known = apart.get(name);
            const mean = account?.originalMeans[account.measures.indexOf(name)];
            return (
              <tr key={name} className={known && Math.abs(known.deviation) > ODD ? styles.odd : undefined}>
                <th scope="row" title={name}>
                  {name}
                </th>
                <td>{textAt(table.columns[index]!, row).slice(0, 24) || '–'}</td>
                <td className="soft">{known && mean !== undefined ? figure(mean) : ''}</td>
                {group !== null && (
                  <td className="soft">{groupMeans.has(name) ? figure(groupMeans.get(name)!) : ''}</td>
                )}
                <td>{known && Number.isFinite(known.deviation) ? fixed(known.deviation, 1) : ''}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}

/** Means of the measures over the rows in use that share the row's level. */
function useGroupMeans(
  column: LevelColumn | null,
  row: number,
  account: Account | null,
): Map<string, number> {
  const table = useTable();
  return useMemo(() => {
    const level = column === null ? null : levelAt(column, row);
    if (column === null || level === null || account === null) return new Map();
    const rows = [...account.rows].filter(other => levelAt(column, other) === level);
    return new Map(setsApart(table, account, rows).map(({ measure, mean }) => [measure, mean]));
  }, [table, column, row, account]);
}

function ManyRows({ rows, account }: { rows: readonly number[]; account: Account | null }) {
  const table = useTable();
  const recipe = useRecipe();
  const apart = useMemo(
    () => (account === null ? [] : setsApart(table, account, rows).slice(0, MOST_APART)),
    [table, account, rows],
  );
  const overlaps = useMemo(
    () => overlapsOf(table, account, rows, apart.map(({ measure }) => measure)), // prettier-ignore
    [table, account, rows, apart],
  );
  return (
    <>
      <p className="soft small">{shared(rows, recipe, table)}</p>
      {account !== null && <OverRepresented rows={rows} account={account} />}
      {(account === null || account.words === null) && (
        <Apart apart={apart} overlaps={overlaps} rows={rows} />
      )}
    </>
  );
}

interface ApartProps {
  readonly apart: readonly Apartness[];
  readonly overlaps: ReadonlyMap<string, number>;
  readonly rows: readonly number[];
}

/** The measures that set rows apart, and the rows. */
function Apart({ apart, overlaps, rows }: ApartProps) {
  const shortName = useShortName();
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  return (
    <>
      <h3 className={styles.section}>What sets them apart</h3>
      <table className={styles.bars}>
        <thead>
          <tr>
            <th scope="col" colSpan={2}>
              measure
            </th>
            <th scope="col" title="distance of their mean from that of all rows, in standard deviations">
              sds
            </th>
            <th
              scope="col"
              title="0 where all their entries are on one side of the others, 1 where they are not"
            >
              overlap
            </th>
          </tr>
        </thead>
        <tbody>
          {apart.map(({ measure, deviation }) => (
            <tr key={measure}>
              <th scope="row" title={measure}>
                {measure}
              </th>
              <td>
                <DivergingBar value={deviation / FULL_BAR} />
              </td>
              <td>{fixed(deviation, 1)}</td>
              <td className="soft">{coefficient(overlaps.get(measure) ?? NaN)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className={styles.section}>The rows</h3>
      <table className={styles.values}>
        <tbody>
          {rows.slice(0, MOST_LISTED).map(row => (
            <tr key={row}>
              <th scope="row">
                <Button onClick={() => dispatch(selected({ rows: [row] }))}>
                  {rowName(table, recipe, row)}
                </Button>
              </th>
              {apart.slice(0, 2).map(({ measure }) => (
                <td key={measure} title={measure}>
                  <span className="soft">{shortName(measure, 9)}</span>{' '}
                  {textAt(findColumn(table, measure)!, row) || '–'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > MOST_LISTED && (
        <p className="soft small">and {rows.length - MOST_LISTED} more, in the table</p>
      )}
    </>
  );
}

/** A label of dates by the spans of time that they lie in, where single days are too many; any other as it is. */
function inFittingSpans(column: LevelColumn): LevelColumn {
  const days = singleDays(column);
  return days === null ? column : (binnedDates(column, column.name, fittingSpan(days)) ?? column);
}

/** Levels of labels that the rows have far more often than all rows do. */
function OverRepresented({ rows, account }: { rows: readonly number[]; account: Account }) {
  const table = useTable();
  const recipe = useRecipe();
  const found = useMemo(() => {
    const labels = table.columns
      .filter(
        (column, index): column is LevelColumn =>
          column.kind === 'levels' && recipe.columns[index]?.role === 'label',
      )
      .map(inFittingSpans);
    return overRepresented(labels, new Set(rows), account.rows).slice(0, MOST_LEVELS);
  }, [table, recipe, rows, account]);
  if (found.length === 0) return null;
  return (
    <>
      <h3 className={styles.section}>More often than in all rows</h3>
      <table className={styles.values}>
        <tbody>
          {found.map(({ column, level, share, shareOfAll }) => (
            <tr key={`${column} ${level}`}>
              <th scope="row" title={`${column}: ${level}`}>
                {level} <span className="soft">{column}</span>
              </th>
              <td>{percent(share)}</td>
              <td className="soft">of all {percent(shareOfAll)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function leftOutWords({ step, because }: RowLeftOut): string {
  const what = because.join(', ');
  switch (step) {
    case 'set aside':
      return `set aside: ${what}`;
    case 'filter':
      return `left out by its ${what}`;
    case 'repeat':
      return 'left out: it repeats an earlier row';
    case 'missing':
      return `left out: it lacks ${what}`;
    case 'weight':
      return `left out: it has no weight in ${what}`;
    case 'outlier':
      return `left out: an outlier in ${what}`;
    case 'empty':
      return 'left out: all its measures are 0';
  }
}

/** The labels that all of the rows share. */
function shared(
  rows: readonly number[],
  recipe: ReturnType<typeof useRecipe>,
  table: ReturnType<typeof useTable>,
): string {
  const all = table.columns.flatMap((column, index) => {
    if (recipe.columns[index]?.role !== 'label' || column.kind !== 'levels') return [];
    const level = levelAt(column, rows[0]!);
    return level !== null && rows.every(row => levelAt(column, row) === level)
      ? [`${column.name} ${level}`]
      : [];
  });
  return all.length > 0 ? `all of ${all.join(', ')}` : 'of no one label';
}
