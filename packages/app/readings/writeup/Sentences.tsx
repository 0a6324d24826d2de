import { withOrder } from '@wold/core/recipe/edit/writeup';
import type { ReadReport, ReadSection } from '@wold/core/report/edited';
import type { SentencePlace } from '@wold/core/writeup/writeup';
import { useEdit, useRecipe } from '../../store/useStudy';
import { SentenceLine } from './SentenceLine';
import styles from './Writeup.module.css';

interface SentencesProps {
  readonly section: ReadSection;
  readonly place: SentencePlace;
  readonly read: ReadReport;
}

/** The sentences of a section, each of which can be edited, moved, left out and followed by one's own. */
export function Sentences({ section, place, read }: SentencesProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const sentences = section[place];
  if (sentences.length === 0 && (place === 'methods' || section.tables.length === 0)) return null;
  function move(at: number, by: number): void {
    const keys = sentences.map(({ key }) => key);
    const [key] = keys.splice(at, 1);
    keys.splice(at + by, 0, key!);
    // Those left out keep their places in the order too.
    edit(withOrder(recipe, section.key, place, keys), 'order of sentences');
  }
  return (
    <>
      <h4 className={styles.section}>{section.title}</h4>
      <div className={styles.sentences}>
        {sentences.map((sentence, at) => (
          <SentenceLine
            key={sentence.key}
            {...{ sentence, section, place, read }}
            onUp={at === 0 ? null : () => move(at, -1)}
            onDown={at === sentences.length - 1 ? null : () => move(at, 1)}
          />
        ))}
      </div>
    </>
  );
}
