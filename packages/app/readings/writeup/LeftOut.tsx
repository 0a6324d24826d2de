import Button from '@mui/material/Button';
import { withLeftOut } from '@wold/core/recipe/edit/writeup';
import type { ReadSection } from '@wold/core/report/edited';
import { count, shortName } from '@wold/core/writeup/format';
import { useEdit, useRecipe } from '../../store/useStudy';
import styles from './Writeup.module.css';

/** What was left out of a section, to be taken in again. */
export function LeftOut({ section: { out } }: { section: ReadSection }) {
  const recipe = useRecipe();
  const edit = useEdit();
  if (out.length === 0) return null;
  return (
    <details className={styles.out}>
      <summary className="soft small">{count(out.length, 'part')} left out</summary>
      <ul>
        {out.map(({ key, text }) => (
          <li key={key}>
            <Button
              className="small"
              onClick={() => edit(withLeftOut(recipe, key, false), `sentence ${key}`)}
            >
              Take in
            </Button>{' '}
            <span className="soft small">{shortName(text, 90)}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
