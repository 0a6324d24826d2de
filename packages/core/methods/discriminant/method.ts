import type { Method } from '../method';
import type { Discriminant } from './discriminant';
import { axesAgainWork } from './againWork';
import { discriminantPlacement } from './placement';
import { askRenamed, settingsRenamed } from './renamed';
import { freshDiscriminant, type DiscriminantSettings } from './settings';
import * as stages from './stages';
import type { DiscriminantAsk } from './stages';

/** Axes along which the levels of a label lie farthest apart (Fisher 1936; Rao 1948). */
export const discriminantMethod: Method<DiscriminantSettings, DiscriminantAsk, Discriminant, typeof stages> =
  {
    name: 'discriminant',
    title: 'Discriminant axes',
    doing: 'finding the axes of',
    ofCommonFactors: false,
    ofDistances: false,
    fresh: freshDiscriminant,
    ask: (preparation, without, { label, unknown, keep, shrinkage }) => ({
      preparation,
      without,
      label,
      unknown,
      keep,
      shrinkage,
    }),
    renamed: settingsRenamed,
    askRenamed,
    stages: { ...stages },
    stage: stages.discriminant,
    placement: discriminantPlacement,
    ofMoments: () => true,
    scoring: ({ measures, means, divisors, coefficients, origin }) => ({
      measures,
      means,
      units: divisors,
      coefficients,
      origin,
    }),
    usedWhere: ({ label, levels }) => [{ column: label, levels }],
    againWork: axesAgainWork,
  };
