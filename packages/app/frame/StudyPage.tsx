import { useEffect, useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import type { Table } from '@wold/core/table/table';
import { questionAt } from '../readings/questions';
import { loadStudy } from '../storage/studies';
import { closed, opened } from '../store/studySlice';
import { useAppDispatch, useAppSelector } from '../store/store';
import { TableContext } from '../store/TableContext';
import { Frame } from './Frame';
import styles from './StudyPage.module.css';

/** Opens the study of the address and shows one of its questions. */
export function StudyPage() {
  const { id = '', question: route } = useParams();
  const dispatch = useAppDispatch();
  const openId = useAppSelector(state => state.study.study?.id);
  const [table, setTable] = useState<Table | null>(null);
  const [absent, setAbsent] = useState(false);

  useEffect(() => {
    let current = true;
    void loadStudy(id).then(
      loaded => {
        if (!current) return;
        setAbsent(loaded === null);
        if (loaded === null) return;
        setTable(loaded.table);
        dispatch(opened(loaded.study));
      },
      () => current && setAbsent(true),
    );
    return () => {
      current = false;
      dispatch(closed());
    };
  }, [id, dispatch]);

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
  if (table === null || openId !== id) return <p className={`${styles.absent} soft`}>Opening …</p>;
  return (
    <TableContext value={table}>
      <Frame question={question} />
    </TableContext>
  );
}
