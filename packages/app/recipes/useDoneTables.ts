import { useEffect, useRef, useState } from 'react';
import type { AskFigures } from '@wold/core/methods/work';
import { problemData } from '@wold/core/problem';
import { doneTable, notDone, type DoneTable } from '@wold/core/recipe/sideBySide';
import type { Recipe } from '@wold/core/recipe/schema';
import type { Request } from '@wold/core/recipe/stages';
import type { Table } from '@wold/core/table/table';
import { computeOn, readTable } from '../workers/pool';

/** The study's own table and others by its recipe, one after the other, as they are done; until it is unmounted. */
export function useDoneTables(own: Table, recipe: Recipe, files: readonly File[]): readonly DoneTable[] {
  const [done, setDone] = useState<readonly DoneTable[]>([]);
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    // Scores in the table are of its own rows.
    const plain = { ...recipe, scores: [], columns: recipe.columns.filter(isNoScore(recipe)) };
    const work = async (): Promise<void> => {
      setDone([await doneTable(own.name, recipe, findOn(own))]);
      for (const file of files) {
        const one = await doneFile(file, plain);
        setDone(now => [...now, one]);
      }
    };
    void work();
  }, [own, recipe, files]);
  return done;
}

const isNoScore =
  ({ scores }: Recipe) =>
  ({ name }: Recipe['columns'][number]): boolean =>
    !scores.some(score => score.name === name);

async function doneFile(file: File, recipe: Recipe): Promise<DoneTable> {
  const { newRows: _, ...reading } = recipe.reading;
  const read = await readTable(file, file.name, reading, false).end;
  if (read === 'stopped') return notDone(file.name, 'It was stopped.');
  if ('problem' in read) return notDone(file.name, `${read.problem.what} ${read.problem.remedy}`);
  try {
    const [{ fitRecipe }, { arrange }, { arrangementOf }] = await Promise.all([
      import('@wold/core/recipe/fitRecipe'),
      import('@wold/core/table/arrange'),
      import('@wold/core/recipe/arrangementOf'),
    ]);
    const fitted = fitRecipe({ ...recipe, reading }, read.value.table);
    const table = arrange(read.value.table, arrangementOf(fitted));
    return await doneTable(file.name, fitted, findOn(table));
  } catch (thrown) {
    const { what, remedy } = problemData(thrown);
    return notDone(file.name, `${what} ${remedy}`);
  }
}

/** Results of a table from the workers. */
const findOn =
  (table: Table): AskFigures =>
  async (stage, ask) => {
    const request = { ...(ask as object), stage: stage.name } as Request;
    const end = await computeOn(table, request, `running the recipe on ${table.name}`).end;
    if (end === 'stopped') return { problem: { what: 'it was stopped.', remedy: '', where: null } };
    return 'problem' in end ? { problem: end.problem } : (end.value as never);
  };
