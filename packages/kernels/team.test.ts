import { startTeam, useMapKernels } from './team';
import { testThread } from './testThreads';

/** Halves of squares by `packRows`, whose parts each write their own. */
function packed(team: NonNullable<ReturnType<typeof startTeam>>, n: number): number[] {
  const entries = 4;
  const panels = Math.ceil(n / 8);
  const rows = team.room(16 * n);
  const out = team.room(32 * entries * panels);
  const halves = team.room(32 * panels);
  team.f32(rows, 4 * n).set(Float32Array.from({ length: 4 * n }, (_, k) => k % 7));
  team.run('packRows', panels, [rows, n, entries, 4, out, halves]);
  return [...team.f32(halves, n)];
}

const wanted = (n: number): number[] =>
  Array.from({ length: n }, (_, i) => [0, 1, 2, 3].reduce((sum, k) => sum + ((4 * i + k) % 7) ** 2, 0) / 2);

test('a work of many parts is done whole, alone and by several threads, time after time', async () => {
  expect(packed(startTeam()!, 20_001)).toEqual(wanted(20_001));
  const threads = [testThread(), testThread()];
  const team = startTeam(threads.map(({ helper }) => helper))!;
  for (let time = 0; time < 40; time++) expect(packed(team, 3000 + time)).toEqual(wanted(3000 + time));
  team.end();
  // A helper is at hand for the next team.
  const next = startTeam([threads[0]!.helper])!;
  expect(packed(next, 5000)).toEqual(wanted(5000));
  next.end();
  await Promise.all(threads.map(({ end }) => end()));
});

test('a helper that never comes holds nothing up', () => {
  const team = startTeam([() => undefined])!;
  expect(packed(team, 1000)).toEqual(wanted(1000));
  team.end();
});

test('memory grows as it is asked for, and what was written stays', () => {
  const team = startTeam()!;
  const first = team.room(1000);
  team.f64(first, 100).fill(7);
  const large = team.room(50e6);
  expect(large % 64).toBe(0);
  team.u32(large, 1000).fill(1);
  expect(team.f64(first, 100).every(value => value === 7)).toBe(true);
});

test('a host without the kernels has no team', () => {
  useMapKernels(false);
  expect(startTeam()).toBeNull();
  useMapKernels(true);
  const kept = globalThis.WebAssembly;
  (globalThis as { WebAssembly?: unknown }).WebAssembly = undefined;
  try {
    expect(startTeam()).toBeNull();
  } finally {
    globalThis.WebAssembly = kept;
  }
});
