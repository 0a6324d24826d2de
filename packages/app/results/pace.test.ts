import { paced } from './pace';
import { seldomEnough } from './seldomEnough';
import type { Entry } from './resultStore';

const running = (done: number): Entry => ({ state: 'running', value: { done } as never, done });

test('pictures of running work come at their pace; beginnings, stops and ends at once', () => {
  let [entry, time] = [undefined as Entry | undefined, 0];
  const read = paced(
    () => entry,
    1000,
    () => time,
  );
  expect(read()).toBeUndefined();
  const first = (entry = running(0.1));
  expect(read()).toBe(first);
  // Ten pictures a second: one of them is shown, the same one as often as it is asked for.
  const shown = new Set<unknown>();
  for (let picture = 0; picture < 20; picture++) {
    time += 100;
    entry = running(0.1 + picture / 100);
    shown.add(read());
    expect(read()).toBe(read());
  }
  expect(shown.size).toBe(3);
  const stopped = (entry = { state: 'stopped', value: undefined } as const);
  expect(read()).toBe(stopped);
  entry = running(0.5);
  expect(read()).toBe(entry);
  const end = (entry = { state: 'done', value: {} as never } as const);
  expect(read()).toBe(end);
});

test('without a pace every picture is shown', () => {
  let entry = running(0);
  const read = paced(() => entry, 0);
  for (let picture = 0; picture < 5; picture++) {
    entry = running(picture / 10);
    expect(read()).toBe(entry);
  }
});

test('pictures come as seldom as drawing them is slow, and again sooner when it is fast', () => {
  let [time, drawn, cost] = [0, 0, 0];
  const waiting: (() => void)[] = [];
  const show = seldomEnough(
    () => time,
    then => waiting.push(then),
  );
  /** Work shows itself ten times a second for so long; a picture keeps the page for its cost. */
  const run = (ms: number): number => {
    drawn = 0;
    for (const end = time + ms; time < end; time += 100) {
      show(() => drawn++);
      if (waiting.length === 0) continue;
      time += cost;
      waiting.splice(0).forEach(then => then());
    }
    return drawn;
  };
  cost = 1;
  expect(run(2000)).toBeGreaterThanOrEqual(19);
  cost = 90;
  // A picture every .9 s and a little, as many as there are.
  const slow = run(20_000);
  expect(slow).toBeLessThanOrEqual(23);
  expect(slow).toBeGreaterThanOrEqual(18);
  // However slow, another follows.
  cost = 3000;
  expect(run(30_000)).toBeGreaterThanOrEqual(5);
  cost = 1;
  run(6000);
  expect(run(2000)).toBeGreaterThanOrEqual(19);
});

test('while a picture is being drawn no other is', () => {
  let drawn = 0;
  const show = seldomEnough(
    () => 0,
    () => undefined,
  );
  for (let picture = 0; picture < 5; picture++) show(() => drawn++);
  expect(drawn).toBe(1);
});
