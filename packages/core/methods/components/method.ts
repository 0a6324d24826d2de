import type { Method } from '../method';
import { keptOf } from './ask';
import type { Components } from './components';
import { componentsPlacement } from './placement';
import { freshComponents, type ComponentsSettings } from './settings';
import * as stages from './stages';
import type { Kept } from './stages';

/** Principal components (Pearson 1901; Hotelling 1933), rotated or as they are found. */
export const componentsMethod: Method<ComponentsSettings, Kept, Components, typeof stages> = {
  name: 'components',
  title: 'Components',
  fresh: freshComponents,
  ask: keptOf,
  stages: { ...stages },
  stage: stages.components,
  placement: componentsPlacement,
};
