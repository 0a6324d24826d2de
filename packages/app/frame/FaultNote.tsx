import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { ended } from '@wold/core/problem';
import { writeRecipe } from '@wold/core/recipe/writeRecipe';
import { fileStem } from '@wold/core/writeup/fileStem';
import { saveText } from '../outputs/save';
import styles from '../readings/Problem.module.css';
import { undone } from '../store/studySlice';
import { useAppDispatch, useAppSelector } from '../store/store';
import { tableOf } from '../workers/tablesAtHand';

interface FaultNoteProps {
  readonly part: string;
  readonly fault: Error;
  readonly onAgain: () => void;
}

/** What failed, that nothing is lost, and what can be done. */
export function FaultNote({ part, fault, onAgain }: FaultNoteProps) {
  const dispatch = useAppDispatch();
  const study = useAppSelector(state => state.study.study);

  async function takeTable(): Promise<void> {
    const table = study === null ? null : await tableOf(study.fileKey, study.recipe.reading);
    if (table === null || 'what' in table) return;
    const { tableCsv } = await import('@wold/core/writeup/tableFile');
    saveText(`${fileStem(table.name)}.csv`, tableCsv(table), 'text/csv');
  }

  return (
    <Alert severity="error" className={styles.problem}>
      <strong>{ended(`${part} failed: ${fault.message}`)}</strong>
      <p>That is a fault of Wold’s own. Your table and recipe are unharmed, and the other parts go on.</p>
      <p className={styles.ways}>
        <Button onClick={onAgain}>Try again</Button>
        {study !== null && (
          <>
            {study.past.length > 0 && (
              <Button onClick={() => dispatch(undone())}>Undo the last change</Button>
            )}
            <Button
              onClick={() =>
                saveText(`${fileStem(study.name)}-recipe.json`, writeRecipe(study.recipe), 'application/json')
              }
            >
              Take out the recipe
            </Button>
            <Button onClick={() => void takeTable()}>Take out the table</Button>
          </>
        )}
        <Button href="/">To the start page</Button>
      </p>
    </Alert>
  );
}
