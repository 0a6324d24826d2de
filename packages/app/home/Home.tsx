import { useCallback, useEffect, useRef, useState, type DragEvent } from 'react';
import { useNavigate } from 'react-router';
import type { ProblemData } from '@wold/core/problem';
import { createStudy, listStudies, sweepDeleted } from '../storage/studies';
import type { StudyRecord } from '../storage/database';
import { RunningWork } from '../frame/RunningWork';
import { Wordmark } from '../frame/Wordmark';
import { ProblemNote } from '../readings/Problem';
import { noticed } from '../store/noticeSlice';
import { useAppDispatch, useAppSelector } from '../store/store';
import { ModeSwitch } from '../theme/ModeSwitch';
import { readTable } from '../workers/pool';
import { demoTables } from './demoTables';
import { StudyList } from './StudyList';
import styles from './Home.module.css';

/** Where tables come in and studies are kept. */
export function Home() {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const notice = useAppSelector(state => state.notice);
  const [studies, setStudies] = useState<readonly StudyRecord[] | null>(null);
  const [problem, setProblem] = useState<ProblemData | null>(null);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);

  const refresh = useCallback(async () => setStudies(await listStudies()), []);
  useEffect(() => {
    document.title = 'Wold';
    void sweepDeleted().then(refresh, refresh);
  }, [refresh, notice]);

  async function open(
    source: File | Uint8Array<ArrayBuffer>,
    fileName: string,
    studyName?: string,
  ): Promise<void> {
    setProblem(null);
    const outcome = await readTable(source, fileName).outcome;
    if (outcome === 'stopped') return;
    if ('problem' in outcome) return setProblem(outcome.problem);
    try {
      const study = await createStudy(outcome.value, studyName ?? outcome.value.name);
      await navigate(`/study/${study.id}/table`);
    } catch (error) {
      setProblem({
        what: `the table was read but could not be kept in this browser (${(error as Error).message})`,
        where: fileName,
        remedy: 'Delete studies you no longer need below, and open the file again.',
      });
    }
  }

  function drop(event: DragEvent): void {
    event.preventDefault();
    setOver(false);
    const files = [...event.dataTransfer.files];
    if (files.length > 1) {
      dispatch(
        noticed({
          kind: 'problem',
          text: `${files.length} files were dropped; a study has one table. Drop one of them.`,
        }),
      );
    } else if (files[0] !== undefined) void open(files[0], files[0].name);
  }

  return (
    <div
      className={styles.home}
      onDragOver={event => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <header className={styles.head}>
        <Wordmark />
        <ModeSwitch />
      </header>
      <main className={styles.main}>
        <div className={styles.left}>
          <h1>Find how many dimensions a wide table really has, and what they mean</h1>
          <button
            type="button"
            className={styles.drop}
            data-over={over}
            onClick={() => input.current?.click()}
          >
            <strong>Drop a table here, or pick a file</strong>
            <span className="soft">
              CSV, TSV, JSON or Parquet, with a row for each case and a column for each measure
            </span>
          </button>
          <input
            ref={input}
            type="file"
            hidden
            aria-label="Table file"
            accept=".csv,.tsv,.txt,.tab,.dat,.json,.parquet,text/csv,text/tab-separated-values,text/plain,application/json"
            onChange={event => {
              const file = event.target.files?.[0];
              event.target.value = '';
              if (file !== undefined) void open(file, file.name);
            }}
          />
          {problem !== null && <ProblemNote problem={problem} />}
          <p className="soft small">The table stays in this browser. Nothing is sent anywhere.</p>
          <h2>Made-up tables to try</h2>
          <ul className={styles.demos}>
            {demoTables.map(({ name, fileName, what, make }) => (
              <li key={name}>
                <button
                  type="button"
                  onClick={() => void open(new TextEncoder().encode(make()), fileName, name)}
                >
                  <strong>{name}</strong>
                  <span className="soft small">{what}</span>
                </button>
              </li>
            ))}
          </ul>
        </div>
        <StudyList studies={studies} onChanged={refresh} />
      </main>
      <footer className={styles.foot}>
        <RunningWork />
      </footer>
    </div>
  );
}
