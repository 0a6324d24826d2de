import { Problem } from '../problem';
import { hasCases } from '../table/table';
import { worked, type Worked } from '../stages/worked';
import { methodNamed } from './all';
import { WORKS_OF_METHODS } from './lists/works';
import type { MethodWork } from './work';
import { withPlaced } from './placement';
import * as stages from './stages';

/** The kinds of files that reductions give, of every method. */
export const METHOD_FILES: readonly string[] = [
  'scores',
  ...new Set(WORKS_OF_METHODS.flatMap(({ files }) => files.map(({ kind }) => kind))),
];

/** The work of the method of that name. @throws RangeError where there is none */
export function workOf(name: string): MethodWork {
  const work = WORKS_OF_METHODS.find(({ method }) => method.name === name);
  if (work === undefined) throw new RangeError(`There is no work for the method “${name}”.`);
  return work;
}

/** The work of the stages of all methods. */
export const METHOD_WORKS: readonly Worked[] = [
  worked(stages.placement, async ({ reduced }, bench) => {
    if (!hasCases(bench.table)) {
      throw new Problem(
        'a table of relations has no rows to be placed on its dimensions.',
        'Open the table that it was made from.',
      );
    }
    const method = methodNamed(reduced.method);
    const { placing } = method;
    const result: unknown = await bench.need(method.stage, reduced.ask);
    const placement = method.placement(result);
    if (placing === undefined || reduced.placing === undefined || !placing.wanted(result)) return placement;
    return withPlaced(
      placement,
      await bench.need(placing.stage, { ...reduced.ask, placing: reduced.placing }),
    );
  }),
  ...WORKS_OF_METHODS.flatMap(({ works }) => works),
];
