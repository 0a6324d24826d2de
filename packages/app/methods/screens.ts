import type { MethodName } from '@wold/core/methods/all';
import { componentsScreens } from './components/screens';
import { discriminantScreens } from './discriminant/screens';
import { factorsScreens } from './factors/screens';
import { neighboursScreens } from './neighbours/screens';
import type { MethodScreens } from './method';

/** What each method puts on the screen. */
const METHOD_SCREENS: { readonly [M in MethodName]: MethodScreens<M> } = {
  components: componentsScreens,
  factors: factorsScreens,
  neighbours: neighboursScreens,
  discriminant: discriminantScreens,
};

/** What a method puts on the screen, for reductions by it. */
export const screensOf = (method: MethodName): MethodScreens => METHOD_SCREENS[method] as never;
