import { useLocation } from 'react-router';
import { sceneOf } from '@wold/core/table/table';
import { questionAt } from '../readings/questions';
import { wordsOf } from '../methods/words';
import { useTable } from '../store/TableContext';
import { useHand } from '../store/useStudy';
import { useSplit } from '../readings/texts/useSplit';
import { HINTS, SCENE_HINTS, TEXT_HINTS } from './hints';
import styles from './Lens.module.css';

/** With nothing selected: how the picture in hand is read, and what its words mean. */
export function AtRest() {
  const question = questionAt(useLocation().pathname.split('/').at(-1) ?? '');
  const { method } = useHand().settings;
  const { hints } = wordsOf(method);
  const split = useSplit() !== null && method === 'components';
  const ofScene = sceneOf(useTable()) !== null && method === 'components';
  if (question === undefined) return null;
  const { look, usual, next, words } = {
    ...HINTS,
    ...hints,
    ...(split ? TEXT_HINTS : {}),
    ...(ofScene ? SCENE_HINTS : {}),
  }[question.route];
  return (
    <section className={styles.rest} aria-label="How to read it">
      <h2>How to read it</h2>
      <p>{look}</p>
      <p>
        <span className="soft">Usual: </span>
        {usual}
      </p>
      <p>
        <span className="soft">Next: </span>
        {next}
      </p>
      <dl>
        {words.map(([word, meaning]) => (
          <div key={word}>
            <dt>{word}</dt>
            <dd className="soft">{meaning}</dd>
          </div>
        ))}
      </dl>
      <p className="soft small">Select rows, a column or a dimension, and it is told of here.</p>
    </section>
  );
}
