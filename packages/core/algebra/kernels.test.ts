import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { kernels, useKernels } from '@wold/kernels/kernels';
import { invertDefinite } from './cholesky';
import { crossProducts } from './crossProducts';
import type { Matrix } from './matrix';
import { product } from './product';
import { seededRandom } from './random';
import { symmetricEigen, symmetricEigenvalues } from './symmetricEigen';

const random = (rows: number, columns: number, seed: number): Matrix => {
  const { normal } = seededRandom(seed);
  return { rows, columns, values: Float64Array.from({ length: rows * columns }, normal) };
};

function bothWays<T>(work: () => T): { compiled: T; plain: T } {
  useKernels(true);
  expect(kernels()).not.toBeNull();
  const compiled = work();
  useKernels(false);
  expect(kernels()).toBeNull();
  const plain = work();
  useKernels(true);
  return { compiled, plain };
}

test.each([
  [9, 8],
  [300, 13],
  [1000, 30],
  [513, 101],
])('cross-products of %i × %i: the same to the last bit', (n, p) => {
  const { compiled, plain } = bothWays(() => crossProducts(random(n, p, n + p)));
  expect(compiled).toEqual(plain);
});

test.each([24, 25, 64, 127, 256, 301])('eigenpairs of %i × %i: the same to the last bit', p => {
  const products = crossProducts(random(p + 20, p, p));
  const { compiled, plain } = bothWays(() => symmetricEigen(products));
  expect(compiled).toEqual(plain);
  const values = bothWays(() => symmetricEigenvalues(products));
  expect(values.compiled).toEqual(values.plain);
});

test.each([24, 33, 90, 202])('the inverse of %i × %i: the same to the last bit, and an inverse', p => {
  const products = crossProducts(random(2 * p, p, p));
  const { compiled, plain } = bothWays(() => invertDefinite(products)!);
  expect(compiled).toEqual(plain);
  const unit = product(products, compiled.inverse);
  for (let i = 0; i < p; i++) {
    for (let j = 0; j < p; j++) expect(unit.values[j * p + i]).toBeCloseTo(i === j ? 1 : 0, 8);
  }
});

test('work after work finds its room clean', () => {
  const small = crossProducts(random(60, 40, 1));
  const first = symmetricEigen(small);
  crossProducts(random(400, 120, 2));
  symmetricEigen(crossProducts(random(200, 130, 3)));
  expect(symmetricEigen(small)).toEqual(first);
});

test('the compiled text is that of its source', () => {
  const root = join(__dirname, '..', '..', '..');
  const text = execFileSync(process.execPath, [join(root, 'scripts', 'kernels.mjs'), '--print'], {
    encoding: 'utf8',
  });
  expect(readFileSync(join(root, 'packages', 'kernels', 'wasm.ts'), 'utf8')).toBe(text);
}, 60_000);
