import { stretch } from '../../host';
import type { FigureSource } from '../work';
import type { NeighboursSettings } from './settings';
import * as stages from './stages';
import type { NeighboursAsk } from './question';

/** Every figure of a neighbour map but those that any placement of rows has. */
export async function neighboursFigures({
  settings,
  ask,
  figure,
  host,
}: FigureSource<NeighboursSettings, NeighboursAsk>): Promise<object> {
  const made = await figure(stages.neighbourMap, ask, stretch(host, 0, 0.7));
  if ('problem' in made) return { map: made };
  const { rows: _r, at: _a, weights: _w, counts: _c, ...map } = made;
  const { apart } = settings;
  const region =
    apart === null || apart === 'selected'
      ? null
      : await figure(stages.setApart, { ...ask, region: { kind: 'level', ...apart } });
  const quality = await figure(
    stages.mapQuality,
    { ...ask, judgedAt: settings.judgedAt },
    stretch(host, 0.7, 1),
  );
  if ('problem' in quality) return { map, quality, apart: region };
  const { keptEach: _k, trustworthinessEach: _t, continuityEach: _o, ...whole } = quality;
  return { map, quality: whole, apart: region };
}
