import { useEffect, useMemo, useState } from 'react';
import type { ProblemData } from '@wold/core/problem';
import type { Components } from '@wold/core/components/components';
import { requestOf, scoreColumnsOf, withScoreColumn } from '@wold/core/recipe/scoreColumns';
import type { Recipe } from '@wold/core/recipe/schema';
import type { ScoreColumn } from '@wold/core/table/arrange';
import type { Table } from '@wold/core/table/table';
import { computeOn } from '../workers/pool';

interface Scored {
  readonly score: ScoreColumn;
  readonly components: Components | null;
}

/**
 * The table with the columns of scores that the recipe puts into it, computed in a worker one after the other. Until
 * they are there the last ones of the same names stand in for them.
 */
export function useScoredTable(
  arranged: Table | ProblemData | null,
  recipe: Recipe | null,
): Table | ProblemData | null {
  const base = arranged !== null && 'what' in arranged ? null : arranged;
  const wanted = JSON.stringify(recipe === null ? [] : scoreColumnsOf(recipe));
  const [done, setDone] = useState<readonly Scored[]>([]);
  useEffect(() => {
    const scores = JSON.parse(wanted) as ScoreColumn[];
    if (base === null || scores.length === 0) return undefined;
    let current = true;
    let ticket: ReturnType<typeof computeOn> | null = null;
    void (async () => {
      let table = base;
      const found: Scored[] = [];
      for (const score of scores) {
        ticket = computeOn(table, requestOf(score), `scores for ${score.name}`);
        const outcome = await ticket.outcome;
        if (!current) return;
        const components = outcome !== 'stopped' && 'value' in outcome ? (outcome.value as Components) : null;
        found.push({ score, components });
        table = withScoreColumn(table, score, components);
      }
      setDone(found);
    })();
    return () => {
      current = false;
      ticket?.stop();
    };
  }, [base, wanted]);
  const table = useMemo(() => {
    if (base === null) return null;
    let scored = base;
    for (const { name } of JSON.parse(wanted) as ScoreColumn[]) {
      const ready = done.find(({ score }) => score.name === name);
      if (ready === undefined) break;
      scored = withScoreColumn(scored, ready.score, ready.components);
    }
    return scored;
  }, [base, wanted, done]);
  return table ?? arranged;
}
