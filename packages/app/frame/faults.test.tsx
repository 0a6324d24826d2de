/** @jest-environment ./packages/app/testing/dom.mjs */
import 'fake-indexeddb/auto';
import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useEffect, type ReactNode } from 'react';
import { noticed } from '../store/noticeSlice';
import { questionAt } from '../readings/questions';
import { show } from '../testing/show';
import { Boundary } from './Boundary';
import { Frame } from './Frame';
import { NoticeLine } from './NoticeLine';
import { reportStrayFaults } from './strayFaults';

const PARTS = ['reading', 'lens', 'brief', 'shelf', 'rail'] as const;
const MOMENTS = ['render', 'effect', 'event', 'chart callback', 'chart resize'] as const;
type Part = (typeof PARTS)[number];

/** Which part fails, and when. */
let mockFault: { part: Part; when: (typeof MOMENTS)[number] } | null = null;

function fail(): never {
  throw new Error('a stone in the way');
}

/** In place of a part: it fails as it is told to, and says that it is there otherwise. */
function MockPart({ part }: { part: Part }): ReactNode {
  const when = mockFault?.part === part ? mockFault.when : null;
  useEffect(() => {
    if (when === 'effect') fail();
  }, [when]);
  if (when === 'render') fail();
  const { ChartHost } = jest.requireActual<typeof import('../charts/ChartHost')>('../charts/ChartHost');
  const option = () => ({ fails: when });
  return (
    <div>
      <span>the {part} stands</span>
      <button type="button" onClick={() => when === 'event' && fail()}>
        press the {part}
      </button>
      {(when === 'chart callback' || when === 'chart resize') && (
        <ChartHost label={`chart of the ${part}`} fileStem="chart" option={option} numbers={() => []} />
      )}
    </div>
  );
}

jest.mock('../workers/pool', () => jest.requireActual<object>('../testing/pool'));
jest.mock('../readings/readings', () => ({
  readingOf: () => ({
    words: [],
    Brief: () => <MockPart part="brief" />,
    Reading: () => <MockPart part="reading" />,
    Aside: null,
  }),
}));
jest.mock('../lens/LensPanel', () => ({ LensPanel: () => <MockPart part="lens" /> }));
jest.mock('./Shelf', () => ({ Shelf: () => <MockPart part="shelf" /> }));
jest.mock('./Rail', () => ({ Rail: () => <MockPart part="rail" /> }));
jest.mock('../charts/echarts', () => ({
  echarts: {
    init: () => {
      let failing = '';
      return {
        setOption: ({ fails }: { fails: string }) => {
          failing = fails;
          if (fails === 'chart callback') fail();
        },
        resize: () => failing === 'chart resize' && fail(),
        dispose: () => undefined,
      };
    },
  },
}));

/** Says a size, and says it again. */
class SizedObserver {
  readonly told: () => void;
  constructor(told: () => void) {
    this.told = told;
    observers.push(this);
  }
  observe(element: HTMLElement) {
    Object.defineProperties(element, { clientWidth: { value: 300 }, clientHeight: { value: 200 } });
    this.told();
  }
  unobserve() {}
  disconnect() {}
}
let observers: SizedObserver[] = [];

beforeEach(() => {
  observers = [];
  Object.assign(window, { ResizeObserver: SizedObserver });
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => {
  mockFault = null;
  jest.restoreAllMocks();
});

for (const part of PARTS) {
  for (const when of MOMENTS) {
    test(`a fault of the ${part} in ${when} takes no other part, and is reported`, async () => {
      mockFault = { part, when };
      const { store } = show(
        <>
          <Frame question={questionAt('meaning')!} />
          <NoticeLine />
        </>,
      );
      const stop = reportStrayFaults(store.dispatch as never);
      if (when === 'event') {
        await userEvent.setup().click(await screen.findByRole('button', { name: `press the ${part}` }));
      }
      if (when === 'chart resize') act(() => observers.forEach(({ told }) => told()));
      expect((await screen.findAllByText(/a stone in the way/)).length).toBeGreaterThan(0);
      const standing = when === 'render' || when === 'effect' ? PARTS.filter(other => other !== part) : PARTS;
      for (const other of standing) expect(screen.getByText(`the ${other} stands`)).toBeTruthy();
      expect(screen.getByRole('button', { name: 'keys' })).toBeTruthy();
      stop();
    });
  }
}

test('a promise that fails is reported too, and what browsers report for nothing is not', async () => {
  const { store } = show(<NoticeLine />);
  const stop = reportStrayFaults(store.dispatch as never);
  const rejected = Object.assign(new Event('unhandledrejection'), { reason: new Error('no such thing') });
  act(() => void window.dispatchEvent(rejected));
  expect(await screen.findByText(/no such thing/)).toBeTruthy();
  act(() => void store.dispatch(noticed({ kind: 'done', text: 'nothing' })));
  act(
    () =>
      void window.dispatchEvent(
        new ErrorEvent('error', { message: 'ResizeObserver loop completed with undelivered notifications.' }),
      ),
  );
  expect(screen.queryByText(/ResizeObserver/)).toBeNull();
  stop();
});

test('where even the note of a fault fails, plain elements say what happened', async () => {
  function Failing({ fails }: { fails: () => boolean }): ReactNode {
    return fails() ? fail() : 'all is well';
  }
  let failing = true;
  // Components walk over the members of their own tables: one that every object has by a fault breaks them all.
  Object.defineProperty(Object.prototype, 'prev', { value: null, enumerable: true, configurable: true });
  try {
    show(
      <Boundary part="This reading">
        <Failing fails={() => failing} />
      </Boundary>,
    );
    expect(screen.getByRole('alert').textContent).toContain('This reading failed: a stone in the way');
  } finally {
    delete (Object.prototype as { prev?: unknown }).prev;
  }
  failing = false;
  await userEvent.setup().click(screen.getByRole('button', { name: 'Try again' }));
  expect(screen.getByText('all is well')).toBeTruthy();
});
