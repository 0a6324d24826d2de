import { endsOf } from './wordEnds';

test('the ends of a dimension: words by their loadings, entries furthest out on each side', () => {
  const words = ['a', 'b', 'c', 'd', 'e'];
  const [low, high] = endsOf(
    words,
    Float64Array.from([0.5, -0.25, 0.01, -1, 0]),
    Uint32Array.from([10, 20, 30, 40]),
    Float64Array.from([3, -1, 5, 0.5]),
  );
  expect(low.words).toEqual([
    { word: 'd', loading: -1, size: 1 },
    { word: 'b', loading: -0.25, size: 0.25 },
  ]);
  expect(high.words).toEqual([{ word: 'a', loading: 0.5, size: 0.5 }]);
  // One lies below the centre.
  expect(low.rows).toEqual([20]);
  expect(high.rows).toEqual([30, 10]);
});
