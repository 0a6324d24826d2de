import type { Matrix } from '../../algebra/matrix';
import { retention } from '../../dimensions/stages';
import { stretch } from '../../host';
import { shuffledScree } from '../../vocabulary/stages';
import type { FigureSource } from '../work';
import { spaceOf } from './ask';
import type { Components } from './components';
import { rowFigures } from './rowFigures';
import { LEADING, SHUFFLES, type ComponentsSettings } from './settings';
import * as stages from './stages';
import type { Kept } from './stages';

/** Every figure of a reduction by components but those that any placement of rows has. */
export async function componentsFigures(source: FigureSource<ComponentsSettings, Kept>): Promise<object> {
  const { settings, ask, preparation, rows, figure, host } = source;
  const { groupsBy, outcome, limit, retention: rules } = settings;
  const made = await figure(stages.components, ask, stretch(host, 0, 0.35));
  const votes = await figure(
    retention,
    { preparation, without: ask.without, settings: rules },
    stretch(host, 0.35, 0.7),
  );
  const distances = rows
    ? await figure(stages.distances, { ...spaceOf(ask), level: limit }, stretch(host, 0.7, 0.8))
    : null;
  const shuffled =
    preparation.words === null
      ? null
      : await figure(shuffledScree, {
          preparation: ask.preparation,
          ...{
            leading: typeof ask.leading === 'number' ? ask.leading : LEADING,
            shuffles: SHUFFLES,
            seed: rules.seed,
          },
        });
  return {
    votes,
    shuffled,
    ...('problem' in made ? made : componentFigures(made)),
    distances,
    rowFigures:
      distances === null || 'problem' in made
        ? null
        : rowFigures(made, 'problem' in distances ? null : distances),
    agreement:
      groupsBy === null || !rows
        ? null
        : await figure(stages.agreement, { ...ask, label: groupsBy }, stretch(host, 0.8, 0.9)),
    outcome:
      outcome === null || !rows
        ? null
        : await figure(stages.outcome, { ...ask, outcome, seed: rules.seed }, stretch(host, 0.9, 1)),
  };
}

function componentFigures(made: Components) {
  const { rows: _r, weights: _w, counts: _c, scores: _s, placedRows: _p, placedScores: _q, ...rest } = made;
  const squared = (matrix: Matrix): Matrix => ({
    ...matrix,
    values: matrix.values.map(value => value * value),
  });
  return {
    ...rest,
    // Of columns: what each adds to a dimension, and what each dimension holds of it.
    contributions: made.rotation === null ? squared(made.coefficients) : null,
    squaredCosines: squared(made.correlations),
  };
}
