import { stretch } from '../../host';
import type { FigureSource, NotHad } from '../work';
import type { PlacedOnMap } from './placing/placedOnMap';
import type { MapAgreement } from './quality';
import type { NeighboursSettings } from './settings';
import * as stages from './stages';
import type { NeighboursAsk } from './question';

/** Every figure of a neighbour map but those that any placement of rows has. */
export async function neighboursFigures({
  settings,
  ask,
  label,
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
  const judged = { ...ask, judgedAt: settings.judgedAt };
  const agreement = label === null ? null : await figure(stages.mapAgreement, { ...judged, label });
  const placed =
    made.notPlaced === 0
      ? null
      : await figure(stages.placedOnMap, { ...ask, placing: settings.placing }, stretch(host, 0.7, 0.8));
  const over = await figure(stages.truenessOverSizes, ask, host);
  const density = await figure(stages.distanceDensity, ask, host);
  const gapped = { kind: 'label', column: label ?? '' } as const;
  const gaps = label === null ? null : await figure(stages.mapGaps, { ...judged, gapped });
  const told = {
    map,
    apart: region,
    agreement: agreement === null ? null : agreementFigures(agreement),
    placed: placed === null ? null : placedFigures(placed),
    over,
    // Where each pair lies is a picture.
    distances: 'problem' in density ? density : { ...density, counts: undefined },
    gaps,
  };
  const quality = await figure(stages.mapQuality, judged, stretch(host, 0.8, 1));
  if ('problem' in quality) return { ...told, quality };
  const { keptEach: _k, trustworthinessEach: _t, continuityEach: _o, ...whole } = quality;
  return { ...told, quality: whole };
}

/** How far rows held out came out from where they are, without their places. */
function placedFigures(found: PlacedOnMap | NotHad): object {
  if ('problem' in found) return found;
  const { rows: out, truth: _t, placed: _p, ...heldOut } = found.heldOut;
  return { by: found.by, rows: found.rows.length, heldOut: { rows: out.length, ...heldOut } };
}

/** The agreement without each row's own. */
function agreementFigures(found: MapAgreement | NotHad): object {
  if ('problem' in found) return found;
  const { onMap, inTable, ...rest } = found;
  const { each: _m, ...map } = onMap;
  const { each: _t, ...table } = inTable;
  return { ...rest, onMap: map, inTable: table };
}
