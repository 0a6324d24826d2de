import { randomPart } from '../dimensions/parallelAnalysis';
import type { Share } from '../host';
import { delimitedPart } from '../table/delimitedPart';
import { secondColumns } from '../table/readParquet';

/** All that a second thread can be asked to do. */
const SHARES: readonly Share<never, unknown>[] = [delimitedPart, secondColumns, randomPart];

/** The share of that name. @throws RangeError where there is none */
export function shareNamed(name: string): Share<never, unknown> {
  const share = SHARES.find(other => other.name === name);
  if (share === undefined) throw new RangeError(`There is no share called “${name}”.`);
  return share;
}
