import Link from '@mui/material/Link';
import { useEffect, useState } from 'react';
import { problemData, type ProblemData } from '@wold/core/problem';
import { ProblemNote } from '../readings/Problem';
import type { Open } from '../recipes/opening';
import { SourceDialog } from './SourceDialog';
import { sourcesHere, type SourceHere } from './sources';
import styles from './FromSource.module.css';

const KINDS: Readonly<Record<SourceHere['kind'], string>> = {
  PostgreSQL: 'a PostgreSQL database',
  ClickHouse: 'a ClickHouse database',
  files: 'a folder of files on the server',
};

/** The sources that the server was started with: tables that stay where they are. */
export function FromSource({ onOpen }: { readonly onOpen: Open }) {
  const [sources, setSources] = useState<readonly SourceHere[]>([]);
  const [problem, setProblem] = useState<ProblemData | null>(null);
  const [chosen, setChosen] = useState<SourceHere | null>(null);
  useEffect(() => {
    let current = true;
    sourcesHere().then(
      found => current && setSources(found),
      (thrown: unknown) => current && setProblem(problemData(thrown)),
    );
    return () => {
      current = false;
    };
  }, []);
  if (problem === null && sources.length === 0) return null;
  return (
    <section aria-labelledby="sources">
      <h2 id="sources">Tables that stay where they are</h2>
      {problem !== null && <ProblemNote problem={problem} />}
      <ul className={styles.sources}>
        {sources.map(source => (
          <li key={source.name}>
            <Link component="button" type="button" onClick={() => setChosen(source)}>
              <strong>{source.name}</strong>
              <span className="soft small">
                {KINDS[source.kind]}
                {source.parts > 1 && `, in ${source.parts} parts`}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {chosen !== null && <SourceDialog source={chosen} onOpen={onOpen} onClose={() => setChosen(null)} />}
    </section>
  );
}
