import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import OutlinedInput from '@mui/material/OutlinedInput';
import { useState } from 'react';
import type { Column, LevelColumn } from '@wold/core/table/column';
import { rowTest, type Condition } from '@wold/core/table/condition';
import { findColumn } from '@wold/core/table/table';
import { count, shortName } from '@wold/core/writeup/format';
import { Word } from '../../controls/Word';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useRecipe } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import form from '../../theme/form.module.css';
import Autocomplete, { createFilterOptions } from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import type { ShortName } from '../../charts/namesApart';

export interface ConditionsWordProps {
  /** What is settled, for those who hear it. */
  readonly settles: string;
  readonly conditions: readonly Condition[];
  readonly onConditions: (conditions: Condition[]) => void;
  /** What stands for no condition, and what joins several. */
  readonly none: string;
  readonly joined: ' and ' | ' or ';
  /** What the conditions do, and what one more does. */
  readonly why: string;
  readonly action: string;
}

const MOST_LEVELS = 200;

/** Rows by levels of a label or a range of a number. */
export function ConditionsWord(props: ConditionsWordProps) {
  const { settles, conditions, none, joined } = props;
  const nameOf = useShortName();
  const words =
    conditions.length === 0
      ? none
      : `rows with ${conditions.map(condition => conditionWords(condition, nameOf)).join(joined)}`;
  return (
    <Word settles={settles} panel={close => <ConditionsPanel {...props} close={close} />}>
      {words}
    </Word>
  );
}

/** kiln Fennick or Marram; CaO from 2 to 5 */
function conditionWords(condition: Condition, nameOf: ShortName): string {
  const name = nameOf(condition.column, 20);
  if (!('levels' in condition)) return `${name} from ${condition.from} to ${condition.to}`;
  const { levels } = condition;
  const shown = levels.slice(0, 3).map(level => shortName(level, 16));
  return `${name} ${shown.join(' or ')}${levels.length > 3 ? ` or ${levels.length - 3} others` : ''}`;
}

function ConditionsPanel({
  conditions,
  onConditions,
  why,
  action,
  close,
}: ConditionsWordProps & { close: () => void }) {
  const nameOf = useShortName();
  const table = useTable();
  const recipe = useRecipe();
  const first = recipe.columns.find(({ role }) => role === 'label')?.name ?? table.columns[0]!.name;
  const [name, setName] = useState(first);
  const [levels, setLevels] = useState<readonly string[]>([]);
  const [range, setRange] = useState<Range>({ from: '', to: '' });
  const column = findColumn(table, name)!;
  const draft = draftOf(column, levels, range);
  const matching = draft === null ? [] : [...Array(table.rows).keys()].filter(rowTest(table, draft));

  function add(): void {
    if (draft === null) return;
    onConditions([...conditions, draft]);
    close();
  }

  return (
    <form
      className={form.form}
      style={{ width: 320, padding: 8 }}
      onSubmit={event => {
        event.preventDefault();
        add();
      }}
    >
      <Conditions {...{ conditions, nameOf, onConditions }} />
      <ColumnField
        name={name}
        nameOf={nameOf}
        onName={chosen => {
          setName(chosen);
          setLevels([]);
        }}
      />
      {column.kind === 'levels' ? (
        <LevelChecks column={column} chosen={levels} onChosen={setLevels} />
      ) : (
        <RangeFields range={range} onRange={setRange} />
      )}
      <p className="soft small">{draft === null ? why : `${count(matching.length, 'row')} meet this.`}</p>
      <PanelButtons name={action} ready={draft !== null} matching={matching} onClose={close} />
    </form>
  );
}

interface Range {
  readonly from: string;
  readonly to: string;
}

/** The condition as it stands in the form; null where it says nothing yet. */
function draftOf(column: Column, levels: readonly string[], range: Range): Condition | null {
  if (column.kind === 'levels') return levels.length > 0 ? { column: column.name, levels } : null;
  const [from, to] = [Number(range.from || '-Infinity'), Number(range.to || 'Infinity')];
  if ((range.from === '' && range.to === '') || !(from <= to)) return null;
  return { column: column.name, from: Math.max(from, -1e300), to: Math.min(to, 1e300) };
}

interface ConditionsProps {
  readonly conditions: readonly Condition[];
  readonly nameOf: ShortName;
  readonly onConditions: (conditions: Condition[]) => void;
}

/** The conditions there are, each of which can be removed. */
function Conditions({ conditions, nameOf, onConditions }: ConditionsProps) {
  if (conditions.length === 0) return null;
  return (
    <ul className={form.checks}>
      {conditions.map((condition, index) => (
        <li key={index} className={form.line}>
          <span>{conditionWords(condition, nameOf)}</span>
          <Button
            aria-label={`Remove: ${conditionWords(condition, nameOf)}`}
            onClick={() => onConditions(conditions.filter((_, other) => other !== index))}
          >
            remove
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** A list of thousands would take its time to open. */
const FOUND = createFilterOptions<string>({ limit: 100 });

interface ColumnFieldProps {
  readonly name: string;
  readonly nameOf: ShortName;
  readonly onName: (name: string) => void;
}

function ColumnField({ name, nameOf, onName }: ColumnFieldProps) {
  const { columns } = useTable();
  return (
    <Autocomplete
      disableClearable
      sx={{ mt: 1 }}
      size="small"
      options={columns.map(column => column.name)}
      filterOptions={FOUND}
      getOptionLabel={option => nameOf(option, 40)}
      getOptionKey={option => option}
      value={name}
      onChange={(_, chosen) => onName(chosen)}
      renderInput={params => <TextField {...params} label="Column" autoFocus />}
    />
  );
}

interface LevelChecksProps {
  readonly column: LevelColumn;
  readonly chosen: readonly string[];
  readonly onChosen: (levels: readonly string[]) => void;
}

function LevelChecks({ column, chosen, onChosen }: LevelChecksProps) {
  return (
    <div className={form.checks} role="group" aria-label={`Levels of ${column.name}`}>
      {column.levels.slice(0, MOST_LEVELS).map(level => (
        <label key={level}>
          <Checkbox
            checked={chosen.includes(level)}
            onChange={event =>
              onChosen(event.target.checked ? [...chosen, level] : chosen.filter(other => other !== level))
            }
          />
          {shortName(level, 40)}
        </label>
      ))}
    </div>
  );
}

function RangeFields({ range, onRange }: { range: Range; onRange: (range: Range) => void }) {
  return (
    <div className={form.line}>
      {(['from', 'to'] as const).map(end => (
        <label key={end}>
          {end}{' '}
          <OutlinedInput
            className={form.short}
            value={range[end]}
            onChange={event => onRange({ ...range, [end]: event.target.value.replace(',', '.') })}
            slotProps={{ input: { inputMode: 'decimal' } }}
          />
        </label>
      ))}
    </div>
  );
}

interface PanelButtonsProps {
  readonly name: string;
  readonly ready: boolean;
  /** The rows that meet the condition. */
  readonly matching: readonly number[];
  readonly onClose: () => void;
}

function PanelButtons({ name, ready, matching, onClose }: PanelButtonsProps) {
  const dispatch = useAppDispatch();
  return (
    <div className={form.line}>
      <Button type="submit" variant="outlined" disabled={!ready}>
        {name}
      </Button>
      <Button
        disabled={matching.length === 0}
        onClick={() => {
          dispatch(selected({ rows: matching }));
          onClose();
        }}
      >
        Select them
      </Button>
    </div>
  );
}
