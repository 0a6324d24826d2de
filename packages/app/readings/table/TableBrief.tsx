import type { Dialect, Source } from '@wold/core/table/table';
import { count } from '../../charts/format';
import { Word } from '../../controls/Word';
import { useTable } from '../../store/TableContext';
import { useRecipe } from '../../store/useStudy';
import styles from './TableBrief.module.css';
import { summarise } from './summary';

const DELIMITERS: Readonly<Record<Dialect['delimiter'], string>> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
};
const MOST_NAMED = 12;

/** What was read, how, and what had to be decided. */
export function TableBrief() {
  const table = useTable();
  const recipe = useRecipe();
  const { rows, roles } = summarise(table, recipe);
  const { source, notes } = table;
  const others = recipe.columns.filter(({ role }) => role !== 'measure' && role !== 'label');
  return (
    <>
      {count(rows, 'row')} of “{table.name}”, read as {sourceWords(source)}; {count(roles.measure, 'measure')}
      , {count(roles.label, 'label')}
      {others.length > 0 && (
        <>
          {' and '}
          <Word
            settles="Columns that are neither measures nor labels"
            panel={() => (
              <ul className={styles.list}>
                {others.slice(0, MOST_NAMED).map(({ name, role }) => (
                  <li key={name}>
                    <strong>{name}</strong> <span className="soft">{role}</span>
                  </li>
                ))}
                {others.length > MOST_NAMED && (
                  <li className="soft">and {others.length - MOST_NAMED} more</li>
                )}
              </ul>
            )}
          >
            {count(others.length, 'other column')}
          </Word>
        </>
      )}
      {notes.length > 0 && (
        <>
          {'; '}
          <Word
            settles="Notes on how the file was read"
            panel={() => (
              <ul className={styles.list}>
                {notes.slice(0, 60).map((note, index) => (
                  <li key={index}>
                    {note.where && <strong>{note.where}. </strong>}
                    {note.what}
                  </li>
                ))}
              </ul>
            )}
          >
            {count(notes.length, 'note')} on reading
          </Word>
        </>
      )}
      .
    </>
  );
}

function sourceWords(source: Source): string {
  if (source.format !== 'delimited text') return source.format;
  const { encoding, delimiter, decimal } = source;
  const marks = decimal === '.' ? 'points' : 'commas';
  return `${encoding} with ${DELIMITERS[delimiter]} between entries and decimal ${marks}`;
}
