import Link from '@mui/material/Link';
import { useNavigate } from 'react-router';
import { useMemo } from 'react';
import { editedReport, type ReadReport } from '@wold/core/report/edited';
import { useReport } from '../../results/reports';
import { tookInHand } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useRecipe, useStudy } from '../../store/useStudy';
import { QUESTIONS } from '../questions';
import styles from './Writeup.module.css';

/** What a report of these methods is expected to hold, and what of it is missing; nothing before it is gathered. */
export function Checklist() {
  const { report, wait } = useReport(false);
  const { writeup } = useRecipe();
  const read = useMemo(() => (report === null ? null : editedReport(report, writeup)), [report, writeup]);
  return read === null ? null : <Checks read={read} onWait={wait} />;
}

interface ChecksProps {
  readonly read: ReadReport;
  /** Asks for what takes long. */
  readonly onWait: () => void;
}

function Checks({ read: { checks, sections }, onWait }: ChecksProps) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { id, recipe } = useStudy();
  const missing = checks.filter(({ met }) => !met).length;
  const groups = sections.map(({ key, title }) => ({
    key,
    title,
    own: checks.filter(({ section }) => section === key),
  }));
  function lead(section: string, question: number): void {
    const { route, of } = QUESTIONS.find(({ number }) => number === question)!;
    if (of === 'reduction' && recipe.reductions.some(one => one.id === section))
      dispatch(tookInHand(section));
    void navigate(`/study/${id}/${route}`);
  }
  return (
    <section className={styles.checks} aria-label="What a report is expected to hold">
      <h3>
        {missing === 0
          ? 'All that is expected is there'
          : `${missing} of ${checks.length} expected parts missing`}
      </h3>
      {groups
        .filter(({ own }) => own.length > 0)
        .map(({ key, title, own }) => (
          <div key={key}>
            <h4>{title}</h4>
            <ul>
              {own.map(({ what, met, remedy, question, dear }) => (
                <li key={what} data-met={met}>
                  <span aria-hidden="true">{met ? '✓' : '○'}</span>
                  <span>
                    {what}
                    <span className="unseen">{met ? ', there' : ', missing'}</span>
                    {!met && (
                      <Link
                        component="button"
                        type="button"
                        className="small"
                        onClick={() => (dear === true ? onWait() : lead(key, question))}
                      >
                        {remedy === '' ? 'It was left out.' : remedy}
                      </Link>
                    )}
                  </span>
                </li>
              ))}
            </ul>
          </div>
        ))}
    </section>
  );
}
