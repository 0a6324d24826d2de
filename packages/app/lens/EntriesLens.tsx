import Button from '@mui/material/Button';
import type { Account } from '@wold/core/preparation/prepared';
import type { WordApart } from '@wold/core/vocabulary/wordsApart';
import { count, percent } from '@wold/core/writeup/format';
import { usePlacement, useWordsApart } from '../results/stages';
import { ProblemNote } from '../readings/Problem';
import { EntryText, useStrongWords } from '../readings/texts/EntryText';
import { selected } from '../store/studySlice';
import { useAppDispatch } from '../store/store';
import { useTable } from '../store/TableContext';
import { useHand, useRecipe } from '../store/useStudy';
import { rowName } from './rowName';
import styles from './Lens.module.css';

const MOST_WORDS = 12;
const MOST_TEXTS = 12;

/** The text of one entry, with the words that put it where it lies. */
export function OneEntry({ row, account }: { row: number; account: Account | null }) {
  const hand = useHand();
  const { value: placement } = usePlacement(hand);
  const strong = useStrongWords(hand, placement, row);
  const out = account?.rowsLeftOut.find(other => other.row === row);
  return (
    <>
      <EntryText row={row} strong={strong} />
      {out !== undefined && <p className="soft small">Left out: {out.because.join(', ')}.</p>}
      {strong.size > 0 && (
        <p className="soft small">
          Words of the vocabulary are marked; those that put it where it lies are underlined.
        </p>
      )}
    </>
  );
}

/** What sets some entries apart, and their texts. */
export function ManyEntries({ rows }: { rows: readonly number[] }) {
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  const { value: apart, problem } = useWordsApart(rows);
  const telling = new Set(apart?.more.slice(0, MOST_WORDS).map(({ word }) => word));
  return (
    <>
      {problem !== null && <ProblemNote problem={problem} />}
      {apart !== null && <Apart title="Words they hold more often" words={apart.more} />}
      {apart !== null && <Apart title="and less often" words={apart.less} />}
      <h3 className={styles.section}>The entries</h3>
      <ul aria-label="Selected entries" className={styles.entries}>
        {rows.slice(0, MOST_TEXTS).map(row => (
          <li key={row}>
            <Button className="small" onClick={() => dispatch(selected({ rows: [row] }))}>
              {rowName(table, recipe, row)}
            </Button>
            <EntryText row={row} strong={telling} most={260} />
          </li>
        ))}
      </ul>
      {rows.length > MOST_TEXTS && (
        <p className="soft small">and {count(rows.length - MOST_TEXTS, 'more', 'more')}, in the table</p>
      )}
    </>
  );
}

function Apart({ title, words }: { title: string; words: readonly WordApart[] }) {
  if (words.length === 0) return null;
  return (
    <>
      <h3 className={styles.section}>{title}</h3>
      <table className={styles.values} aria-label={title}>
        <tbody>
          {words.slice(0, MOST_WORDS).map(({ word, share, others }) => (
            <tr key={word}>
              <th scope="row" title={word}>
                {word}
              </th>
              <td>{percent(share)}</td>
              <td className="soft">others {percent(others)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
