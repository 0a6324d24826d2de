import type { SampleOf } from '@wold/core/table/sampleOf';
import { sampleOf } from '@wold/core/table/table';
import { useAccount } from '../../results/stages';
import { SampleWord } from '../../engines/SampleWord';
import { count } from '@wold/core/writeup/format';
import { NumberWord, Word } from '../../controls/Word';
import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe } from '../../store/useStudy';
import { CodesWord } from './CodesWord';
import { CodebookWord } from './CodebookWord';
import { DoubtfulWord } from './DoubtfulWord';
import { HeadingsWord } from './HeadingsWord';
import { PicturesWord } from './PicturesWord';
import { ReadingWord } from './ReadingWord';
import { RowsWord } from './RowsWord';
import { SceneBrief } from '../../scenes/SceneBrief';
import { useScene } from '../../scenes/useScene';
import { ColumnWord } from '../texts/SplitBrief';
import { useSplit } from '../texts/useSplit';
import { summarise } from './summary';
import styles from './TableBrief.module.css';

const MOST_NOTES = 60;
const LARGEST_N = 1e9;

/** What was read, how, which of it is used, and what had to be decided. */
export function TableBrief() {
  const table = useTable();
  const recipe = useRecipe();
  const { rows, brought, roles } = summarise(table, recipe);
  const { source, notes } = table;
  const open = useScene();
  const sample = sampleOf(table);
  const split = useSplit();
  return (
    <>
      {open !== null ? (
        <SceneBrief open={open} />
      ) : sample !== null ? (
        <>
          A sample, <SampleWord sample={sample} />, of “{sample.table}” in {sample.source}, with{' '}
          <CodebookWord />; use <RowsWord of="only" />
          <ChangedNote sample={sample} />
        </>
      ) : table.matrix?.kind === 'distance' ? (
        <>
          Distances of {count(table.rows, 'row')} of “{table.name}” from one another, read as{' '}
          <ReadingWord source={source} />; use <RowsWord of="only" />
        </>
      ) : table.matrix === null ? (
        <>
          {count(rows, 'row')} of “{table.name}”
          {brought > 0 && `, and ${count(brought, 'row')} of “${table.newRows!.name}” to be placed`}, read as{' '}
          <ReadingWord source={source} />, with <CodebookWord />
          <HeadingsWord />; use <RowsWord of="only" />, place <RowsWord of="supplementary" /> without using
          them
        </>
      ) : (
        <>
          The {table.matrix.kind}s of {count(roles.measure, 'measure')} in “{table.name}”, read as{' '}
          <ReadingWord source={source} />, with <CodebookWord />, made from <CasesWord /> rows
        </>
      )}
      {split !== null && (
        <>
          ; reduce the words of <ColumnWord split={split} />
        </>
      )}
      <PicturesWord />
      <DoubtfulWord />
      <CodesWord />
      {notes.length > 0 && (
        <>
          {'; '}
          <Word
            settles="Notes on how the file was read"
            panel={() => (
              <ul className={styles.list}>
                {notes.slice(0, MOST_NOTES).map((note, index) => (
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

/** That the table has other rows by now than when the sample was taken. */
function ChangedNote({ sample }: { readonly sample: SampleOf }) {
  const { value } = useAccount();
  const now = value?.wholeRows;
  if (now === undefined || now === sample.of) return null;
  return <>; it has {count(now, 'row')} by now: take the sample anew</>;
}

/** How many rows a matrix of relations was made from. */
function CasesWord() {
  const recipe = useRecipe();
  const edit = useEdit();
  const { cases } = recipe.preparation;
  return (
    <NumberWord
      settles="Rows that the matrix was made from"
      value={cases}
      word={cases === null ? 'an unknown number of' : undefined}
      least={3}
      most={LARGEST_N}
      why="The report that prints the matrix says it. Tests and limits need it; loadings do not."
      onNumber={value => edit(withPreparation(recipe, { cases: Math.round(value) }), 'cases')}
    />
  );
}
