import type { Scoring, ScoresAsk } from '../engines/scoresStatement';
import { methodNamed } from '../methods/all';
import { namesOn } from '../methods/names';
import { wholeAskOf } from '../preparation/wholeAskOf';
import type { Account } from '../preparation/prepared';
import { Problem } from '../problem';
import type { Table } from '../table/table';
import { distinctNames } from '../table/distinctNames';
import { dimensionName } from '../writeup/dimensionName';
import { preparationFor } from './requests';
import type { Recipe, Reduction } from './schema';

/** What an engine needs to give its rows their scores. */
export interface EngineScores {
  readonly scoring: Scoring;
  readonly asked: ScoresAsk;
}

/**
 * How an engine gives all of its rows their scores on a reduction, by its own names of the columns.
 *
 * @param account of the reduction, which has fences where there are such
 * @throws Problem where scores are no sums of measures, or entries are treated as no engine does
 */
export function engineScores(
  recipe: Recipe,
  reduction: Reduction,
  result: object,
  { arranged }: Pick<Table, 'arranged'>,
  { wholeFences = null }: { readonly wholeFences?: Account['wholeFences'] | null } = {},
): EngineScores {
  const { title, scoring, placement } = methodNamed(reduction.settings.method);
  const linear = scoring?.(result) ?? null;
  if (linear === null) {
    throw new Problem(
      `${title.toLowerCase()} place rows by more than sums of their measures`,
      'Only the sample has places on it.',
      reduction.name,
    );
  }
  const preparation = preparationFor(recipe, reduction);
  const { weight: _w, only: _o, by: _b, ...asked } = wholeAskOf(preparation, arranged, null, wholeFences);
  const { measures } = asked;
  const inEngine = new Map(preparation.measures.map((name, j) => [name, measures[j]!]));
  const { names } = namesOn(reduction.names, placement(result).structure);
  const called = Array.from({ length: linear.coefficients.columns }, (_, d) => dimensionName(names, d + 1));
  return {
    scoring: {
      ...linear,
      measures: linear.measures.map(name => inEngine.get(name)!),
      names: distinctNames(called, [], (name, number) => `${name} ${number}`),
    },
    asked,
  };
}
