import { columnOf, type Matrix } from '../algebra/matrix';
import { crossed, product } from '../algebra/product';
import { nearestRotation } from './orthogonal';

/**
 * Points laid over others in the sense of least squares, by a rotation, perhaps a reflection, one scale and a shift
 * (Procrustes analysis, Gower 1975): row i over row i.
 *
 * @param moved points × dimensions, as many as those that stay
 * @returns the moved points where they come to lie; where either has no spread, at the centre of those that stay
 */
export function laidOver(still: Matrix, moved: Matrix): Matrix {
  const [to, from] = [centred(still), centred(moved)];
  const across = crossed(from.about, to.about);
  const square = from.about.values.reduce((sum, value) => sum + value * value, 0);
  const rotation = nearestRotation(across);
  const trace = rotation.values.reduce((sum, value, at) => sum + value * across.values[at]!, 0);
  const scale = square > 0 && trace > 0 ? trace / square : 0;
  const laid = product(from.about, rotation);
  for (let d = 0; d < laid.columns; d++) {
    const column = columnOf(laid, d);
    for (let i = 0; i < column.length; i++) column[i] = scale * column[i]! + to.centre[d]!;
  }
  return laid;
}

function centred(points: Matrix): { readonly about: Matrix; readonly centre: readonly number[] } {
  const about = { ...points, values: points.values.slice() };
  const centre = Array.from({ length: points.columns }, (_, d) => {
    const column = columnOf(about, d);
    let sum = 0;
    for (let i = 0; i < column.length; i++) sum += column[i]!;
    const mean = sum / column.length;
    for (let i = 0; i < column.length; i++) column[i]! -= mean;
    return mean;
  });
  return { about, centre };
}
