import 'fake-indexeddb/auto';
import { database } from '../storage/database';
import { once } from './once';

beforeEach(() => database.results.clear());

test('a dear result is found once and kept, and one that fails is asked for again', async () => {
  let found = 0;
  const work = () => Promise.resolve({ values: Float64Array.from([++found]) });
  expect(await once('graph', work)).toEqual({ values: Float64Array.from([1]) });
  expect(await once('graph', work)).toEqual({ values: Float64Array.from([1]) });
  await expect(once('other', () => Promise.reject(new Error('stopped')))).rejects.toThrow('stopped');
  expect(await once('other', work)).toEqual({ values: Float64Array.from([2]) });
});

test('where storage fails it is found all the same', async () => {
  jest.spyOn(database.results, 'get').mockRejectedValue(new Error('gone'));
  jest.spyOn(database.results, 'put').mockRejectedValue(new Error('full'));
  expect(await once('graph', () => Promise.resolve(5))).toBe(5);
  jest.restoreAllMocks();
});
