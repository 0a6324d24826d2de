import type { MethodName } from '@wold/core/methods/all';
import { componentsWords } from './components/words';
import { discriminantWords } from './discriminant/words';
import { factorsWords } from './factors/words';
import { neighboursWords } from './neighbours/words';
import type { MethodWords } from './method';

/** What each method says of its results. */
const METHOD_WORDS: { readonly [M in MethodName]: MethodWords<M> } = {
  components: componentsWords,
  factors: factorsWords,
  neighbours: neighboursWords,
  discriminant: discriminantWords,
};

/** What a method says of its results, for reductions by it. */
export const wordsOf = (method: MethodName): MethodWords => METHOD_WORDS[method] as never;
