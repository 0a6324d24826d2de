import { useEffect } from 'react';
import { Link } from 'react-router';
import { QUESTIONS, type QuestionRoute } from '../readings/questions';
import { READINGS } from '../readings/readings';
import { answered, renamed } from '../store/studySlice';
import { useAppDispatch } from '../store/store';
import { useHand, useStudy } from '../store/useStudy';
import { useMode } from '../theme/ThemeMode';
import { EditableName } from './EditableName';
import { Mark } from './Mark';
import styles from './Rail.module.css';

/** The answer to a question as it stands: facts, and how far they can be taken as they are. */
export interface Answer {
  readonly text: string;
  readonly stale: boolean;
  /** How many things want attention, and what they are. */
  readonly attention: number;
  readonly because: string;
}

/** The eight questions with their answers: a live abstract of the study. */
export function Rail({ current }: { current: QuestionRoute }) {
  const dispatch = useAppDispatch();
  const study = useStudy();
  const { mode, setMode } = useMode();
  return (
    <nav className={styles.rail} aria-label="Questions">
      <Link to="/" className={styles.home} aria-label="Wold, all studies">
        <svg viewBox="0 0 32 24" aria-hidden="true">
          <path d="M2 15c5 0 6-9 11-9s5 6 9 6 4-5 8-6" />
          <path d="M2 20h28" />
        </svg>
        Wold
      </Link>
      <div className={styles.study}>
        <EditableName
          name={study.name}
          label="Name of the study"
          className={styles.name!}
          onName={name => dispatch(renamed(name))}
        />
        <span className="soft small">kept in this browser</span>
      </div>
      <ol className={styles.questions}>
        {QUESTIONS.map(item => (
          <Entry key={item.route} item={item} current={item.route === current} />
        ))}
      </ol>
      <button
        type="button"
        className={`${styles.mode} soft small`}
        onClick={() => setMode(mode === 'light' ? 'dusk' : 'light')}
      >
        {mode === 'light' ? 'Dusk' : 'Daylight'}
      </button>
    </nav>
  );
}

function Entry({ item, current }: { item: (typeof QUESTIONS)[number]; current: boolean }) {
  const dispatch = useAppDispatch();
  const study = useStudy();
  const hand = useHand();
  const answer = READINGS[item.route].useAnswer(hand);
  const { text, stale } = answer;
  useEffect(() => {
    if (!stale) dispatch(answered({ route: item.route, answer: text }));
  }, [dispatch, item.route, text, stale]);
  return (
    <li data-first-of-reduction={item.number === 4}>
      <Link
        to={`/study/${study.id}/${item.route}`}
        className={styles.entry}
        aria-current={current ? 'page' : undefined}
        aria-keyshortcuts={String(item.number)}
      >
        <span className={styles.number}>{item.number}</span>
        <span className={styles.question}>{item.question}</span>
        <span className={styles.answer} data-stale={stale}>
          {text}
        </span>
        <Mark answer={answer} seen={study.seen.includes(item.route)} />
      </Link>
    </li>
  );
}
