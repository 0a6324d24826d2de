import { retention } from '../../dimensions/stages';
import { stretch } from '../../host';
import type { FigureSource } from '../work';
import { besideAsk, costsAsk } from './ask';
import type { Factors } from './factors';
import { residualPairs } from './pairs';
import { meanPhi, remarksOn } from './remarks';
import { fadeOf } from './salience';
import type { FactorsSettings } from './settings';
import * as stages from './stages';
import type { FactorsAsk } from './stages';

/** Every figure of a reduction by common factors but those that any placement of rows has. */
export async function factorsFigures(source: FigureSource<FactorsSettings, FactorsAsk>): Promise<object> {
  const { settings, ask, preparation, rows, figure, host } = source;
  const { outcome, retention: rules } = settings;
  const made = await figure(stages.factors, ask, stretch(host, 0, 0.3));
  const kept = 'problem' in made ? 0 : made.rotated.pattern.columns;
  const beside = besideAsk(ask, settings);
  return {
    votes: await figure(
      retention,
      { preparation, without: ask.without, settings: rules },
      stretch(host, 0.3, 0.6),
    ),
    ...('problem' in made ? made : factorFigures(made, settings)),
    costs: await figure(stages.factorCosts, costsAsk(ask, kept), stretch(host, 0.6, 0.8)),
    comparison:
      beside === null
        ? null
        : await figure(stages.factorComparison, { of: ask, beside }, stretch(host, 0.8, 0.9)),
    outcome:
      outcome === null || !rows
        ? null
        : await figure(stages.outcomeOnFactors, { ...ask, outcome, seed: rules.seed }, stretch(host, 0.9, 1)),
  };
}

function factorFigures(made: Factors, settings: FactorsSettings) {
  const {
    rows: _r,
    weights: _w,
    counts: _c,
    rowScores: _s,
    placedRows: _p,
    placedScores: _q,
    scores,
    ...rest
  } = made;
  const threshold = fadeOf(settings, made.n);
  return {
    ...rest,
    scoring: scores,
    threshold,
    meanPhi: meanPhi(made),
    remarks: remarksOn(made, threshold),
    residualPairs: residualPairs(made),
  };
}
