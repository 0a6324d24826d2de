import { useState } from 'react';
import type { ProblemData } from '@wold/core/problem';
import { rereadRecipe } from '@wold/core/recipe/fresh';
import type { ReadingChoices } from '@wold/core/table/readingChoices';
import { storageRefused } from '../../storage/database';
import { storageProblem } from '../../storage/storageProblem';
import { loadFile } from '../../storage/studies';
import { useTable } from '../../store/TableContext';
import { useAppDispatch } from '../../store/store';
import { selected } from '../../store/studySlice';
import { useEdit, useRecipe } from '../../store/useStudy';
import { readTable } from '../../workers/pool';
import { haveAtHand } from '../../workers/tablesAtHand';

/** Reads the study's file in another way; whether that is under way; and what stood in its way, null where nothing did. */
export function useReread() {
  const table = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const [working, setWorking] = useState(false);
  async function reread(choices: ReadingChoices): Promise<ProblemData | null> {
    const file = await loadFile(table.fileKey).catch(() => undefined);
    if (file === undefined) return FILE_NOT_KEPT;
    setWorking(true);
    const end = await readTable(file.content, file.name, choices).end;
    setWorking(false);
    if (end === 'stopped') return null;
    if ('problem' in end) return end.problem;
    const { table: read, notKept } = end.value;
    if (notKept !== null && storageRefused() === null) {
      const { what, remedy } = storageProblem(notKept);
      return { what: `the table was read, but is not kept: ${what}`, where: file.name, remedy };
    }
    haveAtHand(read);
    // What was selected may be other rows now.
    dispatch(selected({}));
    edit(rereadRecipe(recipe, table, read, choices as typeof recipe.reading), 'reading');
    return null;
  }
  return { reread, working };
}

export const FILE_NOT_KEPT: ProblemData = {
  what: 'the file is not kept in this browser',
  where: null,
  remedy: 'Open it again from the start page.',
};
