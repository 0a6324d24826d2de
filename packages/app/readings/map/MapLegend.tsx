import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { isMissing } from '@wold/core/table/column';
import { findColumn, sceneOf } from '@wold/core/table/table';
import { figure } from '@wold/core/writeup/format';
import { MeanPicture } from '../../pictures/RowPicture';
import { usePixels } from '../../pictures/usePixels';
import { OtherScenes } from '../../scenes/OtherScenes';
import { usePlacement } from '../../results/stages';
import { isolatedLevel, selected, showedAllLevels } from '../../store/studySlice';
import { useAppDispatch, useAppSelector } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { rampColour } from '../../theme/ramp';
import { useMode } from '../../theme/ThemeMode';
import { ClusterFinder } from './ClusterFinder';
import { NewRows } from './newRows/NewRows';
import { Swatch } from './Swatch';
import { useSplit } from '../texts/useSplit';
import { WordFinder } from '../texts/WordFinder';
import { countWords, MOST_LEVELS, type Colouring, type Group } from './colouring';
import { rowsOn } from './points';
import { useColouring } from './useColouring';
import { useShaping } from './useShaping';
import styles from './MapLegend.module.css';

/** What the colours and shapes of the map stand for, with counts; a click shows a group alone. */
export function MapLegend({ reduction }: { reduction: Reduction }) {
  const { value } = usePlacement(reduction);
  const split = useSplit() !== null;
  const table = useTable();
  if (value === null) return null;
  // Methods look their rows’ figures up by hooks of their own.
  return (
    <>
      <Legend key={reduction.settings.method} reduction={reduction} placement={value} />
      {split && <WordFinder />}
      {value.rows.length > 2 && <ClusterFinder key={reduction.id} reduction={reduction} />}
      {sceneOf(table) === null ? (
        <NewRows reduction={reduction} placement={value} />
      ) : (
        <OtherScenes reduction={reduction} />
      )}
    </>
  );
}

function Legend({ reduction, placement }: { reduction: Reduction; placement: Placement }) {
  const dispatch = useAppDispatch();
  const isolated = useAppSelector(state => state.study.isolated);
  const by = useColouring(reduction, placement);
  const rows = useMemo(() => rowsOn(placement), [placement]);
  const pictures = usePixels();
  const means = useRowsByGroup(pictures !== null, by, rows);
  if (by.kind === 'alike' && reduction.map.shapeBy === null) return null;
  return (
    <section className={styles.legend} aria-label="Legend">
      <div className={styles.head}>
        <h2>
          {by.kind === 'number' && reduction.map.figure !== null
            ? reduction.map.figure
            : reduction.map.colour}
        </h2>
        {isolated.length > 0 && (
          <Button className="small" onClick={() => dispatch(showedAllLevels())}>
            Show all
          </Button>
        )}
      </div>
      {by.kind === 'alike' ? null : by.kind === 'number' ? (
        <Ramp by={by} />
      ) : (
        <>
          <LevelSearch reduction={reduction} placement={placement} />
          <ul>
            {by.groups.map(group => (
              <GroupLine key={group.code} group={group} by={by} rows={rows} mean={means} />
            ))}
          </ul>
          {by.groups.some(({ supplementary }) => supplementary > 0) && (
            <p className="soft small">After the +: supplementary rows, projected and not used.</p>
          )}
        </>
      )}
      <Shapes reduction={reduction} />
    </section>
  );
}

/** What shapes stand for, where another label than that of the colours gives them. */
function Shapes({ reduction }: { reduction: Reduction }) {
  const shaping = useShaping(reduction);
  const { tokens } = useMode();
  if (shaping === null) return null;
  return (
    <>
      <h3 className={styles.shapes}>{reduction.map.shapeBy}, by shape</h3>
      <ul>
        {shaping.shapes.map(({ name, symbol, weight }) => (
          <li key={name} className={styles.shape}>
            <Swatch style={{ name, symbol, weight, colour: tokens.inkSoft }} />
            <span className={styles.name}>{name}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

interface GroupLineProps {
  readonly group: Group;
  readonly by: Extract<Colouring, { kind: 'levels' }>;
  readonly rows: Uint32Array;
  readonly mean: ReadonlyMap<number, readonly number[]> | null;
}

/** A group with its mark and count: clicks show it alone, against the others, and with them again. */
function GroupLine({ group, by, rows, mean }: GroupLineProps) {
  const dispatch = useAppDispatch();
  const isolated = useAppSelector(state => state.study.isolated);
  const against = useAppSelector(state => state.study.against);
  const pictures = usePixels();
  const chosen = isolated.includes(group.code);
  const next = !chosen
    ? 'Click shows it alone, a second click against all others; double click selects its rows'
    : isolated.length === 1 && !against
      ? 'Click holds it against all others'
      : 'Click shows the others again';
  return (
    <li data-off={isolated.length > 0 && !chosen} data-pictured={pictures !== null}>
      <Link
        component="button"
        type="button"
        aria-pressed={chosen}
        title={next}
        onClick={() => dispatch(isolatedLevel(group.code))}
        onDoubleClick={() =>
          dispatch(selected({ rows: [...rows].filter(row => by.codeOf(row) === group.code) }))
        }
      >
        <Swatch style={group.style} />
        {pictures !== null && mean !== null && (
          <MeanPicture
            pictures={pictures}
            rows={mean.get(group.code) ?? []}
            size={26}
            label={`Mean picture of ${group.name}`}
          />
        )}
        <span className={styles.name}>{group.name}</span>
        <span className={styles.count}>{countWords(group.count, group.supplementary)}</span>
      </Link>
    </li>
  );
}

/** Finds a level among very many, and shows it alone. */
function LevelSearch({ reduction, placement }: { reduction: Reduction; placement: Placement }) {
  const table = useTable();
  const dispatch = useAppDispatch();
  const isolated = useAppSelector(state => state.study.isolated);
  const { colour } = reduction.map;
  const column = colour === null ? undefined : findColumn(table, colour);
  const levels = useMemo(() => {
    if (column?.kind !== 'levels' || column.levels.length <= MOST_LEVELS) return [];
    const present = new Set(
      Array.from(placement.rows, row => (isMissing(column, row) ? -1 : column.codes[row]!)),
    );
    return column.levels.flatMap((name, code) => (present.has(code) ? [{ name, code }] : []));
  }, [column, placement.rows]);
  if (levels.length <= MOST_LEVELS) return null;
  return (
    <Autocomplete
      size="small"
      options={levels}
      getOptionLabel={({ name }) => name}
      getOptionKey={({ code }) => code}
      getOptionDisabled={({ code }) => isolated.includes(code)}
      value={null}
      blurOnSelect
      clearOnBlur
      onChange={(_, found) => found !== null && dispatch(isolatedLevel(found.code))}
      renderInput={props => <TextField {...props} label={`Find one of ${levels.length}`} />}
    />
  );
}

/** The first of equal lists of rows. */
function useSteady(rows: Uint32Array): Uint32Array {
  const [kept, setKept] = useState(rows);
  if (kept === rows) return rows;
  if (kept.length === rows.length && kept.every((row, place) => row === rows[place])) return kept;
  setKept(rows);
  return rows;
}

/** The rows of each group, where they are wanted; the same as long as rows and colours are. */
function useRowsByGroup(
  wanted: boolean,
  by: Colouring,
  rows: Uint32Array,
): ReadonlyMap<number, readonly number[]> | null {
  // A map that is being laid out has the same rows in every picture of it.
  const steady = useSteady(rows);
  const codeOf = by.kind === 'levels' ? by.codeOf : null;
  const named = by.kind === 'levels' ? by.groups.map(({ code }) => code).join() : '';
  return useMemo(() => {
    if (!wanted || codeOf === null) return null;
    const found = new Map<number, number[]>();
    for (const row of steady) {
      const code = codeOf(row);
      const known = found.get(code);
      if (known === undefined) found.set(code, [row]);
      else known.push(row);
    }
    return found;
    // The groups stand for how rows are told apart.
  }, [wanted, named, steady]); // eslint-disable-line react-hooks/exhaustive-deps
}

/** A number at an end of the shades: a day where they stand for dates. */
const endText = (value: number, of: 'days' | undefined): string =>
  of === 'days' ? new Date(86_400_000 * value).toISOString().slice(0, 10) : figure(value, 4);

/** The shades of a number, from its least to its most. */
function Ramp({ by }: { by: Extract<Colouring, { kind: 'number' }> }) {
  const { mode } = useMode();
  return (
    <>
      <div
        className={styles.ramp}
        style={{
          background: `linear-gradient(90deg, ${[0, 0.5, 1].map(place => rampColour(place, mode)).join(', ')})`,
        }}
      />
      <p className={styles.ends}>
        <span>{endText(by.least, by.of)}</span>
        <span>{endText(by.most, by.of)}</span>
      </p>
      {by.missing > 0 && <p className="soft small">{by.missing} rows lack it and stay pale.</p>}
    </>
  );
}
