import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import OutlinedInput from '@mui/material/OutlinedInput';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { onWire } from '@wold/core/engines/wire';
import { problemData, type ProblemData } from '@wold/core/problem';
import { engineScores } from '@wold/core/recipe/engineScores';
import type { Reduction } from '@wold/core/recipe/schema';
import type { SampleOf } from '@wold/core/table/sampleOf';
import { fileStem } from '@wold/core/writeup/fileStem';
import { copyText, NOT_COPIED } from '../outputs/copy';
import { saveText } from '../outputs/save';
import { ProblemNote } from '../readings/Problem';
import { useAccountOf, useReduced } from '../results/stages';
import { noticed } from '../store/noticeSlice';
import { useAppDispatch } from '../store/store';
import { useTable } from '../store/TableContext';
import { useRecipe } from '../store/useStudy';
import form from '../theme/form.module.css';
import { ask } from './api';
import { sourcesHere } from './sources';
import styles from './ScoresDialog.module.css';

interface ScoresDialogProps {
  readonly sample: SampleOf;
  readonly reduction: Reduction;
  readonly onClose: () => void;
}

const answerSchema = z.object({ statement: z.string() });

/** The SELECT that gives all rows of a table in its engine their scores, and what may be made of it there. */
export function ScoresDialog({ sample, reduction, onClose }: ScoresDialogProps) {
  const dispatch = useAppDispatch();
  const tell = (text: string, kind: 'done' | 'problem' = 'done') => dispatch(noticed({ kind, text }));
  const { request, statement, writes, problem, fail } = useStatement(sample, reduction);
  const [name, setName] = useState(plainName(sample, reduction));
  const [making, setMaking] = useState(false);
  async function make(as: 'table' | 'view'): Promise<void> {
    setMaking(true);
    try {
      await ask('scores', answerSchema, request(as, name));
      tell(`The ${as} ${name} has the scores of all rows.`);
      onClose();
    } catch (thrown) {
      fail(thrown);
    } finally {
      setMaking(false);
    }
  }
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="scores-title">
      <DialogTitle id="scores-title">Scores of {reduction.name} in the engine</DialogTitle>
      <DialogContent>
        <p className="soft">
          Every row of {sample.table} with its scores
          {sample.key === null ? '' : `, told by ${sample.key}`}; nothing where a measure is missing.
        </p>
        {problem !== null && <ProblemNote problem={problem} />}
        {statement !== null && (
          <pre className={styles.statement} tabIndex={0} aria-label="SQL of the scores">
            {statement}
          </pre>
        )}
        {writes && statement !== null && (
          <label className={form.field}>
            <span className="soft">Name of the table or view, with its schema</span>
            <OutlinedInput value={name} onChange={event => setName(event.target.value)} />
          </label>
        )}
      </DialogContent>
      <DialogActions>
        {making && (
          <span role="status" className="soft">
            Working the scores out …
          </span>
        )}
        <Button onClick={onClose}>Close</Button>
        {statement !== null && (
          <>
            <Button
              onClick={() =>
                void copyText(statement).then(copied =>
                  copied ? tell('The SQL is copied.') : tell(NOT_COPIED, 'problem'),
                )
              }
            >
              Copy the SQL
            </Button>
            <Button
              onClick={() => saveText(`${fileStem(reduction.name)}-scores.sql`, statement, 'application/sql')}
            >
              As a file
            </Button>
            {writes && (
              <>
                <Button disabled={making || name.trim() === ''} onClick={() => void make('view')}>
                  Make a view
                </Button>
                <Button
                  variant="contained"
                  disabled={making || name.trim() === ''}
                  onClick={() => void make('table')}
                >
                  Make a table
                </Button>
              </>
            )}
          </>
        )}
      </DialogActions>
    </Dialog>
  );
}

/** Beside the table that the scores are of. */
function plainName({ table }: SampleOf, { name }: Reduction): string {
  const schema = table.includes('.') ? `${table.split('.')[0]!}.` : '';
  return `${schema}${table.split('.').at(-1)!}_${fileStem(name).replace(/-/g, '_')}`;
}

/** The text of the scores' SELECT, once the server has written it, and whether the source may be written to. */
function useStatement(sample: SampleOf, reduction: Reduction) {
  const table = useTable();
  const recipe = useRecipe();
  const { value: result } = useReduced(reduction);
  const { value: account } = useAccountOf(reduction);
  const [statement, setStatement] = useState<string | null>(null);
  const [writes, setWrites] = useState(false);
  const [problem, setProblem] = useState<ProblemData | null>(null);
  const fail = (thrown: unknown): void => setProblem(problemData(thrown));
  const request = (as: 'text' | 'table' | 'view', name: string | null): string => {
    const { scoring, asked } = engineScores(recipe, reduction, result!, table, account ?? {});
    const { source, key } = sample;
    return onWire({ source, table: sample.table, as, name, key, scoring, asked });
  };
  useEffect(() => {
    if (result === null) return undefined;
    let current = true;
    void (async () => {
      try {
        const [{ statement: found }, sources] = await Promise.all([
          ask('scores', answerSchema, request('text', null)),
          sourcesHere(),
        ]);
        if (!current) return;
        setStatement(found);
        setWrites(sources.some(({ name, writes: may }) => name === sample.source && may));
      } catch (thrown) {
        if (current) fail(thrown);
      }
    })();
    return () => {
      current = false;
    };
    // As the dialog found it.
  }, [result === null]); // eslint-disable-line react-hooks/exhaustive-deps
  return { request, statement, writes, problem, fail };
}
