import { columnOf, someColumns, someRows, zeros } from '../../algebra/matrix';
import { product } from '../../algebra/product';
import { rowSquares } from '../../algebra/rowSquares';
import { Problem } from '../../problem';
import type { DimensionsAnew, FoundAgain } from '../anew';
import { axesAgainWork } from './againWork';
import type { Discriminant } from './discriminant';
import { discriminate, labelled, type Labelled } from './discriminate';
import type { Groups } from './groups';

import type { DiscriminantAsk } from './stages';

/**
 * Axes found again from rows with a group that weigh otherwise, compared by the correlations of the measures with them
 * within the groups.
 */
export function axesFoundAnew(
  { prepared, columns, places }: Labelled,
  groups: Groups,
  found: Discriminant,
  ask: DiscriminantAsk & { readonly label: string },
): DimensionsAnew {
  const x = someRows(someColumns(prepared.values, columns), places);
  const own = { ...prepared, measures: found.measures, values: x, rows: found.rows, bytes: null };

  function again(times: Float64Array): FoundAgain | null {
    const there = Uint32Array.from(times.keys()).filter(i => times[i]! > 0);
    const rows = {
      ...own,
      values: someRows(x, there),
      rows: Uint32Array.from(there, i => own.rows[i]!),
      weights: Float64Array.from(there, i => times[i]!),
      counts: true,
      placedRows: new Uint32Array(0),
      placedValues: zeros(0, x.columns),
    };
    // A group of which no row was drawn leaves other groups to be parted.
    const met = new Set(Array.from(rows.rows, row => groups.group[row]!));
    if (met.size < groups.levels.length) return null;
    // By the same intensity as what was found: a resample of fewer different rows would be shrunk by itself otherwise.
    const made = discriminate(labelled(rows, [], groups), groups, {
      ...ask,
      keep: found.kept,
      shrinkage: found.shrunk,
    });
    // A measure that does not vary within the groups has no correlation with the axes there.
    const loadings = { ...made.structure, values: made.structure.values.map(value => value || 0) };
    return {
      values: made.eigenvalues,
      loadings,
      improper: false,
      places: (_, by) => {
        const scores = product(x, made.coefficients);
        for (let d = 0; d < scores.columns; d++) {
          const score = columnOf(scores, d);
          for (let i = 0; i < score.length; i++) score[i]! -= made.origin[d]!;
        }
        return product(scores, by);
      },
    };
  }

  return {
    rows: found.rows,
    weights: found.weights,
    counts: found.counts,
    lengths: rowSquares(x),
    measures: found.measures,
    values: found.eigenvalues,
    loadings: { ...found.structure, values: found.structure.values.map(value => value || 0) },
    turns: false,
    oblique: false,
    work: axesAgainWork(found),
    again: times => {
      try {
        return again(times);
      } catch (thrown) {
        if (thrown instanceof Problem) return null;
        throw thrown;
      }
    },
  };
}
