import Button from '@mui/material/Button';
import { withWordsAside } from '@wold/core/recipe/edit/words';
import { percent } from '@wold/core/writeup/format';
import { useVocabulary } from '../results/stages';
import { useShowEntries } from '../readings/texts/useShowEntries';
import { selected } from '../store/studySlice';
import { useAppDispatch } from '../store/store';
import { useEdit, useRecipe } from '../store/useStudy';
import { Fact } from './Fact';
import styles from './Lens.module.css';

/** A word of the vocabulary: how many entries hold it, where it leans to, and the way to them. */
export function WordLens({ word }: { word: string }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const show = useShowEntries();
  const { value } = useVocabulary();
  const j = value?.words.indexOf(word) ?? -1;
  const leans = value?.leans ?? null;
  return (
    <div>
      <div className={styles.head}>
        <h2>{word}</h2>
        <Button className="small" onClick={() => dispatch(selected({}))}>
          Let go
        </Button>
      </div>
      {value === null || j < 0 ? (
        <p className="soft small">It is no word of the vocabulary now.</p>
      ) : (
        <>
          <dl className={styles.facts}>
            <Fact
              name="entries that hold it"
              value={`${value.entries[j]!.toLocaleString('en')}, ${percent(value.entries[j]! / value.held)}`}
            />
            <Fact name="times in all of them" value={value.times[j]!.toLocaleString('en')} />
            {leans !== null && (
              <Fact
                name={`leans to, of ${leans.label}`}
                value={`${leans.levels[leans.to[j]!]!}: in ${percent(leans.share[j]!)} of them, in ${percent(leans.others[j]!)} of others`}
              />
            )}
          </dl>
          <div className={styles.actions}>
            <Button onClick={() => show(word)}>Select entries with it</Button>
            <Button onClick={() => edit(withWordsAside(recipe, [word]), 'words set aside')}>
              Set it aside
            </Button>
          </div>
        </>
      )}
    </div>
  );
}
