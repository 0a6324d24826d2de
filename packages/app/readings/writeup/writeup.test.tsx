/** @jest-environment ./packages/app/testing/dom.mjs */
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useLocation } from 'react-router';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { editedReport } from '@wold/core/report/edited';
import type { Report } from '@wold/core/report/report';
import { live, told } from '@wold/core/writeup/told';
import { pots, show } from '../../testing/show';
import { Checklist } from './Checklist';
import { LeftOut } from './LeftOut';
import { Sentences } from './Sentences';

const mockWait = jest.fn();
let mockReport: Report | null = null;
jest.mock('../../results/reports', () => ({
  useReport: () => ({ report: mockReport, stale: false, stopped: false, wait: mockWait, resume: jest.fn() }),
}));

const user = userEvent.setup();
const recipe = freshRecipe(pots);
const [{ id }] = recipe.reductions as unknown as [{ id: string }];

/** With a picture, which every report is expected to hold. */
const withPicture: typeof recipe = {
  ...recipe,
  writeup: {
    ...recipe.writeup,
    figures: [
      {
        key: 'f',
        section: id,
        title: 'Scree',
        caption: 'Scree.',
        width: 80,
        height: 60,
        svg: '<svg></svg>',
        of: 'x',
      },
    ],
  },
};

/** A report of one sentence in each place, and what is expected of it. */
const report = (checks: Report['checks'] = []): Report => ({
  title: 'pots',
  sections: [
    {
      key: 'data',
      title: 'Data',
      reduction: null,
      methods: [told('rows')`The table has ${live('many', '4 rows', 1)}.`],
      results: [told('second')`A second sentence.`],
      tables: [],
    },
    {
      key: id,
      title: 'Components',
      reduction: id,
      methods: [told(`${id} method`)`Components were found.`],
      results: [],
      tables: [],
    },
  ],
  checks,
});

function Where() {
  return <output aria-label="where">{useLocation().pathname}</output>;
}

beforeEach(() => {
  mockWait.mockClear();
  mockReport = report();
});

describe('the checklist', () => {
  const check = { what: 'rows used', at: 'rows', remedy: 'Look there.', question: 2, section: 'data' };

  test('is not there before the report is', () => {
    mockReport = null;
    const { container } = show(<Checklist />, recipe, '/study/study/writeup');
    expect(container.querySelector('section')).toBeNull();
  });

  test('says that all is there', () => {
    mockReport = report([check]);
    show(<Checklist />, withPicture, '/study/study/writeup');
    expect(screen.getByRole('heading', { name: 'All that is expected is there' })).toBeTruthy();
    expect(screen.getByText('rows used').textContent).toContain('there');
    expect(screen.queryByRole('button')).toBeNull();
  });

  test('what is missing leads to the question that has it', async () => {
    mockReport = report([check, { ...check, what: 'means', at: null }]);
    show(
      <>
        <Checklist />
        <Where />
      </>,
      withPicture,
      '/study/study/writeup',
    );
    expect(screen.getByRole('heading', { name: '1 of 3 expected parts missing' })).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Look there.' }));
    expect(screen.getByLabelText('where').textContent).toBe('/study/study/preparation');
    expect(mockWait).not.toHaveBeenCalled();
  });

  test('what is missing since it takes long is found on asking, in its place', async () => {
    const dear = {
      ...check,
      what: 'resamples',
      at: null,
      dear: true,
      remedy: 'It takes a while: find it now.',
    };
    mockReport = report([{ ...dear, section: id }]);
    show(
      <>
        <Checklist />
        <Where />
      </>,
      recipe,
      '/study/study/writeup',
    );
    await user.click(screen.getByRole('button', { name: /find it now/ }));
    expect(mockWait).toHaveBeenCalledTimes(1);
    expect(screen.getByLabelText('where').textContent).toBe('/study/study/writeup');
  });

  test('a sentence that was left out is missing, and said to be left out', () => {
    const out = { ...recipe, writeup: { ...recipe.writeup, out: ['rows'] } };
    mockReport = report([{ ...check, remedy: '' }]);
    show(<Checklist />, out, '/study/study/writeup');
    expect(screen.getByRole('button', { name: 'It was left out.' })).toBeTruthy();
  });
});

describe('sentences of the report', () => {
  const shown = (given = recipe) => {
    const read = editedReport(report(), given.writeup);
    return show(
      <>
        <Sentences section={read.sections[0]!} place="methods" read={read} />
        <LeftOut section={read.sections[0]!} />
      </>,
      given,
      '/study/study/writeup',
    );
  };

  test('have their figures in them, and are left out', async () => {
    const { study } = shown();
    expect(screen.getByText(/The table has/).textContent).toContain('The table has 4 rows.');
    await user.click(screen.getByRole('button', { name: /^Leave out: The table has/ }));
    expect(study().recipe.writeup.out).toEqual(['rows']);
  });

  test('what was left out is told of, and taken in again', async () => {
    const { study } = shown({ ...recipe, writeup: { ...recipe.writeup, out: ['rows'] } });
    expect(screen.queryByRole('button', { name: /^Leave out/ })).toBeNull();
    expect(screen.getByText(/1\spart left out/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Take in' }));
    expect(study().recipe.writeup.out).toEqual([]);
  });

  test('are put in other words, in which the figure lives on', async () => {
    const { study } = shown();
    await user.click(screen.getByRole('button', { name: /^Edit: The table has/ }));
    const box = screen.getByRole('textbox');
    expect((box as HTMLTextAreaElement).value).toBe('The table has {many}.');
    await user.clear(box);
    await user.type(box, 'There are {{many} in all.');
    await user.click(screen.getByRole('button', { name: /Keep|Done|Save/ }));
    expect(study().recipe.writeup.edited).toEqual([{ key: 'rows', text: 'There are {many} in all.' }]);
  });
});

test('a report of a section that has nothing left out shows nothing of it', () => {
  const read = editedReport(report(), recipe.writeup);
  const { container } = show(<LeftOut section={read.sections[1]!} />, recipe, '/study/study/writeup');
  expect(within(container).queryByRole('button')).toBeNull();
});
