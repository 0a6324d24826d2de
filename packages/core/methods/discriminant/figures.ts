import { stretch } from '../../host';
import type { FigureSource } from '../work';
import type { DiscriminantSettings } from './settings';
import { isQuickToPermute } from './permuted';
import * as stages from './stages';
import type { DiscriminantAsk } from './stages';

/** Every figure of discriminant axes but those that any placement of rows has. */
export async function discriminantFigures({
  settings: { priors, folds, seed },
  ask,
  rows,
  figure,
  host,
}: FigureSource<DiscriminantSettings, DiscriminantAsk>): Promise<object> {
  const made = await figure(stages.discriminant, ask, stretch(host, 0, 0.5));
  const told = rows
    ? await figure(stages.told, { ...ask, priors, folds, seed }, stretch(host, 0.5, 1))
    : null;
  if ('problem' in made) return { ...made, told };
  const permuted =
    rows && isQuickToPermute(made) ? await figure(stages.permuted, { ...ask, seed }, host) : null;
  const {
    rows: _r,
    group: _g,
    weights: _w,
    counts: _c,
    scores: _s,
    placedRows: _p,
    placedScores: _q,
    ...rest
  } = made;
  return { ...rest, permuted, told };
}
