import { randomPart } from '../dimensions/parallelAnalysis';
import type { Errand } from '../host';
import { delimitedPart } from '../table/delimitedPart';
import { secondColumns } from '../table/readParquet';

/** All that a second thread can be asked to do. */
const ERRANDS: readonly Errand<never, unknown>[] = [delimitedPart, secondColumns, randomPart];

/** The share of that name. @throws RangeError where there is none */
export function errandNamed(name: string): Errand<never, unknown> {
  const share = ERRANDS.find(other => other.name === name);
  if (share === undefined) throw new RangeError(`There is no errand called “${name}”.`);
  return share;
}
