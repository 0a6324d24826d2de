import { PLAIN_PREPARATION } from '../../preparation/prepared';
import { broadPerplexity, freshNeighbours, largestPerplexity } from './settings';
import { acrossOf, sheetAsks, sheetOf } from './sheet';

const preparation = { ...PLAIN_PREPARATION, measures: ['a', 'b'], weight: null };

test('a sheet has the usual sizes about one’s own, as far as the rows allow, and so many seeds', () => {
  const fresh = freshNeighbours(286, 20);
  const { sizes, across, maps } = sheetOf(fresh, 286);
  expect(sizes).toContain(fresh.tsne.perplexity);
  expect(sizes).toHaveLength(4);
  expect([...sizes].sort((a, b) => a - b)).toEqual(sizes);
  expect(across).toEqual([1, 2, 3]);
  expect(maps).toHaveLength(12);
  expect(maps.map(({ settings }) => [settings.tsne.perplexity, settings.seed])).toEqual(
    maps.map(({ size, across: seed }) => [size, seed]),
  );
  const few = sheetOf(freshNeighbours(20, 4), 20);
  expect(few.sizes.every(size => size <= 6)).toBe(true);
  expect(few.sizes.length).toBeGreaterThan(0);
});

test('sizes that are asked for are taken, but for those that the rows do not allow', () => {
  const fresh = freshNeighbours(100, 5);
  const asked = { ...fresh, sheet: { ...fresh.sheet, sizes: [40, 3, 20, 3], columns: 2 } };
  const { sizes, across } = sheetOf(asked, 100);
  expect(sizes).toEqual([3, 20]);
  expect(across).toEqual([1, 2]);
});

test('the columns of UMAP may differ in the least distance; those of t-SNE are seeds', () => {
  const fresh = freshNeighbours(100, 5);
  const near = { ...fresh, sheet: { sizes: [], across: 'nearest' as const, columns: 3 } };
  expect(acrossOf(near)).toBe('seed');
  const umap = { ...near, embedding: 'umap' as const };
  const { across, maps } = sheetOf(umap, 100);
  expect(across).toContain(umap.umap.nearest);
  expect(new Set(across).size).toBe(across.length);
  for (const map of maps) {
    expect([map.settings.umap.neighbours, map.settings.umap.nearest]).toEqual([map.size, map.across]);
    expect(map.settings.seed).toBe(umap.seed);
  }
});

test('all maps of a sheet rest on one graph, which has neighbours enough for the largest', () => {
  const sheet = sheetOf(freshNeighbours(1000, 5), 1000);
  const asks = sheetAsks(preparation, [], sheet);
  expect(new Set(asks.map(({ neighbours }) => neighbours)).size).toBe(1);
  const largest = sheet.sizes.at(-1)!;
  expect(asks[0]!.neighbours).toBeGreaterThanOrEqual(3 * largest);
});

test('a new map starts where no advice speaks against it, whatever the number of rows', () => {
  for (let rows = 7; rows < 2000; rows++) {
    const { perplexity } = freshNeighbours(rows, 5).tsne;
    expect(perplexity).toBeLessThanOrEqual(Math.min(30, broadPerplexity(rows), largestPerplexity(rows)));
    if (rows >= 16) expect(perplexity).toBeGreaterThanOrEqual(5);
    if (rows >= 300) expect(perplexity).toBe(30);
  }
  expect(freshNeighbours(150, 5).tsne.perplexity).toBe(15);
});
