import type { Method } from '../method';
import { factorsAsk } from './ask';
import type { Factors } from './factors';
import { factorsAgainWork } from './againWork';
import { factorsPlacement } from './placement';
import { askRenamed, settingsRenamed } from './renamed';
import { freshFactors, type FactorsSettings } from './settings';
import * as stages from './stages';
import type { FactorsAsk } from './stages';

/** Common factors (Spearman 1904; Thurstone 1947): what measures share, apart from what each has by itself. */
export const factorsMethod: Method<FactorsSettings, FactorsAsk, Factors, typeof stages> = {
  name: 'factors',
  title: 'Factors',
  doing: 'finding the dimensions of',
  ofCommonFactors: true,
  ofDistances: false,
  fresh: freshFactors,
  ask: factorsAsk,
  renamed: settingsRenamed,
  askRenamed,
  stages: { ...stages },
  stage: stages.factors,
  placement: factorsPlacement,
  ofMoments: ({ correlations }) => correlations === 'pearson',
  scoring: ({ measures, centres, units, scores }) =>
    'what' in scores ? null : { measures, means: centres, units, coefficients: scores.coefficients },
  againWork: factorsAgainWork,
};
