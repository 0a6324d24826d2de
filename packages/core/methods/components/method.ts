import type { Method } from '../method';
import { keptOf } from './ask';
import type { Components } from './components';
import { componentsAgainWork } from './againWork';
import { componentsPlacement } from './placement';
import { keptRenamed, settingsRenamed } from './renamed';
import { freshComponents, type ComponentsSettings } from './settings';
import * as stages from './stages';
import type { Kept } from './stages';

/** Principal components (Pearson 1901; Hotelling 1933), rotated or as they are found. */
export const componentsMethod: Method<ComponentsSettings, Kept, Components, typeof stages> = {
  name: 'components',
  title: 'Components',
  doing: 'finding the dimensions of',
  ofCommonFactors: false,
  ofDistances: false,
  fresh: freshComponents,
  ask: keptOf,
  renamed: settingsRenamed,
  askRenamed: keptRenamed,
  stages: { ...stages },
  stage: stages.components,
  placement: componentsPlacement,
  ofMoments: () => true,
  scoring: ({ measures, means, divisors, coefficients }) => ({
    measures,
    means,
    units: divisors,
    coefficients,
  }),
  againWork: componentsAgainWork,
};
