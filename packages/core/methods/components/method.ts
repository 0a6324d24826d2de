import type { Method } from '../method';
import { keptOf } from './ask';
import type { Components } from './components';
import { componentsPlacement } from './placement';
import { freshComponents, type ComponentsSettings } from './settings';
import { components, type Kept } from './stages';

/** Principal components (Pearson 1901; Hotelling 1933), rotated or as they are found. */
export const componentsMethod: Method<ComponentsSettings, Kept, Components> = {
  name: 'components',
  title: 'Components',
  fresh: freshComponents,
  ask: keptOf,
  stage: components,
  placement: componentsPlacement,
};
