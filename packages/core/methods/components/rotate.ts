import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import { turnLargestPositive } from '../../algebra/sign';
import { product } from '../../algebra/product';
import { quietHost, type Host } from '../../host';
import { bySize, phiOf, rearranged, sumOfSquares } from '../../rotation/arranged';
import { promax, scoreTransformation } from '../../rotation/promax';
import { varimax, type Rotated } from '../../rotation/varimax';
import type { Components } from './components';
import type { Rotation } from './rotation';

/**
 * Kept components rotated: loadings (the pattern where dimensions are oblique), structure, coefficients of scores of
 * unit variance, and these scores. What the dimensions hold together does not change.
 *
 * @throws Problem when two dimensions fall together
 */
export function rotate(components: Components, rotation: Rotation, host: Host = quietHost): Components {
  if (rotation.method === 'none') return components;
  const turned = varimaxOf(components.loadings, host);
  const oblique = rotation.method === 'promax' && components.kept > 1 ? promax(turned, rotation.power) : null;
  const pattern = oblique?.pattern ?? turned.loadings;
  const structure = oblique?.structure ?? turned.loadings;
  const order = bySize(structure);
  const signs = order.map(d => turnLargestPositive(columnOf(pattern, d).slice()));
  const placed = (matrix: Matrix): Matrix => rearranged(matrix, order, signs);
  const loadings = placed(pattern);
  const ofScores = placed(oblique === null ? turned.rotation : scoreTransformation(oblique));
  const toUnit = components.variances.map(variance => 1 / Math.sqrt(variance));
  const standard = (matrix: Matrix) => product(scaled(matrix, toUnit), ofScores);
  const sd = (j: number) => components.sds[j]!;
  const inOrder = placed(structure);
  const { kept, variances: before } = components;
  const variances = Float64Array.from({ length: kept }, (_, d) => sumOfSquares(columnOf(inOrder, d)));
  const total = before[0]! / components.shares[0]!;
  return {
    ...components,
    variances,
    heldBy: variances.map(variance => variance / total),
    coefficients: standard(components.coefficients),
    loadings,
    structure: inOrder,
    correlations: {
      ...inOrder,
      values: inOrder.values.map((value, index) => value / sd(index % inOrder.rows)),
    },
    scores: standard(components.scores),
    placedScores: standard(components.placedScores),
    rotation: {
      ...rotation,
      iterations: turned.iterations,
      converged: turned.converged,
      starts: turned.starts,
      reached: turned.reached,
      optima: turned.optima,
      criterion: turned.criterion,
      transformation: placed(oblique?.transformation ?? turned.rotation),
      phi: oblique === null ? null : phiOf(oblique.correlations, order, signs),
    },
  };
}

/** Promax starts where varimax ends. */
const turnedBefore = new WeakMap<Matrix, Rotated>();

function varimaxOf(loadings: Matrix, host: Host): Rotated {
  const known = turnedBefore.get(loadings);
  if (known !== undefined) return known;
  const turned = varimax(loadings, host);
  turnedBefore.set(loadings, turned);
  return turned;
}

function scaled(matrix: Matrix, by: Float64Array): Matrix {
  const result = zeros(matrix.rows, matrix.columns);
  for (let d = 0; d < matrix.columns; d++) {
    columnOf(result, d).set(columnOf(matrix, d).map(value => value * by[d]!));
  }
  return result;
}
