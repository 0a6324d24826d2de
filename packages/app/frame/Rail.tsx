import { useEffect } from 'react';
import { Link } from 'react-router';
import { extentAt } from '../engines/extentAt';
import { ExtentMark } from '../engines/ExtentMark';
import { QUESTIONS, type QuestionRoute } from '../readings/questions';
import { useAnswerOf } from '../readings/answers';
import { keepAnswer } from '../storage/answers';
import { storageRefused } from '../storage/database';
import { renamed } from '../store/studySlice';
import { useAppDispatch, useAppSelector } from '../store/store';
import { useTable } from '../store/TableContext';
import { useHand, useRecipe, useStudy } from '../store/useStudy';
import { ModeSwitch } from '../theme/ModeSwitch';
import { useHasDrafts } from '../controls/drafts';
import { EditableName } from '../controls/EditableName';
import { Mark } from './Mark';
import { Wordmark } from './Wordmark';
import styles from './Rail.module.css';

/** What the start page tells of a study can wait, in milliseconds, until a change of it is drawn. */
const CALM = 150;

/** The eight questions with their answers: a live abstract of the study. */
export function Rail({ current }: { current: QuestionRoute }) {
  const dispatch = useAppDispatch();
  const study = useStudy();
  // Each method answers in its own way.
  const { method } = useHand().settings;
  return (
    <nav className={styles.rail} aria-label="Questions">
      <Link to="/" className={styles.home} aria-label="Wold, all studies">
        <Wordmark />
      </Link>
      <div className={styles.study}>
        <EditableName
          name={study.name}
          label="Name of the study"
          className={styles.name!}
          onName={name => dispatch(renamed(name))}
        />
        <KeptWord />
      </div>
      <ol className={styles.questions}>
        {QUESTIONS.map(item => (
          <Entry key={`${item.route} ${method}`} item={item} current={item.route === current} />
        ))}
      </ol>
      <ModeSwitch className={styles.mode} />
    </nav>
  );
}

/** Whether what was decided is kept. */
function KeptWord() {
  const { underWay, failed } = useAppSelector(state => state.keep);
  const hasDrafts = useHasDrafts();
  if (storageRefused() !== null) return <span className="small">kept until the page is closed</span>;
  if (failed) return <span className="small">not kept</span>;
  if (hasDrafts) return <span className="soft small">not saved yet: Enter saves it</span>;
  return <span className="soft small">{underWay > 0 ? 'being kept …' : 'kept in this browser'}</span>;
}

/** Of which rows an answer is: those of the first question tell it themselves. */
function AnswerExtent({ item: { route } }: { item: (typeof QUESTIONS)[number] }) {
  const table = useTable();
  const recipe = useRecipe();
  const hand = useHand();
  return <ExtentMark short of={route === 'table' ? null : extentAt(route, null, recipe, table, hand)} />;
}

function Entry({ item, current }: { item: (typeof QUESTIONS)[number]; current: boolean }) {
  const { id, seen } = useStudy();
  const hand = useHand();
  const answer = useAnswerOf(item.route, hand);
  const { text, stale } = answer;
  useEffect(() => {
    if (stale) return undefined;
    const keeping = setTimeout(() => void keepAnswer(id, item.route, text), CALM);
    return () => clearTimeout(keeping);
  }, [id, item.route, text, stale]);
  return (
    <li data-first-of-reduction={item.number === 4}>
      <Link
        to={`/study/${id}/${item.route}`}
        className={styles.entry}
        aria-current={current ? 'page' : undefined}
        aria-keyshortcuts={String(item.number)}
      >
        <span className={styles.number}>{item.number}</span>
        <span className={styles.question}>{item.question}</span>
        <span className={styles.answer} data-stale={stale}>
          {text} <AnswerExtent item={item} />
        </span>
        <Mark answer={answer} seen={seen.includes(item.route)} />
      </Link>
    </li>
  );
}
