import type { Request, Results } from '@wold/core/recipe/stages';
import { PLAIN_PREPARATION } from '@wold/core/preparation/prepared';
import { askedOf, requestKey } from '@wold/core/recipe/stages';
import { courseKey } from '@wold/core/stages/key';
import type { Table } from '@wold/core/table/table';
import { again, lastGoodOf, onResults, settledOf, want } from './resultStore';

type JobEnd = { value: unknown } | { problem: { what: string; where: null; remedy: string } } | 'stopped';

type Show = (value: unknown, done: number) => void;
const mockJobs: { request: Request; settle: (end: JobEnd) => void; stop: jest.Mock; show: Show }[] = [];
const mockCourses = new Map<string, { shown: unknown }>();
const mockKept = new Map<string, unknown>();

jest.mock('../workers/pool', () => ({
  computeOn: (_: unknown, request: Request, __: string, show: Show) => {
    let settle!: (end: JobEnd) => void;
    const end = new Promise<JobEnd>(resolve => (settle = resolve));
    const job = { request, settle, show, stop: jest.fn(() => settle('stopped')) };
    mockJobs.push(job);
    return { end, stop: job.stop };
  },
}));
jest.mock('../storage/courses', () => ({
  loadCourse: (key: string) => Promise.resolve(mockCourses.get(key)),
}));
jest.mock('../storage/results', () => ({
  mayBeKept: () => true,
  loadResult: (key: string) => Promise.resolve(mockKept.get(key)),
  keepResult: (key: string, result: unknown) => Promise.resolve(mockKept.set(key, result)),
}));

const table = { key: 'table' } as Table;
let count = 0;
/** A request that no test before has made. */
const fresh = (): Request & { stage: 'account' } => ({
  stage: 'account',
  preparation: { ...PLAIN_PREPARATION, measures: [`m${count++}`], weight: null },
});
const keyOf = (request: Request) => requestKey(table.key, request);
const stateOf = (request: Request) => settledOf(keyOf(request))?.state;
const settled = () => new Promise(resolve => setTimeout(resolve, 0));
const result = (name: string) => ({ name }) as unknown as Results['account'];

beforeEach(() => {
  mockJobs.length = 0;
});

test('what is wanted is computed once, and told of when it is there', async () => {
  const request = fresh();
  let told = 0;
  const forget = onResults(() => told++);
  want(table, request, 'place 1', 'work');
  want(table, request, 'place 2', 'work');
  expect(stateOf(request)).toBeUndefined();
  // It may be wanted while the page is being drawn, when nothing may be told.
  expect(told).toBe(0);
  expect(mockJobs).toHaveLength(0);
  await settled();
  expect(mockJobs).toHaveLength(1);
  mockJobs[0]!.settle({ value: result('a') });
  await settled();
  expect(stateOf(request)).toBe('done');
  expect(settledOf(keyOf(request))).toEqual({ state: 'done', value: result('a') });
  expect(lastGoodOf('place 1')).toEqual(result('a'));
  expect(lastGoodOf('place 2')).toEqual(result('a'));
  expect(told).toBe(1);
  forget();
});

test('the last good result of a place stays while a new one is on its way, or fails', async () => {
  const [first, second] = [fresh(), fresh()];
  want(table, first, 'place 3', 'work');
  await settled();
  mockJobs[0]!.settle({ value: result('first') });
  await settled();
  want(table, second, 'place 3', 'work');
  await settled();
  expect(lastGoodOf('place 3')).toEqual(result('first'));
  mockJobs[1]!.settle({ problem: { what: 'bad', where: null, remedy: 'mend' } });
  await settled();
  expect(stateOf(second)).toBe('problem');
  expect(lastGoodOf('place 3')).toEqual(result('first'));
});

test('work that no place wants any more is stopped, and started anew when it is wanted again', async () => {
  const [first, second] = [fresh(), fresh()];
  want(table, first, 'place 4', 'work');
  await settled();
  want(table, second, 'place 4', 'work');
  await new Promise(resolve => setTimeout(resolve, 150));
  expect(mockJobs[0]!.stop).toHaveBeenCalled();
  expect(stateOf(first)).toBeUndefined();
  want(table, first, 'place 4', 'work');
  await settled();
  expect(mockJobs).toHaveLength(3);
});

test('work that another place still wants goes on', async () => {
  const [first, second] = [fresh(), fresh()];
  want(table, first, 'place 5', 'work');
  want(table, first, 'place 6', 'work');
  await settled();
  want(table, second, 'place 5', 'work');
  await new Promise(resolve => setTimeout(resolve, 150));
  expect(mockJobs[0]!.stop).not.toHaveBeenCalled();
});

test('work stopped by hand says so, and is taken up again on demand', async () => {
  const request = fresh();
  want(table, request, 'place 7', 'work');
  await settled();
  mockJobs[0]!.settle('stopped');
  await settled();
  expect(stateOf(request)).toBe('stopped');
  again(table, request, 'work');
  await settled();
  expect(mockJobs).toHaveLength(2);
  mockJobs[1]!.settle({ value: result('after all') });
  await settled();
  expect(lastGoodOf('place 7')).toEqual(result('after all'));
});

test('a result kept from before is not computed again', async () => {
  const request = fresh();
  mockKept.set(keyOf(request), result('kept'));
  want(table, request, 'place 8', 'work');
  await settled();
  expect(mockJobs).toHaveLength(0);
  expect(lastGoodOf('place 8')).toEqual(result('kept'));
});

test('many large results later the oldest is forgotten, but none that a place still shows', async () => {
  const shown = fresh();
  want(table, shown, 'place 9', 'work');
  await settled();
  mockJobs[0]!.settle({ value: result('shown') });
  await settled();
  // Ten of them are more than is held.
  const others = Array.from({ length: 10 }, fresh);
  for (const request of others) {
    mockKept.set(keyOf(request), { ...result('other'), values: new Float64Array(5e6) });
    want(table, request, 'place 10', 'work');
    await settled();
  }
  expect(stateOf(others[0]!)).toBeUndefined();
  expect(stateOf(shown)).toBe('done');
  expect(stateOf(others.at(-1)!)).toBe('done');
});

describe('long work that shows itself', () => {
  const kept = new Map<string, string>();
  beforeAll(() => {
    const localStorage = {
      getItem: (name: string) => kept.get(name) ?? null,
      setItem: (name: string, value: string) => void kept.set(name, value),
    };
    Object.defineProperty(globalThis, 'localStorage', { value: localStorage, configurable: true });
  });

  test('is seen while it runs, and what it had come to stays when it is stopped', async () => {
    const request = fresh();
    want(table, request, 'place 11', 'work');
    await settled();
    mockJobs[0]!.show(result('half'), 0.5);
    expect(settledOf(keyOf(request))).toEqual({ state: 'running', value: result('half'), done: 0.5 });
    mockJobs[0]!.settle('stopped');
    await settled();
    expect(settledOf(keyOf(request))).toEqual({ state: 'stopped', value: result('half') });
  });

  test('stays stopped when the page is loaded again, and goes on when it is asked to', async () => {
    const request = fresh();
    want(table, request, 'place 12', 'work');
    await settled();
    mockJobs[0]!.show(result('some'), 0.2);
    mockJobs[0]!.settle('stopped');
    await settled();
    const { stage, ask } = askedOf(request);
    mockCourses.set(courseKey(table.key, stage, ask), { shown: result('some') });
    // The page is loaded again.
    jest.resetModules();
    const again = await import('./resultStore');
    again.want(table, request, 'place 12', 'work');
    await settled();
    expect(again.settledOf(keyOf(request))).toEqual({ state: 'stopped', value: result('some') });
    expect(mockJobs).toHaveLength(1);
    again.again(table, request, 'work');
    await settled();
    expect(mockJobs).toHaveLength(2);
    mockJobs[1]!.settle({ value: result('whole') });
    await settled();
    expect(again.settledOf(keyOf(request))).toEqual({ state: 'done', value: result('whole') });
  });

  test('that was only given up goes on by itself when it is wanted again', async () => {
    const [first, second] = [fresh(), fresh()];
    want(table, first, 'place 13', 'work');
    await settled();
    mockJobs[0]!.show(result('some'), 0.2);
    want(table, second, 'place 13', 'work');
    await new Promise(resolve => setTimeout(resolve, 150));
    mockCourses.set(keyOf(first), { shown: result('some') });
    want(table, first, 'place 13', 'work');
    await settled();
    expect(mockJobs.at(-1)!.request).toEqual(first);
  });
});
