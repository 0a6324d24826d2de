import 'fake-indexeddb/auto';
import { loadCourse } from '../storage/courses';
import { database } from '../storage/database';
import { followCourse } from './followCourse';

/** A walk whose next place depends on a random number that the state holds; each step takes a while. */
interface Walk {
  readonly to: number;
  at: number;
  random: number;
  place: number;
}
let clock = 0;
const walk = {
  start: (): Walk => ({ to: 400, at: 0, random: 12345, place: 0 }),
  step: (state: Walk): Walk => {
    clock += 30;
    const random = (state.random * 16807) % 2147483647;
    return { ...state, at: state.at + 1, random, place: state.place + (random % 2 === 0 ? 1 : -1) };
  },
  done: ({ at, to }: Walk) => at / to,
  show: ({ place }: Walk) => ({ place }),
};
let straight = walk.start();
while (walk.done(straight) < 1) straight = walk.step(straight);

beforeEach(async () => {
  clock = 0;
  jest.spyOn(performance, 'now').mockImplementation(() => clock);
  await database.courses.clear();
});
afterEach(() => jest.restoreAllMocks());

test('it is shown ten times a second, and its kept state goes with its end', async () => {
  const shown: number[] = [];
  const follow = followCourse({ show: (_, done) => shown.push(done), isToStop: () => false });
  expect(await follow(walk, 'walk')).toEqual(straight);
  // 400 steps of 30 ms, a picture every fourth.
  expect(shown).toHaveLength(100);
  expect(shown).toEqual(shown.toSorted((a, b) => a - b));
  expect(await loadCourse('walk')).toBeUndefined();
});

test('stopped and taken up again, also by another worker, it ends with the same digits', async () => {
  for (const pictures of [1, 7, 40]) {
    let seen = 0;
    const stopping = followCourse({ show: () => seen++, isToStop: () => seen >= pictures });
    await expect(stopping(walk, 'walk')).rejects.toThrow('stopped');
    const kept = (await loadCourse('walk'))!;
    expect(kept.done).toBeGreaterThanOrEqual(0);
    expect(kept.done).toBeLessThan(1);
    expect(kept.shown).toEqual(walk.show(kept.state as Walk));
    let started = 0;
    const going = followCourse({ show: () => undefined, isToStop: () => false });
    expect(await going({ ...walk, start: () => (started++, walk.start()) }, 'walk')).toEqual(straight);
    expect(started).toBe(0);
  }
});

test('its state is kept every few seconds, so that a page that is closed loses no more', async () => {
  const put = jest.spyOn(database.courses, 'put');
  const follow = followCourse({ show: () => undefined, isToStop: () => false });
  await follow(walk, 'walk');
  // 12 seconds in all.
  expect(put.mock.calls.length).toBeGreaterThanOrEqual(3);
  expect(put.mock.calls.length).toBeLessThanOrEqual(4);
});

test('where there is no room for its state it goes on all the same', async () => {
  jest.spyOn(database.courses, 'put').mockRejectedValue(new Error('no room'));
  const follow = followCourse({ show: () => undefined, isToStop: () => false });
  expect(await follow(walk, 'walk')).toEqual(straight);
});

test('what goes on keeps its last state, from which more is made; one that stands beyond the asked is no use', async () => {
  const to = (end: number) => ({ ...walk, start: () => ({ ...walk.start(), to: end }), goesOn: true });
  const upTo = (end: number) => ({ ...to(end), done: ({ at }: Walk) => at / end });
  const follow = followCourse({ show: () => undefined, isToStop: () => false });
  const whole = await follow(upTo(200), 'apart');
  await follow(upTo(120), 'walk');
  let started = 0;
  const more = { ...upTo(200), start: () => (started++, walk.start()) };
  expect({ ...(await follow(more, 'walk')), to: 0 }).toEqual({ ...whole, to: 0 });
  expect(started).toBe(0);
  const fewer = { ...upTo(50), start: () => (started++, walk.start()) };
  expect((await follow(fewer, 'walk')).at).toBe(50);
  expect(started).toBe(1);
});
