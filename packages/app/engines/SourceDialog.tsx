import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import { problemData, type ProblemData } from '@wold/core/problem';
import { ProblemNote } from '../readings/Problem';
import type { Open } from '../recipes/opening';
import { SampleForm } from './SampleForm';
import {
  columnsOf,
  PLAIN_SAMPLE,
  tablesIn,
  takeSample,
  wholeName,
  type ColumnThere,
  type SampleChoice,
  type SourceHere,
  type TableThere,
} from './sources';
import styles from './SourceDialog.module.css';

interface SourceDialogProps {
  readonly source: SourceHere;
  readonly onOpen: Open;
  readonly onClose: () => void;
}

/** The tables of a source, with their columns, one of which is opened by a sample of its rows. */
export function SourceDialog({ source, onOpen, onClose }: SourceDialogProps) {
  const [tables, setTables] = useState<readonly TableThere[] | null>(null);
  const [table, setTable] = useState<TableThere | null>(null);
  const [problem, setProblem] = useState<ProblemData | null>(null);
  const fail = (thrown: unknown): void => setProblem(problemData(thrown));
  useEffect(() => {
    let current = true;
    tablesIn(source.name).then(
      found => current && setTables(found),
      (thrown: unknown) => current && setProblem(problemData(thrown)),
    );
    return () => {
      current = false;
    };
  }, [source.name]);
  const columns = useColumns(source.name, table, fail);
  const [choice, setChoice] = useState<SampleChoice>(PLAIN_SAMPLE);
  const { taking, take, stop } = useTaking(source.name, onOpen, fail);
  const close = (): void => {
    stop();
    onClose();
  };
  const isOpenable = table !== null && columns !== null && !taking;
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="source-title">
      <DialogTitle id="source-title">Tables in {source.name}</DialogTitle>
      <DialogContent>
        <p className="soft">
          The table stays where it is. Its engine works out the sums that components, factors and axes need of
          all rows; a sample of rows comes here, for maps and all else that needs rows.
        </p>
        {problem !== null && <ProblemNote problem={problem} />}
        <div className={styles.parts}>
          <Tables
            tables={tables}
            chosen={table}
            onChoose={one => {
              setProblem(null);
              setChoice({ ...choice, key: null });
              setTable(one);
            }}
          />
          {table === null ? (
            <p className="soft">Choose a table to see its columns.</p>
          ) : (
            <section aria-label={`Columns of ${table.name}`}>
              <h3>Columns of {table.name}</h3>
              {columns === null ? (
                problem === null && <p className="soft">Looking …</p>
              ) : (
                <>
                  <Columns columns={columns} />
                  <SampleForm choice={choice} keys={keysAmong(columns)} onChoice={setChoice} />
                </>
              )}
            </section>
          )}
        </div>
      </DialogContent>
      <DialogActions>
        {taking && (
          <span role="status" className="soft">
            Taking {choice.rows.toLocaleString('en')} rows …
          </span>
        )}
        {taking ? <Button onClick={stop}>Stop</Button> : <Button onClick={close}>Close</Button>}
        <Button
          variant="contained"
          disabled={!isOpenable}
          onClick={() => void take(wholeName(table!), choice)}
        >
          Open as a study
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** The columns of the table that is chosen; null until they are there. */
function useColumns(
  source: string,
  table: TableThere | null,
  fail: (thrown: unknown) => void,
): readonly ColumnThere[] | null {
  const [found, setFound] = useState<{
    readonly of: TableThere;
    readonly columns: readonly ColumnThere[];
  } | null>(null);
  const failed = useRef(fail);
  useEffect(() => {
    failed.current = fail;
  });
  useEffect(() => {
    if (table === null) return undefined;
    let current = true;
    columnsOf(source, wholeName(table)).then(
      columns => current && setFound({ of: table, columns }),
      (thrown: unknown) => current && failed.current(thrown),
    );
    return () => {
      current = false;
    };
  }, [source, table]);
  return found !== null && found.of === table ? found.columns : null;
}

/** Takes a sample and opens it; what is under way can be stopped. */
function useTaking(source: string, onOpen: Open, fail: (thrown: unknown) => void) {
  const [taking, setTaking] = useState<AbortController | null>(null);
  async function take(table: string, choice: SampleChoice): Promise<void> {
    const controller = new AbortController();
    setTaking(controller);
    try {
      const file = await takeSample(source, table, choice, controller.signal);
      await onOpen(file, table, table);
    } catch (thrown) {
      if (!controller.signal.aborted) fail(thrown);
    } finally {
      setTaking(null);
    }
  }
  return { taking: taking !== null, take, stop: () => taking?.abort() };
}

interface TablesProps {
  readonly tables: readonly TableThere[] | null;
  readonly chosen: TableThere | null;
  readonly onChoose: (table: TableThere) => void;
}

/** Tables by their schemas, narrowed by what is typed. */
function Tables({ tables, chosen, onChoose }: TablesProps) {
  const [typed, setTyped] = useState('');
  if (tables === null) return <p className="soft">Looking for tables …</p>;
  const wanted = tables.filter(table => wholeName(table).toLowerCase().includes(typed.trim().toLowerCase()));
  const schemas = [...new Set(wanted.map(({ schema }) => schema))];
  return (
    <section aria-label="Tables">
      {tables.length > MANY && (
        <TextField
          label="Narrow by name"
          value={typed}
          fullWidth
          onChange={event => setTyped(event.target.value)}
        />
      )}
      {tables.length === 0 && <p className="soft">There is no table that may be read here.</p>}
      <div className={styles.tables}>
        {schemas.map(schema => (
          <div key={schema ?? ''}>
            {schema !== null && <h3>{schema}</h3>}
            <ul>
              {wanted
                .filter(table => table.schema === schema)
                .map(table => (
                  <li key={table.name}>
                    <button
                      type="button"
                      aria-pressed={table === chosen}
                      title={table.name}
                      onClick={() => onChoose(table)}
                    >
                      <span className={styles.name}>{table.name}</span>
                      <span className="soft small">
                        {table.rows === null
                          ? table.kind === 'view' && 'view'
                          : `${rowsWord(table.rows)} rows`}
                      </span>
                    </button>
                  </li>
                ))}
            </ul>
          </div>
        ))}
      </div>
    </section>
  );
}

/** Columns that may tell rows apart: numbers with decimals seldom do. */
const keysAmong = (columns: readonly ColumnThere[]): string[] =>
  columns.filter(({ isNumber, type }) => !isNumber || /int/i.test(type)).map(({ name }) => name);

/** From so many tables on one looks for a name. */
const MANY = 12;

const rowsWord = (rows: number): string => Math.round(rows).toLocaleString('en');

function Columns({ columns }: { readonly columns: readonly ColumnThere[] }) {
  const numbers = columns.filter(({ isNumber }) => isNumber).length;
  return (
    <>
      <p className="soft small">
        {columns.length.toLocaleString('en')} columns, {numbers.toLocaleString('en')} of numbers
      </p>
      <ul className={styles.columns} tabIndex={0} aria-label="Columns with their types">
        {columns.map(({ name, type }) => (
          <li key={name}>
            <span title={name}>{name}</span>
            <span className="soft small">{type.toLowerCase()}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
