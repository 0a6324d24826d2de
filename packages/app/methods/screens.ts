import type { MethodName } from '@wold/core/methods/all';
import { componentsScreens } from './components/screens';
import type { MethodScreens } from './method';

/** What each method puts on the screen. */
export const METHOD_SCREENS: Readonly<Record<MethodName, MethodScreens>> = { components: componentsScreens };
