import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { withSeen } from '@wold/core/recipe/edit/writeup';
import { editedReport, figuresIn, type ReadReport } from '@wold/core/report/edited';
import { count } from '@wold/core/writeup/format';
import { useReport } from '../../results/reports';
import { noticed } from '../../store/noticeSlice';
import { useAppDispatch } from '../../store/store';
import { useEdit, useRecipe, useStudy } from '../../store/useStudy';
import { ProblemNote } from '../Problem';
import { KeptFigureView } from './KeptFigureView';
import { LeftOut } from './LeftOut';
import { PrintedTable } from './PrintedTable';
import { Sentences } from './Sentences';
import { takeOutReport, type ReportFile } from './takeOut';
import styles from './Writeup.module.css';

/** What do I report? A document grown from briefs and results, with what it is expected to hold beside it. */
export function WriteupReading() {
  const { report, problem, stale, stopped, resume } = useReport(true);
  const recipe = useRecipe();
  const edit = useEdit();
  const read = useMemo(
    () => (report === null ? null : editedReport(report, recipe.writeup)),
    [report, recipe],
  );
  if (problem !== null) return <ProblemNote problem={problem} />;
  if (stopped && stale) {
    return (
      <p className={styles.waiting}>
        Stopped. <Button onClick={resume}>Gather the report after all</Button>
      </p>
    );
  }
  if (read === null || report === null) return <p className={`${styles.waiting} soft`}>Gathering …</p>;
  return (
    <div className={styles.reading} aria-busy={stale}>
      <TakeOutBar read={read} stale={stale}>
        {read.changed > 0 && (
          <span>
            <strong>{count(read.changed, 'number')}</strong> changed since the report was taken as read,
            marked below.{' '}
            <Button
              className="small"
              onClick={() => edit(withSeen(recipe, figuresIn(report)), 'report read')}
            >
              Take it as read
            </Button>
          </span>
        )}
        {read.changed === 0 && recipe.writeup.seen === null && (
          <Button className="small" onClick={() => edit(withSeen(recipe, figuresIn(report)), 'report read')}>
            Mark what changes from here on
          </Button>
        )}
      </TakeOutBar>
      <article className={styles.document} tabIndex={0} aria-label="The report">
        <h2 className={styles.title}>{read.title}</h2>
        <h3>Methods</h3>
        {read.sections.map(section => (
          <Sentences key={section.key} section={section} place="methods" read={read} />
        ))}
        <h3>Results</h3>
        {read.sections.map(section => (
          <section key={section.key} aria-label={`Results: ${section.title}`}>
            <Sentences section={section} place="results" read={read} />
            {section.tables.map(table => (
              <PrintedTable key={table.of.key} table={table} />
            ))}
            {section.figures.map(figure => (
              <KeptFigureView key={figure.of.key} figure={figure} />
            ))}
            <LeftOut section={section} />
          </section>
        ))}
      </article>
    </div>
  );
}

const FILES: readonly (readonly [ReportFile, string])[] = [
  ['docx', 'Word processor (DOCX)'],
  ['html', 'Page (HTML)'],
  ['markdown', 'Markdown, with its pictures'],
  ['tables', 'Tables (CSV)'],
];

interface TakeOutBarProps {
  readonly read: ReadReport;
  readonly stale: boolean;
  readonly children: React.ReactNode;
}

/** The report as files. */
function TakeOutBar({ read, stale, children }: TakeOutBarProps) {
  const study = useStudy();
  const dispatch = useAppDispatch();
  const [making, setMaking] = useState(false);
  async function take(kind: ReportFile): Promise<void> {
    setMaking(true);
    try {
      await takeOutReport(kind, read, study.name);
    } catch (thrown) {
      dispatch(
        noticed({
          kind: 'problem',
          text: `The report could not be written: ${thrown instanceof Error ? thrown.message : String(thrown)}`,
        }),
      );
    } finally {
      setMaking(false);
    }
  }
  return (
    <div className={styles.bar}>
      <div className={styles.files} role="group" aria-label="Take out the report">
        <span className="soft small">Take out as</span>
        {FILES.map(([kind, name]) => (
          <Button
            key={kind}
            className="small"
            variant="outlined"
            disabled={making || stale}
            onClick={() => void take(kind)}
          >
            {name}
          </Button>
        ))}
      </div>
      <div className="small">{stale ? 'Being gathered anew …' : children}</div>
    </div>
  );
}
