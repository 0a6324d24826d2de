import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import { useMemo, useState } from 'react';
import { columnOf } from '@wold/core/algebra/matrix';
import type { Components } from '@wold/core/methods/components/components';
import { componentsPlacement } from '@wold/core/methods/components/placement';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { figure, percent } from '@wold/core/writeup/format';
import { rowName } from '../../../lens/rowName';
import { EntryText } from '../../../readings/texts/EntryText';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useTable } from '../../../store/TableContext';
import { useRecipe } from '../../../store/useStudy';
import { HeadName } from '../../parts/meaning/HeadName';
import { endsOf, type End } from './wordEnds';
import styles from './WordsView.module.css';

interface WordsViewProps {
  readonly reduction: ReductionBy<'components'>;
  readonly components: Components;
}

const FIRST_SHOWN = 8;

/** Each dimension by the words at its two ends, as large as they load, and the entries that lie furthest out. */
export function WordsView({ reduction, components }: WordsViewProps) {
  const [most, setMost] = useState(FIRST_SHOWN);
  const { structure } = componentsPlacement(components);
  const shown = Math.min(most, components.kept);
  return (
    <div className={styles.view} tabIndex={0} role="region" aria-label="Words of the dimensions">
      {Array.from({ length: shown }, (_, d) => (
        <section key={d} aria-label={`Dimension ${d + 1}`} className={styles.dimension}>
          <header>
            <HeadName {...{ reduction, structure }} dimension={d + 1} noun="dimension" />
            <span className="soft small">
              {d + 1} · {percent(components.heldBy[d]!, 1)}
            </span>
          </header>
          <Ends components={components} d={d} />
        </section>
      ))}
      {shown < components.kept && (
        <Button onClick={() => setMost(now => now + FIRST_SHOWN)}>
          Show more of the {components.kept} dimensions
        </Button>
      )}
    </div>
  );
}

function Ends({ components, d }: { components: Components; d: number }) {
  const { measures, structure, scores, rows } = components;
  const [low, high] = useMemo(
    () => endsOf(measures, columnOf(structure, d), rows, columnOf(scores, d)),
    [measures, structure, scores, rows, d],
  );
  return (
    <div className={styles.ends}>
      <OneEnd end={low} side="low" />
      <OneEnd end={high} side="high" />
    </div>
  );
}

const [SMALLEST, LARGEST] = [12, 23];

function OneEnd({ end, side }: { end: End; side: 'low' | 'high' }) {
  const dispatch = useAppDispatch();
  const table = useTable();
  const recipe = useRecipe();
  const words = new Set(end.words.map(({ word }) => word));
  return (
    <div className={styles.end} data-side={side}>
      <p className={styles.words}>
        {end.words.length === 0 && <span className="soft small">no word leads here</span>}
        {end.words.map(({ word, loading, size }) => (
          <Link
            key={word}
            component="button"
            type="button"
            title={`loads ${figure(loading, 2)}`}
            style={{ fontSize: SMALLEST + (LARGEST - SMALLEST) * size }}
            onClick={() => dispatch(selected({ columns: [word] }))}
          >
            {word}
          </Link>
        ))}
      </p>
      <ul>
        {end.rows.map(row => (
          <li key={row}>
            <Link
              component="button"
              type="button"
              className="small"
              onClick={() => dispatch(selected({ rows: [row] }))}
            >
              {rowName(table, recipe, row)}
            </Link>
            <EntryText row={row} strong={words} most={220} />
          </li>
        ))}
      </ul>
    </div>
  );
}
