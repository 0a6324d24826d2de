import { columnOf, zeros } from '../../../algebra/matrix';
import { partSeed } from '../../../algebra/random';
import { shuffled } from '../../../algebra/shuffled';
import type { AnyPrepared } from '../../../preparation/prepared';
import { Problem } from '../../../problem';
import { dealtOut } from '../../../vocabulary/shuffledScree';

/**
 * What is prepared with each measure dealt out anew among the rows: how measures go together is gone, all else is kept.
 *
 * @throws Problem where there are distances in the measures' place
 */
export function shuffledPrepared(prepared: AnyPrepared, seed: number): AnyPrepared {
  if (prepared.kind === 'words') return { ...prepared, sparse: dealtOut(prepared.sparse, seed) };
  if (prepared.kind !== 'rows') {
    throw new Problem(
      'the table holds relations, and no measures that could be dealt out anew.',
      'Open the table that they were made from.',
    );
  }
  const { rows: n, columns: p } = prepared.values;
  const values = zeros(n, p);
  for (let j = 0; j < p; j++) {
    const [from, to] = [columnOf(prepared.values, j), columnOf(values, j)];
    shuffled(n, partSeed(seed, j)).forEach((row, place) => (to[place] = from[row]!));
  }
  return { ...prepared, values, bytes: null };
}
