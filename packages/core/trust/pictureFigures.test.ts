import { columnOf, zeros } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import type { Placement } from '../methods/placement';
import type { LevelColumn } from '../table/column';
import { preparedOf } from '../testTables';
import { pictureFigures } from './pictureFigures';

const N = 40;

/** A made-up picture of made-up rows, with a label of three levels and a gap. */
function picture(seed: number, repeats: readonly number[] = Array<number>(N).fill(1)) {
  const { normal } = seededRandom(seed);
  const columns = Array.from({ length: 5 }, () => Array.from({ length: N }, normal));
  const places = Array.from({ length: 3 }, (_, d) =>
    Array.from({ length: N }, (__, i) => columns[d]![i]! + 0.4 * normal() + (d === 0 ? 2 * (i % 3) : 0)),
  );
  const again = <T>(list: readonly T[]): T[] => list.flatMap((value, i) => Array<T>(repeats[i]!).fill(value));
  const prepared = preparedOf(columns.map(again), { scale: 'centre' });
  const at = zeros(again(places[0]!).length, 3);
  places.forEach((place, d) => columnOf(at, d).set(again(place)));
  const rows = Uint32Array.from({ length: at.rows }, (_, i) => i);
  const placement: Placement = {
    rows,
    at,
    placedRows: new Uint32Array(0),
    placedAt: zeros(0, 3),
    weights: null,
    counts: false,
    shares: null,
    structure: null,
  };
  const codes = again(Array.from({ length: N }, (_, i) => i % 3));
  const missing = new Uint8Array(codes.length);
  if (repeats.every(times => times === 1)) missing[4] = 1;
  const label: LevelColumn = {
    kind: 'levels',
    name: 'group',
    codes: Uint8Array.from(codes),
    levels: ['a', 'b', 'c'],
    missing: missing.includes(1) ? missing : null,
    exceptions: null,
  };
  return { prepared, placement, label, columns, places };
}

const between = (lists: readonly (readonly number[])[], i: number, j: number) =>
  Math.hypot(...lists.map(list => list[i]! - list[j]!));

const rank = (lists: readonly (readonly number[])[], i: number) =>
  Array.from({ length: N }, (_, j) => j)
    .filter(j => j !== i)
    .sort((a, b) => between(lists, i, a) - between(lists, i, b));

test('figures are those of their definitions, on the dimensions that are shown', () => {
  const { prepared, placement, label, columns, places } = picture(3);
  const k = 6;
  const shown = [places[0]!, places[2]!];
  const found = pictureFigures(prepared, placement, [0, 2], k, label);
  let [strangers, lost, kept, agreed] = [0, 0, 0, 0];
  const has = (i: number) => i !== 4;
  for (let i = 0; i < N; i++) {
    const [near, seen] = [rank(columns, i), rank(shown, i)];
    const [own, drawn] = [near.slice(0, k), seen.slice(0, k)];
    for (const j of drawn) if (!own.includes(j)) strangers += near.indexOf(j) + 1 - k;
    for (const j of own) if (!drawn.includes(j)) lost += seen.indexOf(j) + 1 - k;
    kept += drawn.filter(j => own.includes(j)).length / k / N;
    if (!has(i)) continue;
    const labelled = drawn.filter(has);
    agreed += labelled.filter(j => j % 3 === i % 3).length / labelled.length / (N - 1);
  }
  const worst = 2 / (N * k * (2 * N - 3 * k - 1));
  expect(found.trustworthiness).toBeCloseTo(1 - worst * strangers, 6);
  expect(found.continuity).toBeCloseTo(1 - worst * lost, 6);
  expect(found.kept).toBeCloseTo(kept, 6);
  expect(found.agreement!.share).toBeCloseTo(agreed, 6);
  const labelled = Array.from({ length: N }, (_, i) => i).filter(has);
  const widths = labelled.map(i => {
    const mean = (level: number) => {
      const others = labelled.filter(j => j % 3 === level && j !== i);
      return others.reduce((sum, j) => sum + between(shown, i, j), 0) / others.length;
    };
    const a = mean(i % 3);
    const b = Math.min(mean((i + 1) % 3), mean((i + 2) % 3));
    return (b - a) / Math.max(a, b);
  });
  expect(found.silhouette).toBeCloseTo(widths.reduce((sum, w) => sum + w, 0) / widths.length, 9);
  expect(pictureFigures(prepared, placement, [0, 2], k, null).agreement).toBeNull();
});

test('rows that are repeated are one point, and a picture of the table itself keeps all', () => {
  const once = picture(9);
  const twice = picture(
    9,
    Array.from({ length: N }, (_, i) => 1 + (i % 2)),
  );
  const figures = (of: ReturnType<typeof picture>) =>
    pictureFigures(of.prepared, of.placement, [0, 1], 5, null);
  const [a, b] = [figures(once), figures(twice)];
  expect(a.trustworthiness).toBeCloseTo(b.trustworthiness, 9);
  expect(a.continuity).toBeCloseTo(b.continuity, 9);
  const { values, rows } = once.prepared;
  const whole = pictureFigures(
    once.prepared,
    { ...once.placement, rows, at: values },
    [0, 1, 2, 3, 4],
    5,
    null,
  );
  expect([whole.trustworthiness, whole.continuity, whole.kept]).toEqual([1, 1, 1]);
});
