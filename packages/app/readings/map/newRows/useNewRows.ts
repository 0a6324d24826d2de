import { useState } from 'react';
import type { ProblemData } from '@wold/core/problem';
import { withNewRowsFile } from '@wold/core/recipe/edit/newRows';
import { ownCount } from '@wold/core/table/newRows';
import { storageRefused } from '../../../storage/database';
import { storageProblem } from '../../../storage/storageProblem';
import { keepFile, loadFile } from '../../../storage/studies';
import { useTable } from '../../../store/TableContext';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { readTable } from '../../../workers/pool';
import { haveAtHand } from '../../../workers/tablesAtHand';

/** Brings rows of a second file to be placed, and lets them go again. */
export function useNewRows() {
  const table = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState<ProblemData | null>(null);

  async function bring(file: File): Promise<void> {
    setWorking(true);
    setProblem(await brought(file));
    setWorking(false);
  }

  async function brought(file: File): Promise<ProblemData | null> {
    const first = await loadFile(table.fileKey).catch(() => undefined);
    if (first === undefined) return NOT_KEPT;
    const { newRows: _, ...choices } = recipe.reading;
    const end = await readTable(first.content, first.name, choices, true, {
      content: file,
      name: file.name,
    }).end;
    if (end === 'stopped') return null;
    if ('problem' in end) return end.problem;
    const { table: read, notKept } = end.value;
    const { key } = read.newRows!;
    if (notKept !== null && storageRefused() === null) {
      const { what, remedy } = storageProblem(notKept);
      return { what: `the rows were read, but are not kept: ${what}`, where: file.name, remedy };
    }
    await keepFile(key, file.name, file);
    haveAtHand(read);
    edit(withNewRowsFile(recipe, { key, name: file.name }, ownCount(table)), 'new rows');
    return null;
  }

  const letGo = () => edit(withNewRowsFile(recipe, null, ownCount(table)), 'new rows');
  return { bring, letGo, working, problem };
}

const NOT_KEPT: ProblemData = {
  what: 'the file of this study is not kept in this browser, and its rows are read together with the new ones',
  where: null,
  remedy: 'Open it again from the start page.',
};
