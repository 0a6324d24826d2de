import Checkbox from '@mui/material/Checkbox';
import Link from '@mui/material/Link';
import { useState } from 'react';
import type { Reduction } from '@wold/core/recipe/schema';
import type { LevelRelation, NumberRelation } from '@wold/core/use/scoreRelations';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { DivergingBar } from '../../../charts/DivergingBar';
import { coefficient, fixed, percent, pEquation } from '@wold/core/writeup/format';
import { useNaming, useScoreRelations } from '../../../results/stages';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useSelection } from '../../../store/useStudy';
import { Resulting } from '../../../readings/Problem';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { fileStem } from '@wold/core/writeup/fileStem';
import { relationNumbers } from './takenOut';
import styles from './MeaningReading.module.css';

const MOST_LISTED = 200;
const MOST_DIMENSIONS = 12;

interface OtherColumnsProps {
  readonly reduction: Reduction;
  /** The measures that are reduced. */
  readonly measures: readonly string[];
  /** The standard deviation of each dimension's scores. */
  readonly spread: readonly number[];
}

/** The scores against every column: correlations with numbers, means and analysis of variance of groups. */
export function OtherColumns({ reduction, measures, spread }: OtherColumnsProps) {
  const relations = useScoreRelations(reduction);
  const [own, setOwn] = useState(false);
  const { names: named } = useNaming(reduction);
  const shown = Math.min(spread.length, MOST_DIMENSIONS);
  const names = Array.from({ length: shown }, (_, d) => dimensionName(named, d + 1));
  return (
    <Resulting reading={relations}>
      {value => {
        const made = new Set(measures);
        const levels = value.filter(relation => relation.kind === 'levels');
        const numbers = value
          .filter(relation => relation.kind === 'number')
          .filter(({ column }) => own || !made.has(column));
        return (
          <div className={styles.scroller} tabIndex={0} role="region" aria-label="Scores against columns">
            <div className={styles.headed}>
              <h2 className={styles.section}>Groups</h2>
              <TakeOutMenu
                label="Scores against columns"
                fileStem={`${fileStem(reduction.name)}-columns`}
                numbers={() => relationNumbers([...levels, ...numbers], names)}
              />
            </div>
            {levels.length === 0 ? (
              <p className="soft small">No column has a few levels.</p>
            ) : (
              <Groups levels={levels} names={names} spread={spread} />
            )}
            <h2 className={styles.section}>Numbers</h2>
            <label className="small">
              <Checkbox checked={own} onChange={event => setOwn(event.target.checked)} /> with the measures
              that are reduced
            </label>
            {numbers.length === 0 ? (
              <p className="soft small">No other column holds numbers.</p>
            ) : (
              <Numbers numbers={numbers} names={names} />
            )}
            <p className="soft small">
              Over the rows used. p tells how often chance alone would do as much; with many columns some are
              small by chance.
            </p>
          </div>
        );
      }}
    </Resulting>
  );
}

function Groups({
  levels,
  names,
  spread,
}: {
  levels: readonly LevelRelation[];
  names: readonly string[];
  spread: readonly number[];
}) {
  const dispatch = useAppDispatch();
  const { columns } = useSelection();
  return (
    <table className={styles.others} aria-label="Means of the scores by group">
      <Heads of="column, level" names={names} />
      {levels.slice(0, MOST_LISTED).map(({ column, n, groups, f, p, between, df }) => (
        <tbody key={column}>
          <tr data-chosen={columns.includes(column)}>
            <th scope="row">
              <Link
                component="button"
                type="button"
                onClick={() => dispatch(selected({ columns: [column] }))}
              >
                {column}
              </Link>
            </th>
            <td className="number">{n}</td>
            {names.map((name, d) => (
              <td key={name} title={`F(${df[0]}, ${df[1]}) = ${fixed(f[d]!, 2)}, p ${pEquation(p[d]!)}`}>
                {Number.isNaN(f[d]!) ? (
                  <span className="soft">–</span>
                ) : (
                  <>
                    <span className={styles.figure}>{percent(between[d]!)}</span>{' '}
                    <span className="soft small">between, p {pEquation(p[d]!)}</span>
                  </>
                )}
              </td>
            ))}
          </tr>
          {groups.map(({ level, n: rows, means }) => (
            <tr key={level} className={styles.group}>
              <th scope="row">{level}</th>
              <td className="number">{rows}</td>
              {names.map((name, d) => (
                <td key={name}>
                  <span className={styles.cell}>
                    <span className={styles.figure}>{fixed(means[d]!, 2)}</span>
                    <DivergingBar value={means[d]! / spread[d]! / 2} />
                  </span>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      ))}
    </table>
  );
}

function Numbers({ numbers, names }: { numbers: readonly NumberRelation[]; names: readonly string[] }) {
  const dispatch = useAppDispatch();
  const { columns } = useSelection();
  return (
    <table className={styles.others} aria-label="Correlations of columns with the scores">
      <Heads of="column" names={names} />
      <tbody>
        {numbers.slice(0, MOST_LISTED).map(({ column, n, correlations, p }) => (
          <tr key={column} data-chosen={columns.includes(column)}>
            <th scope="row">
              <Link
                component="button"
                type="button"
                onClick={() => dispatch(selected({ columns: [column] }))}
              >
                {column}
              </Link>
            </th>
            <td className="number">{n}</td>
            {names.map((name, d) => (
              <td key={name} title={`p ${pEquation(p[d]!)}`}>
                {Number.isNaN(correlations[d]!) ? (
                  <span className="soft">does not vary</span>
                ) : (
                  <span className={styles.cell}>
                    <span className={styles.figure}>{coefficient(correlations[d]!)}</span>
                    <DivergingBar value={correlations[d]!} faded={p[d]! > 0.05} />
                  </span>
                )}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Heads({ of, names }: { of: string; names: readonly string[] }) {
  return (
    <thead>
      <tr>
        <th scope="col">{of}</th>
        <th scope="col">rows</th>
        {names.map(name => (
          <th key={name} scope="col">
            {name}
          </th>
        ))}
      </tr>
    </thead>
  );
}
