import { seededRandom } from '../algebra/random';
import type { LevelColumn } from './column';
import { overRepresented } from './overRepresented';

const column = (entries: readonly (string | null)[]): LevelColumn => {
  const levels = [...new Set(entries.filter(entry => entry !== null))];
  return {
    kind: 'levels',
    name: 'kiln',
    levels,
    codes: Uint8Array.from(entries, entry => Math.max(0, levels.indexOf(entry ?? ''))),
    missing: entries.includes(null) ? Uint8Array.from(entries, entry => Number(entry === null)) : null,
    exceptions: null,
  } as LevelColumn;
};

test('shares and what chance would give, from draws', () => {
  const entries = Array.from({ length: 60 }, (_, i) => (i % 11 === 0 ? null : i % 4 === 0 ? 'a' : 'b'));
  const kiln = column(entries);
  const chosen = new Set(entries.flatMap((entry, i) => (entry === 'a' || i < 6 ? [i] : [])));
  const all = entries.map((_, i) => i);
  const [found, ...others] = overRepresented([kiln], chosen, all);
  expect(others).toHaveLength(0);
  const having = all.filter(i => entries[i] !== null);
  const own = having.filter(i => chosen.has(i));
  const share = (rows: number[]) => rows.filter(i => entries[i] === 'a').length / rows.length;
  expect(found).toMatchObject({ column: 'kiln', level: 'a', share: share(own), shareOfAll: share(having) });
  // As many rows drawn at random, many times.
  const { whole } = seededRandom(2);
  const counts = Array.from({ length: 20_000 }, () => {
    const left = [...having];
    let count = 0;
    for (let k = 0; k < own.length; k++) {
      const [taken] = left.splice(whole(left.length), 1);
      count += Number(entries[taken!] === 'a');
    }
    return count;
  });
  const mean = counts.reduce((sum, count) => sum + count, 0) / counts.length;
  const sd = Math.sqrt(counts.reduce((sum, count) => sum + (count - mean) ** 2, 0) / counts.length);
  const seen = own.filter(i => entries[i] === 'a').length;
  expect(found!.excess / ((seen - mean) / sd)).toBeCloseTo(1, 1);
});

test('all rows, one level, no label: nothing is beyond chance', () => {
  const kiln = column(['a', 'a', 'b', 'b']);
  expect(overRepresented([kiln], new Set([0, 1, 2, 3]), [0, 1, 2, 3])).toEqual([]);
  expect(overRepresented([column(['a', 'a', 'a'])], new Set([0, 1]), [0, 1, 2])).toEqual([]);
  expect(overRepresented([column([null, null])], new Set([0]), [0, 1])).toEqual([]);
  // Rows that are not in use do not count.
  expect(overRepresented([kiln], new Set([0, 1]), [2, 3])).toEqual([]);
});
