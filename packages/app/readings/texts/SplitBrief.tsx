import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import { readsAsText } from '@wold/core/table/role';
import { findColumn } from '@wold/core/table/table';
import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { withoutSplit, withSplit, withWords } from '@wold/core/recipe/edit/words';
import { LANGUAGES, type Language } from '@wold/core/words/languages';
import type { WordsSettings } from '@wold/core/words/settings';
import { count, percent } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord, Word } from '../../controls/Word';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import form from '../../theme/form.module.css';

const languageNamed = (language: Language): string => language[0]!.toUpperCase() + language.slice(1);

const WEIGHING_WORDS = [
  {
    value: 'tf-idf' as const,
    name: 'tf–idf',
    when: 'count × (ln((1 + entries) / (1 + entries with the word)) + 1): words that few entries hold say more.',
  },
  { value: 'counts' as const, name: 'counts', when: 'How often a word stands in an entry.' },
  {
    value: 'log counts' as const,
    name: 'log counts',
    when: 'ln(1 + count): a word said ten times is not ten words.',
  },
  {
    value: 'presence' as const,
    name: 'presence',
    when: 'Whether a word is there at all: very short entries.',
  },
];

/** Scales that mean something to words. */
const SCALES = [
  {
    value: 'centre' as const,
    name: 'about their mean',
    when: 'Dimensions tell how entries differ; words of many entries weigh more.',
  },
  {
    value: 'none' as const,
    name: 'from the origin',
    when: 'Dimensions are taken about zero: the first is what all entries share.',
  },
  {
    value: 'unit-variance' as const,
    name: 'at unit variance',
    when: 'Every word counts alike, rare ones too.',
  },
];

/** How a column of text is split into words, and what their counts are made into. */
export function SplitBrief({ split }: { split: WordsSettings }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { scale } = recipe.preparation;
  const set = (change: Partial<WordsSettings>, of: string) => edit(withWords(recipe, change), `words ${of}`);
  return (
    <>
      Split <ColumnWord split={split} /> into{' '}
      <ChoiceWord
        settles="What words are made of"
        value={split.characters}
        choices={[
          { value: 'letters' as const, name: 'words of letters', when: 'Numbers say nothing here.' },
          {
            value: 'letters and digits' as const,
            name: 'words of letters and digits',
            when: 'Numbers and codes are words as well.',
          },
        ]}
        onChoose={characters => set({ characters }, 'characters')}
      />
      ,{' '}
      <ChoiceWord
        settles="Capitals"
        value={split.fold}
        choices={[
          { value: true, name: 'capitals as small letters', when: 'Jug and jug are one word.' },
          { value: false, name: 'capitals as they are', when: 'Names and initials matter.' },
        ]}
        onChoose={fold => set({ fold }, 'case')}
      />
      ,{' '}
      <ChoiceWord
        settles="Forms of a word"
        value={split.stem}
        word={split.stem === null ? 'forms kept apart' : `${languageNamed(split.stem)} forms joined`}
        choices={[
          { value: null, name: 'forms kept apart', when: 'Jug and jugs are two words.' },
          ...LANGUAGES.map(language => ({
            value: language,
            name: `${languageNamed(language)} forms joined`,
            when: language === 'english' ? 'By their stem (Porter 2001), called by the commonest form.' : '',
          })),
        ]}
        onChoose={stem => set({ stem }, 'forms')}
      />
      ,{' '}
      <ChoiceWord
        settles="Single words or pairs"
        value={split.pairs}
        choices={[
          { value: false, name: 'single words', when: 'Each word by itself.' },
          {
            value: true,
            name: 'single words and pairs',
            when: 'Two words that follow each other are a word as well; many more words.',
          },
        ]}
        onChoose={pairs => set({ pairs }, 'pairs')}
      />
      ; leave out{' '}
      <ChoiceWord
        settles="Common words of a language"
        value={split.common}
        word={split.common === null ? 'no common words' : `common ${languageNamed(split.common)} words`}
        choices={[
          { value: null, name: 'no common words', when: 'Or a language of which no list is at hand.' },
          ...LANGUAGES.map(language => ({
            value: language,
            name: `common ${languageNamed(language)} words`,
            when: language === 'english' ? 'the, of, with … which hardly tell entries apart.' : '',
          })),
        ]}
        onChoose={common => set({ common }, 'common')}
      />
      , <OwnListWord split={split} />, words of fewer than{' '}
      <NumberWord
        settles="Characters of the shortest word"
        value={split.shortest}
        least={1}
        most={50}
        why="Scripts whose words are single characters want 1."
        onNumber={shortest => set({ shortest: Math.round(shortest) }, 'shortest')}
      />{' '}
      characters, in fewer than{' '}
      <NumberWord
        settles="Entries that hold a word at least"
        value={split.fewest}
        least={1}
        most={1e9}
        why="A word that hardly any entry holds says nothing of the others. Many entries allow more."
        onNumber={fewest => set({ fewest: Math.round(fewest) }, 'fewest')}
      />{' '}
      entries or more than{' '}
      <NumberWord
        settles="Per cent of the entries that hold a word at most"
        value={100 * split.most}
        word={percent(split.most)}
        least={0.01}
        most={100}
        why="A word that most entries hold hardly tells them apart."
        onNumber={share => set({ most: share / 100 }, 'most')}
      />{' '}
      of them; weigh by{' '}
      <ChoiceWord
        settles="What counts are made into"
        value={split.weighing}
        choices={WEIGHING_WORDS}
        onChoose={weighing => set({ weighing }, 'weighing')}
      />
      ,{' '}
      <ChoiceWord
        settles="The length of entries"
        value={split.unitLength}
        choices={[
          { value: true, name: 'entries of one length', when: 'Long texts count no more than short ones.' },
          { value: false, name: 'entries as long as they are', when: 'How much is said matters.' },
        ]}
        onChoose={unitLength => set({ unitLength }, 'length')}
      />
      ; take words{' '}
      <ChoiceWord
        settles="How words are made comparable"
        value={scale as (typeof SCALES)[number]['value']}
        choices={SCALES}
        onChoose={value => edit(withPreparation(recipe, { scale: value }), 'scale')}
      />
      .
    </>
  );
}

/** Which column is split; or none, so that columns of numbers are the measures again. */
/** The text whose words are reduced, and which others could be. */
export function ColumnWord({ split }: { split: WordsSettings }) {
  const recipe = useRecipe();
  const nameOf = useShortName();
  const edit = useEdit();
  const { rows } = useTable();
  const texts = useTexts();
  return (
    <>
      <ChoiceWord
        settles="Which text is split"
        value={split.column as string | null}
        word={nameOf(split.column, 24)}
        choices={[
          ...texts.map(({ name }) => ({ value: name, name: nameOf(name, 40), when: '' })),
          { value: null, name: 'no text', when: 'Columns of numbers are the measures again.' },
        ]}
        onChoose={column =>
          edit(column === null ? withoutSplit(recipe) : withSplit(recipe, column, rows), 'text that is split')
        }
      />
      {texts.length > 1 && ` (one of ${texts.length} columns of text)`}
    </>
  );
}

/** Columns that are texts, or read as one though they have another role. */
function useTexts(): readonly { readonly name: string }[] {
  const recipe = useRecipe();
  const table = useTable();
  return useMemo(
    () =>
      recipe.columns.filter(({ name, role }) => {
        const column = findColumn(table, name);
        return role === 'text' || (column !== undefined && role !== 'label' && readsAsText(column));
      }),
    [recipe.columns, table],
  );
}

/** Offers to split a text, where the table has one. */
export function SplitWord() {
  const recipe = useRecipe();
  const table = useTable();
  const nameOf = useShortName();
  const edit = useEdit();
  const texts = useTexts();
  if (texts.length === 0 || table.matrix !== null) return null;
  return (
    <>
      ; split{' '}
      <ChoiceWord
        settles="A text whose words are the measures"
        value={null as string | null}
        choices={[
          { value: null, name: 'no text', when: 'Columns of numbers are the measures.' },
          ...texts.map(({ name }) => ({
            value: name,
            name: nameOf(name, 40),
            when: 'Its words become the measures; columns of numbers stay for colour and size.',
          })),
        ]}
        onChoose={column =>
          column !== null && edit(withSplit(recipe, column, table.rows), 'text that is split')
        }
      />{' '}
      into words
    </>
  );
}

/** Words left out by a list of one's own. */
function OwnListWord({ split }: { split: WordsSettings }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { aside } = split;
  return (
    <Word
      settles="Words of your own that are left out"
      panel={close => (
        <OwnList
          aside={aside}
          onAside={words => {
            edit(withWords(recipe, { aside: words }), 'words of your own');
            close();
          }}
        />
      )}
    >
      {aside.length === 0 ? 'no words of your own' : `${count(aside.length, 'word')} of your own`}
    </Word>
  );
}

function OwnList({ aside, onAside }: { aside: readonly string[]; onAside: (words: string[]) => void }) {
  const [text, setText] = useState(aside.join('\n'));
  return (
    <form
      className={form.form}
      style={{ width: 300, padding: 8 }}
      onSubmit={event => {
        event.preventDefault();
        const words = text.split(/[\n,;]/).map(word => word.trim().slice(0, 160));
        onAside([...new Set(words.filter(word => word !== ''))]);
      }}
    >
      <TextField
        label="One word a line, or with commas"
        multiline
        minRows={4}
        maxRows={12}
        fullWidth
        autoFocus
        value={text}
        onChange={event => setText(event.target.value)}
      />
      <div className={form.line}>
        <Button type="submit" variant="outlined">
          Leave these out
        </Button>
      </div>
      <p className="soft small">Words set aside in the vocabulary of question 1 stand here too.</p>
    </form>
  );
}
