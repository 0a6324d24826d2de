import * as clusters from '../clusters/stages';
import * as dimensions from '../dimensions/stages';
import { METHOD_STAGES } from '../methods/all';
import * as methods from '../methods/stages';
import * as preparation from '../preparation/stages';
import { keyOf } from '../stages/key';
import type { AnyStage, AskOf, OutOf } from '../stages/stage';
import * as suitability from '../suitability/stages';
import * as trust from '../trust/stages';
import * as use from '../use/stages';
import * as vocabulary from '../vocabulary/stages';
import * as table from './tableStages';

/** Every kind of result that can be asked for by name. */
export const STAGES = {
  ...table,
  ...preparation,
  ...vocabulary,
  ...suitability,
  ...dimensions,
  ...METHOD_STAGES,
  ...methods,
  ...use,
  ...clusters,
  ...trust,
};

type Stages = typeof STAGES;
export type StageName = keyof Stages;

/**
 * A result asked for: a stage by its name, and just those parts of a recipe that it depends on, so that a result is out
 * of date exactly when its request has changed. Plain data, so that it goes to workers.
 */
export type Request = { [N in StageName]: { readonly stage: N } & AskOf<Stages[N]> }[StageName];
export type Results = { [N in StageName]: OutOf<Stages[N]> };
export type ResultOf<R extends { readonly stage: StageName }> = Results[R['stage']];

/** The stage of a request, and what it is asked. */
export function askedOf(request: Request): { readonly stage: AnyStage; readonly ask: object } {
  const { stage, ...ask } = request;
  return { stage: STAGES[stage], ask };
}

/** The name under which the result of a request on a table is kept. */
export function requestKey(tableKey: string, request: Request): string {
  const { stage, ask } = askedOf(request);
  return keyOf(tableKey, stage, ask);
}
