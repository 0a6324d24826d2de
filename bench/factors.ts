import { crossProducts } from '@wold/core/algebra/crossProducts';
import { columnOf, zeros, type Matrix } from '@wold/core/algebra/matrix';
import { seededRandom } from '@wold/core/algebra/random';
import { symmetricEigen } from '@wold/core/algebra/symmetricEigen';
import { extract } from '@wold/core/methods/factors/extract';
import { rotateLoadings, USUAL_ROTATION } from '@wold/core/rotation/rotateLoadings';

/** Maximum likelihood and oblimin from 10 starts, and the eigenpairs of the same n × p correlations to hold them against. */
export function factorsOf(n: number, p: number, m: number) {
  const correlations = madeUp(n, p, m);
  return {
    factors: () => {
      const { loadings } = extract(correlations, m, 'maximum-likelihood');
      rotateLoadings(loadings, { ...USUAL_ROTATION, method: 'oblimin', starts: 10 });
    },
    eigen: () => symmetricEigen(correlations),
  };
}

/** Correlations of rows with m factors, each led by every m-th measure. */
function madeUp(n: number, p: number, m: number): Matrix {
  const { normal } = seededRandom(3);
  const common = zeros(n, m);
  for (let at = 0; at < n * m; at++) common.values[at] = normal();
  const z = zeros(n, p);
  for (let j = 0; j < p; j++) {
    const [factor, column] = [columnOf(common, j % m), columnOf(z, j)];
    for (let i = 0; i < n; i++) column[i] = 0.7 * factor[i]! + 0.7 * normal();
    const mean = column.reduce((sum, value) => sum + value, 0) / n;
    const length = Math.sqrt(column.reduce((sum, value) => sum + (value - mean) ** 2, 0));
    for (let i = 0; i < n; i++) column[i] = (column[i]! - mean) / length;
  }
  return crossProducts(z);
}
