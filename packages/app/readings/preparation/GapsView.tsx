import Button from '@mui/material/Button';
import type { GapPatterns } from '@wold/core/preparation/gapPatterns';
import { count, coefficient } from '@wold/core/writeup/format';
import { useResult } from '../../results/useResult';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { fileStem } from '@wold/core/writeup/fileStem';
import { TakeOutMenu } from '../../outputs/TakeOutMenu';
import { useTable } from '../../store/TableContext';
import { useRecipe, useStudy } from '../../store/useStudy';
import { gapNumbers } from './takenOut';
import { useShortName } from '../../store/useShortName';
import { Resulting } from '../Problem';
import styles from './GapsView.module.css';

const MOST_COLUMNS = 48;
const MOST_LINES = 30;

/** The pattern of missingness: which measures go missing, and which together. */
export function GapsView() {
  const recipe = useRecipe();
  const measures = recipe.columns.filter(({ role }) => role === 'measure').map(({ name }) => name);
  const gaps = useResult({ stage: 'gaps', measures }, 'gaps', 'looking for gaps');
  return <Resulting reading={gaps}>{value => <Patterns gaps={value} />}</Resulting>;
}

function Patterns({ gaps }: { gaps: GapPatterns }) {
  const dispatch = useAppDispatch();
  const shortName = useShortName();
  const { name } = useStudy();
  const table = useTable();
  if (gaps.measures.length === 0) return <p className="soft">No measure has a gap.</p>;
  const shown = gaps.measures.slice(0, MOST_COLUMNS);
  return (
    <div className={styles.gaps}>
      <div className={styles.out}>
        <TakeOutMenu
          label="Gaps"
          fileStem={`${fileStem(name)}-gaps`}
          numbers={() => gapNumbers(gaps, table.rows)}
        />
      </div>
      <div className={styles.scroll} role="region" aria-label="Patterns of gaps" tabIndex={0}>
        <table className={styles.patterns}>
          <thead>
            <tr>
              <th scope="col">rows</th>
              {shown.map(({ name, missing }) => (
                <th key={name} scope="col" title={`${name}: ${missing} missing`}>
                  <button type="button" onClick={() => dispatch(selected({ columns: [name] }))}>
                    {shortName(name, 16)} <span className="soft">{missing}</span>
                  </button>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">{gaps.complete.toLocaleString('en')}</th>
              {shown.map(({ name }) => (
                <td key={name} />
              ))}
              <td className="soft">complete</td>
            </tr>
            {gaps.patterns.slice(0, MOST_LINES).map(({ lacks, rows }) => (
              <tr key={lacks.join()}>
                <th scope="row">
                  <Button
                    aria-label={`Select ${count(rows.length, 'row')} that lack ${lacks.join(', ')}`}
                    onClick={() => dispatch(selected({ rows: [...rows] }))}
                  >
                    {rows.length.toLocaleString('en')}
                  </Button>
                </th>
                {shown.map(({ name }) => (
                  <td key={name} data-missing={lacks.includes(name)}>
                    <span className="unseen">{lacks.includes(name) ? 'missing' : 'there'}</span>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        {gaps.measures.length > MOST_COLUMNS && (
          <p className="soft small">The {MOST_COLUMNS} measures with the most gaps are shown.</p>
        )}
      </div>
      <MissingTogether pairs={gaps.pairs} />
    </div>
  );
}

interface MissingTogetherProps {
  readonly pairs: GapPatterns['pairs'];
}

function MissingTogether({ pairs }: MissingTogetherProps) {
  const dispatch = useAppDispatch();
  const shortName = useShortName();
  return (
    <section className={styles.pairs} aria-label="Measures that go missing together">
      <h2>Missing together</h2>
      {pairs.length === 0 ? (
        <p className="soft small">No two measures go missing together more than by chance.</p>
      ) : (
        <table>
          <thead>
            <tr>
              <th scope="col">pair</th>
              <th scope="col">rows</th>
              <th scope="col" title="correlation of being missing">
                φ
              </th>
            </tr>
          </thead>
          <tbody>
            {pairs.map(({ a, b, both, phi }) => (
              <tr key={`${a} ${b}`}>
                <th scope="row">
                  <Button onClick={() => dispatch(selected({ columns: [a, b] }))}>
                    {shortName(a, 14)} · {shortName(b, 14)}
                  </Button>
                </th>
                <td>{both}</td>
                <td>{coefficient(phi)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
