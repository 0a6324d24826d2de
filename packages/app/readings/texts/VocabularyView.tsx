import { LEFT_OUT_WORDS } from '@wold/core/words/leftOutWords';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import OutlinedInput from '@mui/material/OutlinedInput';
import TableSortLabel from '@mui/material/TableSortLabel';
import { useMemo, useState } from 'react';
import { withWordBack, withWordsAside, withWordsJoined } from '@wold/core/recipe/edit/words';
import type { Vocabulary } from '@wold/core/vocabulary/vocabulary';
import type { WordsSettings } from '@wold/core/words/settings';
import { count, percent } from '@wold/core/writeup/format';
import { fileStem } from '@wold/core/writeup/fileStem';
import { useRowWindow } from '../../controls/useRowWindow';
import { TakeOutMenu, type Numbers } from '../../outputs/TakeOutMenu';
import { useVocabulary } from '../../results/stages';
import { useEdit, useRecipe, useStudy } from '../../store/useStudy';
import { Resulting } from '../Problem';
import { useShowEntries } from './useShowEntries';
import styles from './VocabularyView.module.css';

const LINE_HEIGHT = 27;

type Order = 'word' | 'entries' | 'times' | 'leans';

/** The words of the study's text: how many entries hold each, where they lean to; to be set aside or joined. */
export function VocabularyView({ split }: { split: WordsSettings }) {
  const found = useVocabulary();
  return <Resulting reading={found}>{value => <Words vocabulary={value} split={split} />}</Resulting>;
}

function Words({ vocabulary, split }: { vocabulary: Vocabulary; split: WordsSettings }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { name } = useStudy();
  const show = useShowEntries();
  const [find, setFind] = useState('');
  const [order, setOrder] = useState<Order>('entries');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const { words, leans, leftOut } = vocabulary;
  const places = useMemo(() => sortedPlaces(vocabulary, order, find), [vocabulary, order, find]);
  const { scroller, lines, above, below } = useRowWindow(places.length, LINE_HEIGHT);
  const here = chosen.filter(word => words.includes(word));
  const most = vocabulary.entries.reduce((top, held) => Math.max(top, held), 1);
  const toggle = (word: string) =>
    setChosen(now => (now.includes(word) ? now.filter(other => other !== word) : [...now, word]));
  const done = () => setChosen([]);
  return (
    <div className={styles.vocabulary}>
      <div className={styles.head}>
        <OutlinedInput
          placeholder="find a word"
          value={find}
          onChange={event => setFind(event.target.value)}
          slotProps={{ input: { 'aria-label': 'find a word' } }}
        />
        <p className={styles.actions}>
          {here.length === 0 ? (
            <span className="soft small">Choose words to set aside or to join.</span>
          ) : (
            <>
              <Button
                variant="outlined"
                onClick={() => (edit(withWordsAside(recipe, here), 'words set aside'), done())}
              >
                Set {count(here.length, 'word')} aside
              </Button>
              {here.length > 1 && (
                <Button
                  variant="outlined"
                  onClick={() => (edit(withWordsJoined(recipe, here, here[0]!), 'words joined'), done())}
                >
                  Join as “{here[0]}”
                </Button>
              )}
              <Button onClick={() => show(here[0]!)}>Select entries with “{here[0]}”</Button>
              <Button onClick={done}>Choose none</Button>
            </>
          )}
        </p>
        <TakeOutMenu
          label="Vocabulary"
          fileStem={`${fileStem(name)}-vocabulary`}
          numbers={() => vocabularyNumbers(vocabulary)}
        />
      </div>
      <div className={styles.panes}>
        <div ref={scroller} className={styles.scroller} tabIndex={0} role="region" aria-label="Vocabulary">
          <table>
            <thead>
              <tr>
                <Head order={order} of="word" onOrder={setOrder}>
                  word
                </Head>
                <Head order={order} of="entries" onOrder={setOrder}>
                  entries
                </Head>
                <Head order={order} of="times" onOrder={setOrder}>
                  times
                </Head>
                {leans !== null && (
                  <Head order={order} of="leans" onOrder={setOrder}>
                    leans to, of {leans.label}
                  </Head>
                )}
              </tr>
            </thead>
            <tbody>
              {above > 0 && <tr style={{ height: above }} aria-hidden />}
              {lines.map(({ index }) => {
                const j = places[index]!;
                const word = words[j]!;
                return (
                  <tr key={word} data-chosen={here.includes(word)}>
                    <th scope="row">
                      <label title={word}>
                        <Checkbox checked={here.includes(word)} onChange={() => toggle(word)} />
                        <span>{word}</span>
                      </label>
                    </th>
                    <td className={styles.bar}>
                      <span style={{ width: `${(60 * vocabulary.entries[j]!) / most}%` }} aria-hidden />
                      {vocabulary.entries[j]!.toLocaleString('en')}
                    </td>
                    <td>{vocabulary.times[j]!.toLocaleString('en')}</td>
                    {leans !== null && (
                      <td className={styles.lean}>
                        <strong>{leans.levels[leans.to[j]!]}</strong> {percent(leans.share[j]!)},{' '}
                        <span className="soft">others {percent(leans.others[j]!)}</span>
                      </td>
                    )}
                  </tr>
                );
              })}
              {below > 0 && <tr style={{ height: below }} aria-hidden />}
            </tbody>
          </table>
          {places.length === 0 && <p className="soft">No word is called so.</p>}
        </div>
        <aside className={styles.side} aria-label="Words left out">
          <h2>Left out</h2>
          {leftOut.length === 0 && <p className="soft small">Every word is taken.</p>}
          <dl>
            {leftOut.map(({ why, words: of }) => (
              <div key={why}>
                <dt>{LEFT_OUT_WORDS[why]}</dt>
                <dd>{of.toLocaleString('en')}</dd>
              </div>
            ))}
          </dl>
          <Back title="Set aside by hand" words={split.aside.map(word => ({ word, into: null }))} />
          <Back title="Joined" words={split.joined.map(({ from, to }) => ({ word: from, into: to }))} />
        </aside>
      </div>
    </div>
  );
}

interface HeadProps {
  readonly order: Order;
  readonly of: Order;
  readonly onOrder: (order: Order) => void;
  readonly children: React.ReactNode;
}

function Head({ order, of, onOrder, children }: HeadProps) {
  return (
    <th scope="col" aria-sort={order === of ? (of === 'word' ? 'ascending' : 'descending') : undefined}>
      <TableSortLabel
        active={order === of}
        direction={of === 'word' ? 'asc' : 'desc'}
        onClick={() => onOrder(of)}
      >
        {children}
      </TableSortLabel>
    </th>
  );
}

interface BackProps {
  readonly title: string;
  readonly words: readonly { readonly word: string; readonly into: string | null }[];
}

/** Words that can be brought back. */
function Back({ title, words }: BackProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  if (words.length === 0) return null;
  return (
    <>
      <h2>{title}</h2>
      <ul>
        {words.map(({ word, into }) => (
          <li key={word}>
            <span title={word}>
              {word}
              {into !== null && <span className="soft"> as {into}</span>}
            </span>
            <Button
              className="small"
              aria-label={`Bring back ${word}`}
              onClick={() => edit(withWordBack(recipe, word), 'word brought back')}
            >
              bring back
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

function sortedPlaces(
  { words, entries, times, leans }: Vocabulary,
  order: Order,
  find: string,
): readonly number[] {
  const sought = find.trim().toLowerCase();
  const places = [...words.keys()].filter(j => words[j]!.toLowerCase().includes(sought));
  const apart = (j: number) => (leans === null ? 0 : leans.share[j]! - leans.others[j]!);
  const by: Readonly<Record<Exclude<Order, 'word'>, (j: number) => number>> = {
    entries: j => entries[j]!,
    times: j => times[j]!,
    leans: apart,
  };
  return order === 'word' ? places : places.sort((a, b) => by[order](b) - by[order](a) || a - b);
}

function vocabularyNumbers({ words, entries, times, leans }: Vocabulary): Numbers {
  const head = ['word', 'entries', 'times'];
  if (leans !== null) head.push(`leans to, of ${leans.label}`, 'share of its entries', 'share of others');
  return [
    head,
    ...words.map((word, j) => [
      word,
      String(entries[j]!),
      String(times[j]!),
      ...(leans === null
        ? []
        : [leans.levels[leans.to[j]!]!, String(leans.share[j]!), String(leans.others[j]!)]),
    ]),
  ];
}
