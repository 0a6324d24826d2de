import { crossProducts } from '@wold/core/algebra/crossProducts';
import { weighted } from '@wold/core/algebra/matrix';
import { symmetricEigen } from '@wold/core/algebra/symmetricEigen';
import { componentsFoundAnew } from '@wold/core/methods/components/anew';
import { decompose } from '@wold/core/methods/components/decompose';
import { keepComponents } from '@wold/core/methods/components/keepComponents';
import { toEnd } from '@wold/core/stages/course';
import { normalColumns, preparedOf } from '@wold/core/testTables';
import { drawsOf } from '@wold/core/trust/draws';
import { resamplesSteps } from '@wold/core/trust/resamples';
import { PLAIN_RESAMPLING } from '@wold/core/trust/resampling';

/** So many resamples of components against as many decompositions of correlations, with the cross-products they take. */
export function resamplesContest(n: number, p: number, times: number, keep: number) {
  const prepared = preparedOf(normalColumns(n, p, 1));
  const found = keepComponents(prepared, decompose(prepared), keep);
  const anew = componentsFoundAnew(prepared, found);
  const draws = drawsOf(anew, null);
  return {
    name: `${times} resamples of ${n} × ${p}, ${keep} components`,
    ours: () => toEnd(resamplesSteps(anew, draws, { ...PLAIN_RESAMPLING, times }), () => undefined),
    plain: () => {
      for (let b = 0; b < times; b++) {
        symmetricEigen(crossProducts(weighted(prepared.values, draws.anew(b, n))));
      }
    },
  };
}
