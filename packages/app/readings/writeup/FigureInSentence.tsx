import Link from '@mui/material/Link';
import { useNavigate } from 'react-router';
import type { ReadFigure } from '@wold/core/report/edited';
import { tookInHand } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useStudy } from '../../store/useStudy';
import { QUESTIONS } from '../questions';
import styles from './Writeup.module.css';

interface FigureInSentenceProps {
  readonly figure: ReadFigure;
  /** The reduction that it is of; null where it is the study's. */
  readonly reduction: string | null;
}

/** A live figure: hover says where it comes from, a click leads there. */
export function FigureInSentence({ figure, reduction }: FigureInSentenceProps) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { id, recipe } = useStudy();
  const question = QUESTIONS.find(({ number }) => number === figure.question)!;
  // A figure of another sentence may be of another reduction.
  const of = recipe.reductions.find(one => figure.from.startsWith(`${one.id} `))?.id ?? reduction;
  const name = recipe.reductions.find(one => one.id === of)?.name;
  const from = `from question ${question.number}, ${question.question}${question.of === 'reduction' && name !== undefined ? ` of ${name}` : ''}`;
  return (
    <Link
      component="button"
      type="button"
      className={styles.figure}
      data-changed={figure.was !== null}
      title={figure.was === null ? from : `was ${figure.was}; ${from}`}
      onClick={() => {
        if (of !== null && question.of === 'reduction') dispatch(tookInHand(of));
        void navigate(`/study/${id}/${question.route}`);
      }}
    >
      {figure.text}
      {figure.was !== null && <span className={styles.was}> (was {figure.was})</span>}
    </Link>
  );
}
