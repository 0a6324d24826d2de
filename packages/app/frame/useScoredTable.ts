import { useEffect, useMemo, useState } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import type { ProblemData } from '@wold/core/problem';
import { scoreColumnsOf, withScoreColumn } from '@wold/core/recipe/scoreColumns';
import type { Recipe } from '@wold/core/recipe/schema';
import type { ScoreColumn } from '@wold/core/table/arrangement';
import type { Table } from '@wold/core/table/table';
import { computeOn } from '../workers/pool';
import { heldOnce } from '../workers/heldOnce';

interface Scored {
  readonly score: ScoreColumn;
  readonly placement: Placement | null;
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
        const request = { stage: 'placement', reduced: score.request } as const;
        ticket = computeOn(table, request as never, `scores for ${score.name}`);
        const end = await ticket.end;
        if (!current) return;
        const placement = end !== 'stopped' && 'value' in end ? (end.value as Placement) : null;
        found.push({ score, placement });
        table = withScoreColumn(table, score, placement);
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
      scored = withScoreColumn(scored, ready.score, ready.placement);
    }
    return heldOnce(scored);
  }, [base, wanted, done]);
  return table ?? arranged;
}
