import type { MethodName } from '@wold/core/methods/all';
import { componentsWords } from './components/words';
import type { MethodWords } from './method';

/** What each method says of its results. */
export const METHOD_WORDS: Readonly<Record<MethodName, MethodWords>> = { components: componentsWords };
