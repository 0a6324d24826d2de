import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { textAt } from '@wold/core/table/column';
import {
  DECIMAL_MARKS,
  DELIMITERS,
  ENCODINGS,
  QUOTES,
  THOUSANDS_MARKS,
  type ReadingChoices,
} from '@wold/core/table/readingChoices';
import type { Source, Table } from '@wold/core/table/table';
import type { ProblemData } from '@wold/core/problem';
import { shortName } from '@wold/core/writeup/format';
import { loadFile } from '../../storage/studies';
import { useTable } from '../../store/TableContext';
import { useRecipe } from '../../store/useStudy';
import { Choice } from '../../controls/Choice';
import form from '../../theme/form.module.css';
import { readTable } from '../../workers/pool';
import { ProblemNote } from '../Problem';
import { FILE_NOT_KEPT, useReread } from './useReread';
import styles from './ReadingForm.module.css';

/** The preview is read from this much of the file. */
const PREVIEWED = 1 << 16;
const ROWS = 8;
const COLUMNS = 8;

const NAMES: ReadonlyMap<string, string> = new Map([
  [',', 'comma'],
  [';', 'semicolon'],
  ['\t', 'tab'],
  ['|', 'bar'],
  [' ', 'blank'],
  ['.', 'point'],
  ["'", 'apostrophe'],
  ['"', 'double'],
  ['any', 'any, as they come'],
]);

interface Field {
  readonly key: 'delimiter' | 'decimal' | 'thousands' | 'quote' | 'encoding';
  readonly name: string;
  readonly values: readonly string[];
}

const FIELDS: readonly Field[] = [
  { key: 'delimiter', name: 'Between entries', values: DELIMITERS },
  { key: 'decimal', name: 'Decimal mark', values: DECIMAL_MARKS },
  { key: 'thousands', name: 'Between thousands', values: THOUSANDS_MARKS },
  { key: 'quote', name: 'Quotation marks', values: QUOTES },
  { key: 'encoding', name: 'Letters', values: ENCODINGS },
];

/** Reads the file in another way: its first rows are shown as they would be read. */
export function ReadingForm({ onClose }: { onClose: () => void }) {
  const table = useTable();
  const recipe = useRecipe();
  const [choices, setChoices] = useState<ReadingChoices>(() => ownReading(recipe.reading));
  const { file, preview, problem, setProblem } = usePreview(table, choices);
  const { reread, working } = useReread();

  async function apply(): Promise<void> {
    const stands = await reread(choices);
    if (stands === null) onClose();
    else setProblem(stands);
  }

  const set = (change: ReadingChoices) => setChoices({ ...choices, ...change });
  return (
    <div className={styles.reading}>
      <h2 id="reading-title">How the file is read</h2>
      {file === undefined && <ProblemNote problem={FILE_NOT_KEPT} />}
      <ChoiceFields choices={choices} found={preview?.source ?? table.source} onChange={set} />
      {problem !== null && <ProblemNote problem={problem} />}
      {preview !== null && problem === null && <Preview table={preview} />}
      <Buttons
        working={working}
        ready={Boolean(file) && problem === null}
        onApply={() => void apply()}
        onReset={() => setChoices({})}
        onClose={onClose}
      />
    </div>
  );
}

/** How the file itself is read. */
const ownReading = ({ newRows: _, ...reading }: ReadingChoices): ReadingChoices => reading;

interface ButtonsProps {
  readonly working: boolean;
  readonly ready: boolean;
  readonly onApply: () => void;
  readonly onReset: () => void;
  readonly onClose: () => void;
}

function Buttons({ working, ready, onApply, onReset, onClose }: ButtonsProps) {
  return (
    <div className={form.line}>
      <Button variant="outlined" disabled={!ready || working} onClick={onApply}>
        {working ? 'Reading …' : 'Read it so'}
      </Button>
      <Button onClick={onReset}>As found</Button>
      <Button onClick={onClose}>Cancel</Button>
    </div>
  );
}

/** The file that a table was read from, and its first rows as they would be read; undefined where it is not kept. */
function usePreview(table: Table, choices: ReadingChoices) {
  const [file, setFile] = useState<{ name: string; content: Blob } | null | undefined>(null);
  const [preview, setPreview] = useState<Table | null>(null);
  const [problem, setProblem] = useState<ProblemData | null>(null);
  useEffect(() => {
    void loadFile(table.fileKey).then(setFile, () => setFile(undefined));
  }, [table.fileKey]);

  useEffect(() => {
    if (!file) return undefined;
    const part = table.source.format === 'workbook' ? file.content : file.content.slice(0, PREVIEWED);
    const ticket = readTable(part, file.name, choices, false);
    void ticket.end.then(end => {
      if (end === 'stopped') return;
      setPreview('value' in end ? end.value.table : null);
      setProblem('problem' in end ? end.problem : null);
    });
    return ticket.stop;
  }, [file, choices, table.source.format]);
  return { file, preview, problem, setProblem };
}

interface ChoiceFieldsProps {
  readonly choices: ReadingChoices;
  /** How the file is read now. */
  readonly found: Source;
  readonly onChange: (change: ReadingChoices) => void;
}

function ChoiceFields({ choices, found, onChange }: ChoiceFieldsProps) {
  const header = choices.header ?? (found.format === 'delimited text' ? found.header : true);
  return (
    <div className={`${form.form} ${styles.fields}`}>
      {found.format === 'workbook' && (
        <Choice
          label="Sheet"
          value={found.sheet}
          options={found.sheets.map(sheet => [sheet, sheet])}
          onChoose={sheet => onChange({ sheet })}
        />
      )}
      {found.format === 'delimited text' &&
        FIELDS.map(({ key, name, values }) => (
          <Choice
            key={key}
            label={name}
            value={choices[key] ?? found[key]}
            options={values.map(value => [value, NAMES.get(value) ?? value])}
            onChoose={value => onChange({ [key]: value })}
          />
        ))}
      <Choice
        label="First line"
        value={String(header)}
        options={[
          ['true', 'names of the columns'],
          ['false', 'data'],
        ]}
        onChoose={value => onChange({ header: value === 'true' })}
      />
    </div>
  );
}

function Preview({ table }: { table: Table }) {
  const columns = table.columns.slice(0, COLUMNS);
  const rows = [...Array(Math.min(ROWS, table.rows)).keys()];
  return (
    <div className={styles.preview} role="region" aria-label="Preview" tabIndex={0}>
      <table>
        <thead>
          <tr>
            {columns.map(column => (
              <th key={column.name} scope="col" title={column.name}>
                {shortName(column.name, 18)}
                <span className="soft small">{column.kind === 'number' ? 'numbers' : 'words'}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(row => (
            <tr key={row}>
              {columns.map(column => (
                <td key={column.name} data-kind={column.kind}>
                  {shortName(textAt(column, row), 22) || '–'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {table.columns.length > COLUMNS && (
        <p className="soft small">and {table.columns.length - COLUMNS} more columns</p>
      )}
    </div>
  );
}
