import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { withLeftOut } from '@wold/core/recipe/edit/reductions';
import { preparationOf } from '@wold/core/recipe/requests';
import type { Reduction } from '@wold/core/recipe/schema';
import { count } from '@wold/core/writeup/format';
import { Word } from '../../../controls/Word';
import { useAccountOf, usePlacement } from '../../../results/stages';
import { useSplit } from '../../../readings/texts/useSplit';
import { useEdit, useRecipe } from '../../../store/useStudy';
import styles from './MeasuresWord.module.css';

/** The measures that a reduction takes in. */
export function MeasuresWord({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const { measures } = preparationOf(recipe);
  const { value } = usePlacement(reduction);
  const split = useSplit();
  const { value: account } = useAccountOf(reduction);
  const used =
    value?.structure?.measures.length ??
    measures.filter(measure => !reduction.without.includes(measure)).length;
  // Words are set aside for the whole study, in the vocabulary.
  if (split !== null)
    return <strong>{account === null ? 'words' : count(account.measures.length, 'word')}</strong>;
  return (
    <Word
      settles="Which measures are reduced"
      panel={() => <MeasuresPanel reduction={reduction} measures={measures} />}
    >
      {used === measures.length
        ? count(used, 'measure')
        : `${used.toLocaleString('en')} of ${count(measures.length, 'measure')}`}
    </Word>
  );
}

const MOST_LISTED = 200;

function MeasuresPanel({ reduction, measures }: { reduction: Reduction; measures: readonly string[] }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const [find, setFind] = useState('');
  const found = measures.filter(measure => measure.toLowerCase().includes(find.toLowerCase()));
  const setWithout = (without: string[]) =>
    edit(withLeftOut(recipe, reduction, without), `measures of ${reduction.id}`);
  return (
    <div className={styles.measures}>
      <TextField
        label="find a measure"
        value={find}
        autoFocus
        fullWidth
        onChange={event => setFind(event.target.value)}
      />
      <p className={styles.bulk}>
        <Button onClick={() => setWithout(reduction.without.filter(measure => !found.includes(measure)))}>
          Take in {find ? 'those found' : 'all'}
        </Button>
        <Button onClick={() => setWithout([...new Set([...reduction.without, ...found])])}>
          Leave out {find ? 'those found' : 'all'}
        </Button>
      </p>
      <ul>
        {found.slice(0, MOST_LISTED).map(measure => (
          <li key={measure}>
            <label>
              <Checkbox
                checked={!reduction.without.includes(measure)}
                onChange={event =>
                  setWithout(
                    event.target.checked
                      ? reduction.without.filter(other => other !== measure)
                      : [...reduction.without, measure],
                  )
                }
              />
              {measure}
            </label>
          </li>
        ))}
      </ul>
      {found.length > MOST_LISTED && (
        <p className="soft small">and {found.length - MOST_LISTED} more; find narrows them</p>
      )}
      <p className="soft small">Left out of this reduction only; a role in Table is for the whole study.</p>
    </div>
  );
}
