import { zeros, type Matrix } from '../algebra/matrix';
import { crossed, product } from '../algebra/product';
import { symmetricEigen } from '../algebra/symmetricEigen';

/** A rotation at random: normal numbers, made orthogonal (Stewart 1980). */
export function randomRotation(k: number, normal: () => number): Matrix {
  const at = zeros(k, k);
  for (let i = 0; i < at.values.length; i++) at.values[i] = normal();
  return nearestRotation(at);
}

/** The part of a slope that lies along the rotations. */
export function tangent(slope: Matrix, rotation: Matrix): Matrix {
  const k = rotation.rows;
  const m = crossed(rotation, slope);
  const even = zeros(k, k);
  for (let i = 0; i < k; i++) {
    for (let j = 0; j < k; j++) even.values[j * k + i] = (m.values[j * k + i]! + m.values[i * k + j]!) / 2;
  }
  return minus(slope, product(rotation, even), 1);
}

/** The rotation nearest to a square matrix: X (XᵀX)^−½. */
export function nearestRotation(x: Matrix): Matrix {
  const k = x.rows;
  const { values, vectors } = symmetricEigen(crossed(x, x));
  const scaled = zeros(k, k);
  for (let d = 0; d < k; d++) {
    const by = 1 / Math.sqrt(Math.max(values[d]!, Number.MIN_VALUE));
    for (let i = 0; i < k; i++) scaled.values[d * k + i] = vectors.values[d * k + i]! * by;
  }
  const root = zeros(k, k);
  for (let i = 0; i < k; i++) {
    for (let j = 0; j < k; j++) {
      let sum = 0;
      for (let d = 0; d < k; d++) sum += scaled.values[d * k + i]! * vectors.values[d * k + j]!;
      root.values[j * k + i] = sum;
    }
  }
  return product(x, root);
}

/** A less so many times B. */
export function minus(a: Matrix, b: Matrix, times: number): Matrix {
  return { ...a, values: a.values.map((value, index) => value - times * b.values[index]!) };
}
