import { coefficient, fixed, percent } from '@wold/core/writeup/format';
import { fileStem } from '@wold/core/writeup/fileStem';
import { TakeOutMenu } from '../../outputs/TakeOutMenu';
import { useRelatedWords } from '../../results/stages';
import { useStudy } from '../../store/useStudy';
import { Figures } from '../Figures';
import { Resulting } from '../Problem';
import styles from './Texts.module.css';

/** What speaks for reducing the words of a text: how sparse they are, how many an entry holds, which go together. */
export function RelatedWordsReading() {
  const found = useRelatedWords();
  const { name } = useStudy();
  return (
    <Resulting reading={found}>
      {({ entries, words, filled, perEntry, pairs }) => (
        <div className={styles.reading}>
          <div className={styles.head}>
            <h2>
              {pairs.length === 0
                ? 'No two words stand together more often than by chance'
                : `“${pairs[0]!.words[0]}” and “${pairs[0]!.words[1]}” go together most`}
            </h2>
            <TakeOutMenu
              label="Pairs of words"
              fileStem={`${fileStem(name)}-pairs`}
              numbers={() => [
                ['word', 'other word', 'entries with both', 'phi'],
                ...pairs.map(({ words: [one, other], both, phi }) => [one, other, String(both), String(phi)]),
              ]}
            />
          </div>
          <Figures
            figures={[
              { value: entries.toLocaleString('en'), of: 'entries' },
              { value: words.toLocaleString('en'), of: 'words' },
              { value: percent(filled, 1), of: 'of the cells are filled' },
              { value: fixed(perEntry.mean, 1), of: 'different words an entry' },
              { value: `${perEntry.fewest}–${perEntry.most}`, of: 'fewest and most' },
            ]}
          />
          <div className={styles.panes}>
            <div className={styles.pairs} tabIndex={0} role="region" aria-label="Words that go together">
              <table>
                <thead>
                  <tr>
                    <th scope="col">words that go together</th>
                    <th scope="col">entries with both</th>
                    <th scope="col" title="Correlation of holding the one with holding the other">
                      φ
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {pairs.map(({ words: [one, other], both, phi }) => (
                    <tr key={`${one} ${other}`}>
                      <th scope="row">
                        {one} · {other}
                      </th>
                      <td>{both.toLocaleString('en')}</td>
                      <td className={styles.bar}>
                        <span style={{ width: `${80 * phi}px` }} aria-hidden />
                        {coefficient(phi)}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            <div className={styles.aside}>
              <h3>What speaks for it</h3>
              <p>
                Words that go together are what dimensions are made of. Few cells are filled, so a word by
                itself tells little: dimensions gather words that say the same.
              </p>
              <h3>What does not apply</h3>
              <p>
                Sampling adequacy and Bartlett’s test are of measures that vary evenly in all rows. Words are
                absent from most entries, and entries of unit length share their room: the tests would speak
                for reducing whatever the text.
              </p>
            </div>
          </div>
        </div>
      )}
    </Resulting>
  );
}
