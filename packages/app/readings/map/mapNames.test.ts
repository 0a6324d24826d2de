import { seededRandom } from '@wold/core/algebra/random';
import { placedNames, type MapName, type RowNames } from './mapNames';
import { toPixel, wholeView } from './view';

const size = { width: 760, height: 560 };

/** Points of two heaps, some of them selected. */
function crowd(n: number, selectedOf: number, seed: number) {
  const { normal } = seededRandom(seed);
  const x = Float64Array.from({ length: n }, (_, i) => 0.7 * normal() + (i % 2 === 0 ? -1.5 : 1.5));
  const y = Float64Array.from({ length: n }, () => 0.8 * normal());
  const isSelected = (place: number) => place < selectedOf;
  const of: MapName['of'] = selectedOf > 25 ? 'one of many selected' : 'selected row';
  const selected = Array.from({ length: selectedOf }, (_, i) => ({
    x: x[i]!,
    y: y[i]!,
    text: `TV-${i}`,
    of,
  }));
  const rowNames: RowNames = { selected, order: [], isSelected, nameOf: place => `TV-${place}` };
  return { x, y, isSelected, rowNames, view: wholeView(x, y, size) };
}

const placesOf = ({ x, y, rowNames, view }: ReturnType<typeof crowd>) =>
  placedNames([], rowNames, { xName: 'Dimension 1', yName: 'Dimension 2', points: { x, y } }, view, size);

test.each([
  [60, 60],
  [286, 249],
  [2500, 400],
  [2500, 30],
])('of %i points the names of %i selected stand on no mark and no ring', (n, selectedOf) => {
  const made = crowd(n, selectedOf, n + selectedOf);
  const named = placesOf(made).filter(({ place }) => place !== null);
  expect(named.length).toBeLessThanOrEqual(selectedOf);
  if (n < 1000) expect(named.length).toBeGreaterThan(10);
  for (const { place } of named) {
    const { left, top, width, height } = place!;
    for (let i = 0; i < n; i++) {
      const [px, py] = toPixel(made.view, size, made.x[i]!, made.y[i]!);
      // Marks are 8 pixels wide, rings 18; a pixel is lost to rounding.
      const half = (made.isSelected(i) ? 9 : 4) - 1;
      const apart =
        px + half <= left || px - half >= left + width || py + half <= top || py - half >= top + height;
      expect([i, apart]).toEqual([i, true]);
    }
  }
});

test('of few selected every one has its name, moved away where it must', () => {
  const made = crowd(286, 25, 3);
  expect(placesOf(made).filter(({ place }) => place === null)).toEqual([]);
});
