import { Problem } from '../problem';
import { quietHost, type Host } from '../host';
import { tableOf } from '../testTables';
import { benchOf } from './benchOf';
import type { Course } from './course';
import { keyOf } from './key';
import { bytesOf, memoOf } from './memo';
import { stage, versionsOf } from './stage';
import { isWhole } from './whole';
import { worked } from './worked';

const table = tableOf([[1, 2, 3]]);
interface Ask {
  readonly from: number;
}
const below = stage<Ask, number>('below', 1, 'light');
const above = stage<Ask, number>('above', 1, 'light', [below]);

describe('stages', () => {
  test('a raised version has its own results and those that rest on it kept under new names, and no others', () => {
    const keys = (version: number) => {
      const changed = stage<Ask, number>('below', version, 'light');
      const resting = stage<Ask, number>('above', 1, 'light', [changed]);
      const beside = stage<Ask, number>('beside', 1, 'light');
      return [changed, resting, beside].map(one => keyOf('t', one, { from: 1 }));
    };
    const [one, two] = [keys(1), keys(2)];
    expect(one.map((key, i) => key === two[i])).toEqual([false, false, true]);
    expect(versionsOf(above, { from: 1 })).toEqual(['above 1', 'below 1']);
  });

  test('what one rests on may be for the question to decide', () => {
    const either = stage<{ readonly which: boolean }, number>('either', 1, 'light', ({ which }) =>
      which ? [below] : [],
    );
    expect(versionsOf(either, { which: true })).toHaveLength(2);
    expect(versionsOf(either, { which: false })).toHaveLength(1);
  });

  test('equal questions have equal names, whatever the order of their members', () => {
    const asked = stage<object, number>('asked', 1, 'light');
    expect(keyOf('t', asked, { a: { b: 1, c: 2 }, d: 3 })).toBe(
      keyOf('t', asked, { d: 3, a: { c: 2, b: 1 } }),
    );
    expect(keyOf('t', asked, { a: [1, 2] })).not.toBe(keyOf('t', asked, { a: [2, 1] }));
    expect(keyOf('t', asked, { a: 1 })).not.toBe(keyOf('u', asked, { a: 1 }));
  });
});

describe('a bench', () => {
  test('a problem is found once for all that rests on it, and another fault each time', async () => {
    let tried = 0;
    let faults = 0;
    const works = [
      worked(below, ({ from }) => {
        tried++;
        if (from === 1) throw new Problem('nothing there', 'Look elsewhere.');
        faults++;
        throw new TypeError('a fault');
      }),
      worked(above, (ask, { need }) => need(below, ask)),
    ];
    const memo = memoOf(1e6);
    for (let k = 0; k < 3; k++) {
      await expect(benchOf(table, works, quietHost, memo).need(above, { from: 1 })).rejects.toThrow(
        'nothing there',
      );
    }
    expect(tried).toBe(1);
    for (let k = 0; k < 2; k++) {
      await expect(benchOf(table, works, quietHost, memo).need(above, { from: 2 })).rejects.toThrow(
        'a fault',
      );
    }
    expect(faults).toBe(2);
    // Another memo knows nothing of it.
    await expect(benchOf(table, works, quietHost, memoOf(1e6)).need(below, { from: 1 })).rejects.toThrow();
    expect(tried).toBe(4);
  });

  test('computes what is needed once, also where it is needed twice at a time, and remembers it', async () => {
    let computed = 0;
    const works = [
      worked(below, async ({ from }) => {
        computed++;
        await Promise.resolve();
        return from + 1;
      }),
      worked(above, async (ask, { need }) => {
        const both = await Promise.all([need(below, ask), need(below, ask)]);
        return both[0] + both[1];
      }),
    ];
    const memo = new Map<string, unknown>();
    expect(await benchOf(table, works, quietHost, memo).need(above, { from: 1 })).toBe(4);
    expect(computed).toBe(1);
    await benchOf(table, works, quietHost, memo).need(below, { from: 1 });
    expect(computed).toBe(1);
  });

  test('says of its own fault where a stage asks for what it does not say that it rests on', async () => {
    const loose = stage<Ask, number>('loose', 1, 'light');
    const works = [worked(below, () => 1), worked(loose, (ask, { need }) => need(below, ask))];
    const bench = benchOf(table, works, quietHost, new Map());
    await expect(bench.need(loose, { from: 1 })).rejects.toThrow(/“below” without saying/);
    await expect(bench.need(above, { from: 1 })).rejects.toThrow(/no work for the stage “above”/);
  });

  test('a failure is not remembered', async () => {
    let fails = true;
    const works = [
      worked(below, () => {
        if (fails) throw new Error('once');
        return 5;
      }),
    ];
    const bench = benchOf(table, works, quietHost, new Map());
    await expect(bench.need(below, { from: 1 })).rejects.toThrow('once');
    fails = false;
    expect(await bench.need(below, { from: 1 })).toBe(5);
  });
});

describe('a course', () => {
  /** The sum of the first numbers, one a step. */
  interface Sum {
    readonly to: number;
    at: number;
    sum: number;
  }
  const summing: Course<{ readonly to: number }, number, Sum> = {
    begin: ({ to }) => ({
      start: () => ({ to, at: 0, sum: 0 }),
      step: state => ({ ...state, at: state.at + 1, sum: state.sum + state.at + 1 }),
      done: ({ at, to }) => at / to,
      show: ({ sum }) => sum,
    }),
  };
  const sum = stage<{ readonly to: number }, number>('sum', 1, 'long');

  test('is taken to its end where nobody follows it, telling how far it is', async () => {
    const told: number[] = [];
    const host: Host = { progress: done => told.push(done) };
    expect(await benchOf(table, [worked(sum, summing)], host, new Map()).need(sum, { to: 10 })).toBe(55);
    expect(told).toEqual(Array.from({ length: 10 }, (_, i) => i / 10));
  });

  test('stopped anywhere and taken up again from a copy of its state it ends the same', async () => {
    for (let stopAfter = 0; stopAfter <= 10; stopAfter++) {
      const steps = await summing.begin({ to: 10 }, benchOf(table, [], quietHost, new Map()));
      let state = steps.start();
      for (let k = 0; k < stopAfter; k++) state = steps.step(state);
      const kept = structuredClone(state);
      const host: Host = {
        ...quietHost,
        follow: async steps => {
          let going = kept as unknown as ReturnType<typeof steps.step>;
          while (steps.done(going) < 1) going = steps.step(going);
          return going;
        },
      };
      expect(await benchOf(table, [worked(sum, summing)], host, new Map()).need(sum, { to: 10 })).toBe(55);
    }
  });
});

describe('a memo', () => {
  test('lets go of what was used longest ago where all take more than it holds', () => {
    const memo = memoOf(10_000);
    const result = (bytes: number) => ({ values: new Uint8Array(bytes) });
    memo.set('a', result(4000));
    memo.set('b', result(4000));
    memo.get('a');
    memo.set('c', result(4000));
    expect(['a', 'b', 'c'].map(key => memo.get(key) !== undefined)).toEqual([true, false, true]);
    memo.set('large', result(20_000));
    expect(['a', 'c', 'large'].map(key => memo.get(key) !== undefined)).toEqual([false, false, true]);
    memo.set('large', result(10));
    memo.set('d', result(4000));
    expect(memo.get('large')).toBeDefined();
  });

  test('bytes: arrays of numbers by their length, what two share once', () => {
    const values = new Float64Array(1000);
    expect(bytesOf(values)).toBeGreaterThanOrEqual(8000);
    expect(bytesOf({ a: values, b: values.subarray(0, 10) })).toBeLessThan(9000);
    expect(bytesOf(Array.from({ length: 1000 }, (_, i) => i))).toBeGreaterThanOrEqual(8000);
    expect(bytesOf({ rows: 2, values })).toBeGreaterThanOrEqual(8000);
    expect(bytesOf({ text: 'x'.repeat(1000) })).toBeGreaterThanOrEqual(2000);
  });
});

test('a result whose matrix lacks entries is not whole', () => {
  const matrix = (entries: number) => ({ rows: 2, columns: 3, values: new Float64Array(entries) });
  expect(isWhole({ a: [{ b: matrix(6) }], c: 'x', d: null })).toBe(true);
  expect(isWhole({ a: [{ b: matrix(5) }] })).toBe(false);
});
