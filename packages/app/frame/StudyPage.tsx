import Button from '@mui/material/Button';
import { startTransition, useEffect, useMemo, useState, type ReactNode } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { problemData, type ProblemData } from '@wold/core/problem';
import { arrangementOf } from '@wold/core/recipe/arrangementOf';
import type { Recipe } from '@wold/core/recipe/schema';
import { arrange } from '@wold/core/table/arrange';
import { tableKey } from '@wold/core/table/fileTable';
import type { Table } from '@wold/core/table/table';
import { ProblemNote } from '../readings/Problem';
import { questionAt } from '../readings/questions';
import { saveText } from '../outputs/save';
import type { StudyRecord } from '../storage/database';
import { keptText, loadStudy } from '../storage/studies';
import { closed, opened, undone } from '../store/studySlice';
import { followTabs, useAppDispatch, useAppSelector } from '../store/store';
import { TableContext } from '../store/TableContext';
import { heldOnce } from '../workers/heldOnce';
import { tableOf } from '../workers/tablesAtHand';
import { Frame } from './Frame';
import { useScoredTable } from './useScoredTable';
import styles from './StudyPage.module.css';

/** Opens the study of the address and shows one of its questions. */
export function StudyPage() {
  const { id = '', question: route } = useParams();
  const dispatch = useAppDispatch();
  const kept = useAppSelector(state => state.study.study);
  const study = kept?.id === id ? kept : null;
  const { source, absent, unread } = useOpened(id, study);
  const recipe = study?.recipe ?? null;
  const arranged = useArranged(source, recipe);
  const table = useScoredTable(arranged, recipe);

  const question = questionAt(route);
  if (question === undefined) return <Navigate to={`/study/${id}/table`} replace />;
  if (absent) {
    return (
      <Closed title="This study is not kept in this browser">
        <p>It was deleted, or it was made in another browser. Open its table again from the start page.</p>
      </Closed>
    );
  }
  if (unread !== null) {
    return (
      <Closed title="This study cannot be opened">
        <ProblemNote problem={unread} />
        <Button
          onClick={() =>
            void keptText(id).then(text => saveText('kept-study.json', text, 'application/json'))
          }
        >
          Take out what is kept of it
        </Button>
      </Closed>
    );
  }
  if (table === null) return <p className={`${styles.absent} soft`}>Opening …</p>;
  if ('what' in table) {
    return (
      <main className={styles.absent}>
        <h1 className="unseen">{question.question}</h1>
        <ProblemNote problem={table} />
        <Button onClick={() => dispatch(undone())}>Undo the last change</Button>
      </main>
    );
  }
  return (
    <TableContext value={table}>
      <Frame question={question} />
    </TableContext>
  );
}

/** A page with nothing but why there is no more. */
function Closed({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className={styles.absent}>
      <h1>{title}</h1>
      {children}
      <Button component={Link} to="/">
        To the start page
      </Button>
    </main>
  );
}

/** Opens the study of that id, and gives its table once that is there. */
function useOpened(id: string, study: StudyRecord | null) {
  const dispatch = useAppDispatch();
  const [source, setSource] = useState<Table | null>(null);
  const [absent, setAbsent] = useState(false);
  const [unread, setUnread] = useState<ProblemData | null>(null);

  useEffect(() => {
    let current = true;
    void loadStudy(id).then(
      loaded => {
        if (!current) return;
        setAbsent(loaded === null);
        if (loaded !== null) dispatch(opened(loaded));
      },
      (thrown: unknown) => current && setUnread(problemData(thrown)),
    );
    return () => {
      current = false;
      dispatch(closed());
    };
  }, [id, dispatch]);

  useEffect(() => followTabs(gone => gone === id && setAbsent(true)), [id]);

  // Another way to read the file is another table, there and back.
  const wanted = study === null ? null : tableKey(study.fileKey, study.recipe.reading);
  useEffect(() => {
    if (study === null) return undefined;
    let current = true;
    void tableOf(study.fileKey, study.recipe.reading).then(table => {
      if (!current) return;
      if (table === null) setAbsent(true);
      else if ('what' in table) setUnread(table);
      // In slices, so that a large study opens without holding the page up.
      else startTransition(() => setSource(table));
    });
    return () => {
      current = false;
    };
    // The key stands for the file and how it is read.
  }, [wanted]); // eslint-disable-line react-hooks/exhaustive-deps
  return { source: source !== null && source.key === wanted ? source : null, absent, unread };
}

/** The table as the recipe arranges it, the same while that does not change. */
function useArranged(source: Table | null, recipe: Recipe | null): Table | ProblemData | null {
  const arrangement = recipe === null ? null : arrangementOf(recipe);
  const key = JSON.stringify(arrangement);
  return useMemo(() => {
    if (source === null || arrangement === null) return null;
    try {
      return heldOnce(arrange(source, arrangement));
    } catch (thrown) {
      return problemData(thrown);
    }
    // The text stands for the arrangement.
  }, [source, key]); // eslint-disable-line react-hooks/exhaustive-deps
}
