import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import { useRef, useState, type DragEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { LONGEST_NAME } from '@wold/core/limits';
import { QUESTIONS } from '../readings/questions';
import type { StudyRecord } from '../storage/database';
import {
  copyStudy,
  deleteStudy,
  keptText,
  removeStudy,
  renameStudy,
  type ListedStudy,
} from '../storage/studies';
import { saveText } from '../outputs/save';
import { sendTables } from '../recipes/tablesOnTheWay';
import { noticed } from '../store/noticeSlice';
import { useAppDispatch } from '../store/store';
import styles from './StudyList.module.css';

interface StudyListProps {
  /** Null while they are looked up. */
  readonly studies: readonly ListedStudy[] | null;
  readonly onChanged: () => Promise<void>;
}

/** The studies kept in this browser, with their answers in short. */
export function StudyList({ studies, onChanged }: StudyListProps) {
  return (
    <section className={styles.list} aria-labelledby="kept">
      <h2 id="kept">Studies kept in this browser</h2>
      {(studies?.length ?? 0) > 0 && <TakeOutAll studies={studies!} />}
      {studies?.length === 0 && (
        <p className="soft">None yet. Open a table, and its study is kept here from then on.</p>
      )}
      <ul>
        {studies?.map(({ id, study, answers }) =>
          study === null ? (
            <Damaged key={id} id={id} onChanged={onChanged} />
          ) : (
            <Study key={id} study={study} answers={answers} onChanged={onChanged} />
          ),
        )}
      </ul>
    </section>
  );
}

/** All studies as one file, to be opened again in any browser. */
function TakeOutAll({ studies }: { readonly studies: readonly ListedStudy[] }) {
  const dispatch = useAppDispatch();
  const ids = studies.flatMap(({ id, study }) => (study === null ? [] : [id]));
  async function takeAll(): Promise<void> {
    const { takeOutStudies } = await import('../outputs/wholeStudy');
    const failed = await takeOutStudies(ids);
    if (failed.length > 0)
      dispatch(noticed({ kind: 'problem', text: `Not in the file: ${failed.join(' ')}` }));
  }
  return (
    <p>
      <Button className="small" disabled={ids.length === 0} onClick={() => void takeAll()}>
        Take all of them out as one file
      </Button>
    </p>
  );
}

/** What is kept and is no study: it can be taken out, and deleted. */
function Damaged({ id, onChanged }: { id: string; onChanged: () => Promise<void> }) {
  return (
    <li className={styles.study}>
      <div>
        <strong>A damaged study</strong>
        <p className="soft small">
          What is kept of it cannot be read. Take it out before you delete it; others are none the worse.
        </p>
      </div>
      <div className={styles.actions}>
        <Button
          className="small"
          onClick={() =>
            void keptText(id).then(text => saveText('damaged-study.json', text, 'application/json'))
          }
        >
          Take out
        </Button>
        <Button className="small" onClick={() => void removeStudy(id).then(onChanged)}>
          Delete for good
        </Button>
      </div>
    </li>
  );
}

interface StudyProps {
  readonly study: StudyRecord;
  readonly answers: ListedStudy['answers'];
  readonly onChanged: () => Promise<void>;
}

function Study({ study, answers, onChanged }: StudyProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const last = study.seen.at(-1) ?? 'table';
  const navigate = useNavigate();
  const [over, setOver] = useState(false);

  function run(files: readonly File[]): void {
    if (files.length === 0) return;
    sendTables(study.id, files);
    void navigate(`/study/${study.id}/${last}`);
  }

  async function finish(keep: boolean): Promise<void> {
    const name = draft?.trim() ?? '';
    setDraft(null);
    if (!keep || name === '' || name === study.name) return;
    await renameStudy(study.id, name);
    await onChanged();
  }

  const target = {
    onDragOver: (event: DragEvent) => {
      event.preventDefault();
      event.stopPropagation();
      setOver(true);
    },
    onDragLeave: () => setOver(false),
    // Tables that are dropped on a study are run by its recipe, and make none of their own.
    onDrop: (event: DragEvent) => {
      event.preventDefault();
      event.stopPropagation();
      setOver(false);
      run([...event.dataTransfer.files]);
    },
  };

  return (
    <li className={styles.study} data-over={over} {...target}>
      {draft === null ? (
        <Link to={`/study/${study.id}/${last}`} className={styles.open}>
          <strong>{study.name}</strong>
          <span className="soft small">changed {when(study.changed)}</span>
        </Link>
      ) : (
        <OutlinedInput
          autoFocus
          onFocus={event => event.target.select()}
          value={draft}
          onChange={event => setDraft(event.target.value)}
          onBlur={() => void finish(true)}
          onKeyDown={event => {
            if (event.key === 'Enter') void finish(true);
            if (event.key === 'Escape') void finish(false);
          }}
          slotProps={{ input: { 'aria-label': 'Name of the study', maxLength: LONGEST_NAME } }}
        />
      )}
      <dl className={styles.answers}>
        {QUESTIONS.flatMap(({ route, number, question }) => {
          const answer = answers.find(other => other.route === route);
          if (answer === undefined) return [];
          return (
            <div key={route}>
              <dt title={question}>{number}</dt>
              <dd>{answer.text}</dd>
            </div>
          );
        })}
      </dl>
      <Actions study={study} onRename={() => setDraft(study.name)} onChanged={onChanged} onTables={run} />
    </li>
  );
}

interface ActionsProps extends Pick<StudyProps, 'study' | 'onChanged'> {
  readonly onRename: () => void;
  /** Runs its recipe on other tables. */
  readonly onTables: (files: readonly File[]) => void;
}

function Actions({ study, onRename, onChanged, onTables }: ActionsProps) {
  const dispatch = useAppDispatch();
  const input = useRef<HTMLInputElement>(null);
  return (
    <div className={styles.actions}>
      <Button className="small" onClick={onRename} aria-label={`Rename ${study.name}`}>
        Rename
      </Button>
      <Button
        className="small"
        aria-label={`Copy ${study.name}`}
        onClick={() => void copyStudy(study.id).then(onChanged)}
      >
        Copy
      </Button>
      <Button
        className="small"
        aria-label={`Delete ${study.name}`}
        onClick={() =>
          void deleteStudy(study.id).then(() => {
            dispatch(noticed({ kind: 'done', text: `“${study.name}” is deleted.`, restores: study.id }));
            return onChanged();
          })
        }
      >
        Delete
      </Button>
      <Button
        className="small"
        title="Other tables by the recipe of this study, side by side with it; they can be dropped on it too"
        aria-label={`Run the recipe of ${study.name} on other tables`}
        onClick={() => input.current?.click()}
      >
        Run on other tables
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        multiple
        aria-label={`Other tables for ${study.name}`}
        onChange={event => onTables([...(event.target.files ?? [])])}
      />
    </div>
  );
}

function when(time: number): string {
  const minutes = Math.round((Date.now() - time) / 60_000);
  if (minutes < 1) return 'just now';
  if (minutes < 60) return `${minutes} min ago`;
  const date = new Date(time);
  const today = new Date().toDateString() === date.toDateString();
  return today
    ? `today at ${date.toLocaleTimeString('en', { hour: '2-digit', minute: '2-digit', hour12: false })}`
    : date.toLocaleDateString('en', { day: 'numeric', month: 'long', year: 'numeric' });
}
