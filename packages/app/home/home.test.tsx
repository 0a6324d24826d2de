/** @jest-environment ./packages/app/testing/dom.mjs */
import 'fake-indexeddb/auto';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useLocation } from 'react-router';
import { database } from '../storage/database';
import { createStudy } from '../storage/studies';
import { pots, show } from '../testing/show';
import { demoTables } from './demoTables';
import { Home } from './Home';

jest.mock('../workers/pool', () => jest.requireActual<object>('../testing/pool'));

const user = userEvent.setup();
beforeEach(async () => {
  await Promise.all([database.studies.clear(), database.answers.clear(), database.studyTables.clear()]);
});

function Where() {
  return <output aria-label="where">{useLocation().pathname}</output>;
}
const shown = () =>
  show(
    <>
      <Home />
      <Where />
    </>,
    undefined,
    '/',
  );
const list = async () => within(await screen.findByRole('region', { name: 'Studies kept in this browser' }));

test('a file becomes a study, kept and opened', async () => {
  shown();
  expect(await screen.findByText(/None yet/)).toBeTruthy();
  const file = new File(['a,b,c\n1,2,3\n2,5,1\n3,1,2\n'], 'jars.csv');
  await user.upload(screen.getByLabelText('Table file'), file);
  await waitFor(() => expect(screen.getByLabelText('where').textContent).toMatch(/^\/study\/.+\/table$/));
  expect((await database.studies.toArray()).map(({ name }) => name)).toEqual(['jars']);
});

test('a file that is no table is named, with what to do', async () => {
  shown();
  await user.upload(screen.getByLabelText('Table file'), new File([''], 'empty.csv'));
  const alert = await screen.findByRole('alert');
  expect(alert.textContent).toMatch(/empty\.csv/);
  expect(screen.getByLabelText('where').textContent).toBe('/');
});

test('every made-up table can be opened', async () => {
  for (const { name, make } of demoTables) {
    const made = await make();
    const text = typeof made === 'string' ? made : await made.text();
    expect(text.split('\n').length).toBeGreaterThan(100);
    expect(name).toMatch(/^Tavering/);
  }
  shown();
  expect(screen.getAllByRole('button', { name: /^Tavering/ })).toHaveLength(demoTables.length);
});

test('studies are listed with their answers, renamed, copied and deleted', async () => {
  const study = await createStudy(pots, 'Pots');
  await database.answers.put({ study: study.id, answers: [{ route: 'map', text: '4 rows' }] });
  shown();
  const studies = await list();
  expect((await studies.findByRole('link', { name: /Pots/ })).getAttribute('href')).toBe(
    `/study/${study.id}/table`,
  );
  expect(studies.getByText('4 rows')).toBeTruthy();
  await user.click(studies.getByRole('button', { name: 'Rename Pots' }));
  await user.keyboard('Jars{Enter}');
  expect(await studies.findByRole('link', { name: /Jars/ })).toBeTruthy();
  await user.click(studies.getByRole('button', { name: 'Copy Jars' }));
  await user.click(await studies.findByRole('button', { name: 'Delete Jars, copy' }));
  await waitFor(() => expect(studies.queryByRole('link', { name: /copy/ })).toBeNull());
  expect(studies.getByRole('link', { name: /Jars/ })).toBeTruthy();
});

test('a damaged study is told of, and the page opens all the same', async () => {
  await createStudy(pots, 'Pots');
  await database.studies.put({ id: 'broken', recipe: 1 } as never);
  shown();
  const studies = await list();
  expect(await studies.findByText('A damaged study')).toBeTruthy();
  expect(studies.getByRole('link', { name: /Pots/ })).toBeTruthy();
  await user.click(studies.getByRole('button', { name: 'Delete for good' }));
  await waitFor(() => expect(studies.queryByText('A damaged study')).toBeNull());
});
