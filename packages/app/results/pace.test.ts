import { paced } from './pace';
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
