import { useCallback, useState } from 'react';
import { useNavigate } from 'react-router';
import { problemData, type ProblemData } from '@wold/core/problem';
import type { Recipe } from '@wold/core/recipe/schema';
import type { CodebookEntry } from '@wold/core/table/codebook';
import { storageRefused } from '../storage/database';
import { storageProblem } from '../storage/storageProblem';
import { createStudy } from '../storage/studies';
import { readTable } from '../workers/pool';
import { haveAtHand } from '../workers/tablesAtHand';
import type { Open } from './opening';

/** Opens files, and says what is the matter with the last one. */
export function useOpening(): { readonly problem: ProblemData | null; readonly open: Open } {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<ProblemData | null>(null);
  const open = useCallback<Open>(
    async (file, fileName, studyName, codebook, recipe, as) => {
      setProblem(null);
      const end = await readTable(file, fileName, recipe?.reading).end;
      if (end === 'stopped') return;
      if ('problem' in end) return setProblem(end.problem);
      const { table, notKept } = end.value;
      let fitted: Recipe | undefined;
      try {
        if (recipe !== undefined) {
          const { fitRecipe } = await import('@wold/core/recipe/fitRecipe');
          fitted = fitRecipe(recipe, table);
        }
      } catch (thrown) {
        return setProblem(problemData(thrown));
      }
      try {
        if (notKept !== null && storageRefused() === null) throw notKept;
        haveAtHand(table);
        const study = await createStudy(
          table,
          studyName ?? table.name,
          file,
          codebook === undefined ? [] : await codebookOf(codebook),
          fitted,
          as?.hand,
        );
        if (as?.stay !== true) await navigate(`/study/${study.id}/table`);
      } catch (error) {
        const { what, remedy } = storageProblem(error);
        setProblem({ what: `the table was read, but is not kept: ${what}`, where: fileName, remedy });
      }
    },
    [navigate],
  );
  return { problem, open };
}

async function codebookOf(csv: string): Promise<readonly CodebookEntry[]> {
  const [{ readCodebook }, { readDelimited }] = await Promise.all([
    import('@wold/core/table/codebook'),
    import('@wold/core/table/readDelimited'),
  ]);
  return readCodebook(readDelimited(new TextEncoder().encode(csv), 'codebook.csv'));
}
