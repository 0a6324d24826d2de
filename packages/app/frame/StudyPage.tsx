import { startTransition, useEffect, useMemo, useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { problemData, type ProblemData } from '@wold/core/problem';
import { arrangementOf } from '@wold/core/recipe/arrangementOf';
import type { Recipe } from '@wold/core/recipe/schema';
import { arrange } from '@wold/core/table/arrange';
import { tableKey } from '@wold/core/table/fileTable';
import type { ReadingChoices } from '@wold/core/table/readingChoices';
import type { Table } from '@wold/core/table/table';
import { ProblemNote } from '../readings/Problem';
import { questionAt } from '../readings/questions';
import { loadStudy } from '../storage/studies';
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
  const study = useAppSelector(state => state.study.study);
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
  const open = study?.id === id ? study : null;
  const fileKey = open?.fileKey ?? null;
  const reading = JSON.stringify(open?.recipe.reading ?? {});
  const wanted = open === null ? null : tableKey(open.fileKey, open.recipe.reading);
  useEffect(() => {
    if (wanted === null || fileKey === null) return undefined;
    let current = true;
    void tableOf(fileKey, JSON.parse(reading) as ReadingChoices).then(table => {
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
  const recipe = open?.recipe ?? null;
  const arranged = useArranged(source !== null && source.key === wanted ? source : null, recipe);
  const table = useScoredTable(arranged, recipe);

  const question = questionAt(route);
  if (question === undefined) return <Navigate to={`/study/${id}/table`} replace />;
  if (absent) {
    return (
      <main className={styles.absent}>
        <h1>This study is not kept in this browser</h1>
        <p>It was deleted, or it was made in another browser. Open its table again from the start page.</p>
        <Link to="/" className="action">
          To the start page
        </Link>
      </main>
    );
  }
  if (unread !== null) {
    return (
      <main className={styles.absent}>
        <h1>This study cannot be opened</h1>
        <ProblemNote problem={unread} />
        <Link to="/" className="action">
          To the start page
        </Link>
      </main>
    );
  }
  if (table === null) return <p className={`${styles.absent} soft`}>Opening …</p>;
  if ('what' in table) {
    return (
      <main className={styles.absent}>
        <h1 className="unseen">{question.question}</h1>
        <ProblemNote problem={table} />
        <button type="button" className="action" onClick={() => dispatch(undone())}>
          Undo the last change
        </button>
      </main>
    );
  }
  return (
    <TableContext value={table}>
      <Frame question={question} />
    </TableContext>
  );
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
