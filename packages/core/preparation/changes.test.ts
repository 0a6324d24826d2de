import fc from 'fast-check';
import { CHANGE_STEPS, changesBuilder, listChanges, type CellChange } from './changes';

const change = fc.record({
  step: fc.constantFrom(...CHANGE_STEPS),
  row: fc.nat({ max: 1e6 }),
  measure: fc.constantFrom('CaO %', 'Sr ppm', 'Länge', ''),
  from: fc.double(),
  to: fc.double({ noNaN: true }),
});

function built(list: readonly CellChange[]) {
  const builder = changesBuilder();
  for (const { step, row, measure, from, to } of list) builder.add(step, row, measure, from, to);
  return builder.finish();
}

test('changes come back as they were noted, in order, and counted by step', () => {
  fc.assert(
    fc.property(fc.array(change, { maxLength: 300 }), list => {
      const changes = built(list);
      expect(changes).toHaveLength(list.length);
      expect(listChanges(changes)).toEqual(list);
      for (const step of CHANGE_STEPS) {
        expect(changes.counts[step]).toBe(list.filter(other => other.step === step).length);
      }
    }),
  );
});

test('the first of many can be listed by themselves', () => {
  const list = Array.from({ length: 200 }, (_, row): CellChange => {
    return { step: 'filled', row, measure: `m${row % 3}`, from: NaN, to: row / 2 };
  });
  expect(listChanges(built(list), 3)).toEqual(list.slice(0, 3));
  expect(listChanges(built(list), 1000)).toHaveLength(200);
  expect(listChanges(built([]), 5)).toEqual([]);
});

test('they hold no more room than they need, and each name once', () => {
  const changes = built(
    Array.from({ length: 1000 }, (_, row): CellChange => {
      return { step: 'pulled in', row, measure: row % 2 === 0 ? 'a' : 'b', from: row, to: 0 };
    }),
  );
  expect(changes.names).toEqual(['a', 'b']);
  expect(changes.from.buffer.byteLength).toBe(8000);
  expect(changes.steps.buffer.byteLength).toBe(1000);
});
