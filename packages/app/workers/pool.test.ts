import type { Request } from '@wold/core/recipe/stages';
import { PLAIN_PREPARATION } from '@wold/core/preparation/prepared';
import type { Table } from '@wold/core/table/table';

interface Call {
  readonly name: string;
  readonly seat: MockWorker;
  /** The stage that is computed, or the file that is read. */
  readonly of: string;
  readonly job: number;
  readonly progress: (done: number) => void;
  readonly show: (result: unknown, done: number) => void;
  readonly answer: (end: unknown) => void;
}

let pool: typeof import('./pool');
const mockCalls: Call[] = [];

/** A worker that does nothing until the test answers for it. */
class MockWorker {
  static readonly all: MockWorker[] = [];
  static refuses = false;
  /** Whether new workers are ended before they start. */
  static dead = false;
  ended = false;
  adopted = 0;
  heeds: Int32Array | null = null;
  /** The lock that it holds for as long as it lives. */
  holds: string | null = null;
  onerror: (() => void) | null = null;

  constructor() {
    MockWorker.all.push(this);
  }

  readonly remote = {
    hold: (name: string) => {
      this.holds = name;
      return MockWorker.dead ? new Promise<void>(() => undefined) : Promise.resolve();
    },
    heed: (memory: SharedArrayBuffer) => {
      this.heeds = new Int32Array(memory);
      return Promise.resolve();
    },
    adopt: () => {
      this.adopted++;
      return MockWorker.refuses ? Promise.reject(new Error('cannot be copied')) : Promise.resolve();
    },
    read: (
      _file: Blob,
      name: string,
      _choices: object,
      _keeping: boolean,
      _newRows: object | null,
      progress: Call['progress'],
    ) => this.take('read', name, 0, progress),
    compute: (
      _table: object,
      request: Request,
      job: number,
      progress: Call['progress'],
      show: Call['show'],
    ) => this.take('compute', request.stage, job, progress, show),
  };

  terminate(): void {
    this.ended = true;
  }

  private take(
    name: string,
    of: string,
    job: number,
    progress: Call['progress'],
    show: Call['show'] = () => undefined,
  ): Promise<unknown> {
    return new Promise(answer => mockCalls.push({ name, seat: this, of, job, progress, show, answer }));
  }
}

/** Who waits for which lock. */
const waiting = new Map<string, () => void>();
const locks = {
  request: (name: string, { signal }: { signal: AbortSignal }, gone: () => void) =>
    new Promise<void>((_, ended) => {
      waiting.set(name, gone);
      signal.addEventListener('abort', () => {
        waiting.delete(name);
        ended(new Error('aborted'));
      });
    }),
};

jest.mock('comlink', () => ({
  wrap: (worker: MockWorker) => worker.remote,
  proxy: (callback: unknown) => callback,
}));

const table = { key: 'table', arranged: null } as Table;
const preparationOf = (measure: string) => ({ ...PLAIN_PREPARATION, measures: [measure], weight: null });
const request = (
  stage: 'account' | 'treatedBoxes' | 'decomposition' | 'suitability' | 'retention',
  measure = 'm',
) =>
  ({
    stage,
    preparation: preparationOf(measure),
    kind: 'pearson',
    without: [],
    settings: {},
  }) as unknown as Request;
const compute = (of: Request) => pool.computeOn(table, of, of.stage);
const callOf = (stage: string) => mockCalls.findLast(({ of }) => of === stage)!;
const running = () => mockCalls.map(({ of }) => of);

async function passing(ms = 0): Promise<void> {
  await jest.advanceTimersByTimeAsync(ms);
}

/** Answers all that is asked, until nothing is. */
async function finishAll(): Promise<void> {
  for (let round = 0; round < 20 && pool.currentJobs().length > 0; round++) {
    for (const { answer } of mockCalls) answer({ value: 'late' });
    await passing(500);
  }
  mockCalls.length = 0;
}

beforeAll(async () => {
  // One clock for all tests: the pool remembers when light work ended.
  jest.useFakeTimers({ doNotFake: ['queueMicrotask'] });
  const navigator = { hardwareConcurrency: 2, locks };
  Object.defineProperty(globalThis, 'navigator', { value: navigator, configurable: true });
  Object.assign(globalThis, { Worker: MockWorker, crossOriginIsolated: true });
  pool = await import('./pool');
});
afterEach(finishAll);
afterAll(() => jest.useRealTimers());

test('light work goes first, on one worker; heavy work waits until it is done and drawn', async () => {
  const heavy = compute(request('suitability'));
  const account = compute(request('account'));
  const robust = { ...preparationOf('m'), scale: 'robust' as const };
  const boxes = compute({ ...request('treatedBoxes'), preparation: robust } as Request);
  await passing();
  // One after the other, where the treatment is at hand: scaling comes after it.
  expect(running()).toEqual(['account']);
  callOf('account').answer({ value: 1 });
  await passing();
  expect(await account.end).toEqual({ value: 1 });
  expect(running()).toEqual(['account', 'treatedBoxes']);
  expect(callOf('treatedBoxes').seat).toBe(callOf('account').seat);
  callOf('treatedBoxes').answer({ value: 2 });
  await passing();
  expect(await boxes.end).toEqual({ value: 2 });
  expect(running()).not.toContain('suitability');
  await passing(150);
  expect(running()).toContain('suitability');
  callOf('suitability').answer({ value: 3 });
  expect(await heavy.end).toEqual({ value: 3 });
  expect(pool.currentJobs()).toEqual([]);
});

test('light work that takes long, as of a very large table, is not waited for', async () => {
  pool.computeOn(table, request('account'), 'a');
  pool.computeOn(table, request('decomposition', 'other'), 'b');
  await passing(500);
  expect(mockCalls.map(({ of }) => of)).toEqual(['account']);
  await passing(600);
  expect(mockCalls.map(({ of }) => of)).toEqual(['account', 'decomposition']);
  expect(mockCalls[0]!.seat).not.toBe(mockCalls[1]!.seat);
});

test('what is in line starts at once where that is asked for, and is told of later', async () => {
  await passing(500);
  const told = jest.fn();
  const forget = pool.onJobs(told);
  void compute(request('suitability', 'drawing'));
  void compute(request('account', 'drawing'));
  pool.advance();
  expect(running()).toEqual(['account']);
  expect(told).not.toHaveBeenCalled();
  await passing();
  expect(told).toHaveBeenCalled();
  expect(pool.currentJobs()).toHaveLength(2);
  forget();
});

test('the longest work leaves a worker to what comes meanwhile', async () => {
  await passing(500);
  void compute(request('retention'));
  void compute(request('suitability'));
  await passing();
  // Of two workers one is kept free of them.
  expect(running()).toHaveLength(1);
  void compute(request('account', 'other'));
  await passing();
  expect(running()).toContain('account');
  expect(callOf('account').seat).not.toBe(mockCalls[0]!.seat);
});

test('work that breaks off by itself keeps its worker', async () => {
  await passing(500);
  const long = compute(request('suitability', 'stopped'));
  await passing();
  const { seat, job, answer } = callOf('suitability');
  long.stop();
  expect(await long.end).toBe('stopped');
  expect(pool.currentJobs()).toEqual([]);
  expect(Atomics.load(seat.heeds!, 0)).toBe(job);
  answer({ problem: { what: 'stopped', where: null, remedy: '' } });
  await passing(500);
  expect(seat.ended).toBe(false);
});

test('work that does not break off in time is ended with its worker, and another takes its place', async () => {
  await passing(500);
  const long = compute(request('suitability', 'deaf'));
  await passing();
  const { seat } = callOf('suitability');
  long.stop();
  await passing(40);
  expect(seat.ended).toBe(false);
  await passing(60);
  expect(seat.ended).toBe(true);
  mockCalls.length = 0;
  const again = compute(request('suitability', 'again'));
  await passing(500);
  expect(callOf('suitability').seat.ended).toBe(false);
  callOf('suitability').answer({ value: 4 });
  expect(await again.end).toEqual({ value: 4 });
});

test('reading a file cannot be broken off from within: its worker ends at once', async () => {
  const reading = pool.readTable(new Blob(['a,b\n1,2\n']), 'pots.csv');
  await passing();
  const { seat, progress } = callOf('pots.csv');
  progress(0.4);
  const [job] = pool.currentJobs();
  expect(job).toMatchObject({ label: 'reading pots.csv', done: 0.4, size: 8 });
  pool.stopJob(job!.id);
  expect(await reading.end).toBe('stopped');
  expect(seat.ended).toBe(true);
});

test('a worker that crashes says so, and is not asked again', async () => {
  await passing(500);
  const work = compute(request('account', 'crash'));
  await passing();
  const { seat } = callOf('account');
  seat.onerror!();
  const end = await work.end;
  expect(end).toMatchObject({ problem: { what: expect.stringMatching(/want of memory/) } });
  expect(seat.ended).toBe(true);
  const next = compute(request('account', 'after'));
  await passing(200);
  expect(callOf('account').seat).not.toBe(seat);
  callOf('account').answer({ value: 5 });
  expect(await next.end).toEqual({ value: 5 });
});

test('a table that no worker knows is handed to it', async () => {
  const work = compute(request('account', 'unknown'));
  await passing();
  const adopt = jest.spyOn(callOf('account').seat.remote, 'adopt');
  callOf('account').answer(null);
  await passing();
  expect(adopt).toHaveBeenCalledTimes(1);
  callOf('account').answer({ value: 6 });
  expect(await work.end).toEqual({ value: 6 });
});

test('long work is shown while it runs, and has time to keep where it stands when it is stopped', async () => {
  await passing(500);
  const shown: [unknown, number][] = [];
  const long = pool.computeOn(table, request('suitability', 'shown'), 'long', (value, done) =>
    shown.push([value, done]),
  );
  await passing();
  const { show, seat, answer } = callOf('suitability');
  show('half', 0.5);
  expect(shown).toEqual([['half', 0.5]]);
  expect(pool.currentJobs()[0]).toMatchObject({ done: 0.5 });
  long.stop();
  expect(await long.end).toBe('stopped');
  await passing(2000);
  expect(seat.ended).toBe(false);
  answer({ problem: { what: 'stopped', where: null, remedy: '' } });
  await passing(10_000);
  expect(seat.ended).toBe(false);
});

test('a worker is given each table once, from memory that both share', async () => {
  await passing(500);
  const given = { ...table, key: 'given' };
  for (const measure of ['one', 'two']) {
    const work = pool.computeOn(given, request('account', measure), 'work');
    await passing(200);
    callOf('account').answer({ value: measure });
    expect(await work.end).toEqual({ value: measure });
  }
  expect(MockWorker.all.reduce((sum, { adopted }) => sum + adopted, 0)).toBeGreaterThan(0);
  const { seat } = callOf('account');
  const before = seat.adopted;
  const again = pool.computeOn(given, request('account', 'three'), 'work');
  await passing(200);
  callOf('account').answer({ value: 3 });
  await again.end;
  expect(seat.adopted).toBe(before);
});

test('a table that cannot be fetched is told of as what it is, not as want of memory', async () => {
  await passing(500);
  MockWorker.refuses = true;
  const work = pool.computeOn({ ...table, key: 'refused' }, request('account', 'refused'), 'work');
  await passing(200);
  MockWorker.refuses = false;
  const end = await work.end;
  expect(end).toMatchObject({ problem: { what: expect.stringContaining('cannot be copied') as string } });
  expect(JSON.stringify(end)).not.toMatch(/memory/);
});

test('a worker that is ended from outside is replaced at once, and its work asked again', async () => {
  await passing(500);
  const long = compute(request('suitability', 'outside'));
  await passing();
  const first = callOf('suitability').seat;
  waiting.get(first.holds!)!();
  await passing();
  const second = callOf('suitability').seat;
  expect(second).not.toBe(first);
  // What the first one had to say comes too late.
  mockCalls.find(({ seat }) => seat === first)!.answer({ value: 'from the dead' });
  await passing();
  callOf('suitability').answer({ value: 'found' });
  expect(await long.end).toEqual({ value: 'found' });
});

test('work that loses worker after worker is given up', async () => {
  await passing(500);
  const fatal = compute(request('suitability', 'fatal'));
  for (let time = 0; time < 3; time++) {
    await passing();
    waiting.get(callOf('suitability').seat.holds!)!();
  }
  expect(await fatal.end).toMatchObject({ problem: { what: expect.stringContaining('broke off') } });
});

test('a worker that never starts is replaced after a while', async () => {
  await passing(500);
  for (const worker of MockWorker.all.filter(({ ended }) => !ended)) waiting.get(worker.holds!)!();
  MockWorker.dead = true;
  const work = compute(request('suitability', 'unborn'));
  await passing();
  const first = callOf('suitability').seat;
  MockWorker.dead = false;
  await passing(25_000);
  expect(callOf('suitability').seat).not.toBe(first);
  callOf('suitability').answer({ value: 'found' });
  expect(await work.end).toEqual({ value: 'found' });
});

test('reading that takes far too long for its size is given up, and says so', async () => {
  await passing(500);
  const reading = pool.readTable(new Blob(['a,b']), 'endless.csv');
  await passing(100_000);
  expect(pool.currentJobs()).toHaveLength(1);
  await passing(30_000);
  expect(await reading.end).toMatchObject({ problem: { what: expect.stringContaining('far longer') } });
});
