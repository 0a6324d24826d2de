import { LEFT_OUT_WORDS } from '@wold/core/words/leftOutWords';
import { useAccount, useVocabulary } from '../../results/stages';
import { Figures } from '../Figures';
import { AccountView } from '../preparation/AccountView';
import { Resulting } from '../Problem';
import styles from './Texts.module.css';

/** Which words are left of a text, which are left out and why, and the entries without any. */
export function SplitReading() {
  const account = useAccount();
  const { value: vocabulary } = useVocabulary();
  return (
    <Resulting reading={account}>
      {value => (
        <div className={styles.reading}>
          <Figures
            figures={[
              { value: value.rows.length.toLocaleString('en'), of: 'entries used' },
              { value: value.rowsLeftOut.length.toLocaleString('en'), of: 'entries left out' },
              { value: value.measures.length.toLocaleString('en'), of: 'words used' },
              ...(vocabulary?.leftOut ?? []).map(({ why, words }) => ({
                value: words.toLocaleString('en'),
                of: `words ${LEFT_OUT_WORDS[why]}`,
              })),
            ]}
          />
          <p className="soft small">
            The words themselves, with what they lean to, stand in the vocabulary of question 1.
          </p>
          <AccountView account={value} />
        </div>
      )}
    </Resulting>
  );
}
