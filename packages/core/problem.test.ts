import { stretch } from './host';
import { Problem, problemData } from './problem';

test('a problem says where, what and what to do', () => {
  const problem = new Problem('it is not whole', 'Write it again.', 'pots.csv');
  expect(problem.message).toBe('pots.csv: it is not whole. Write it again.');
  expect(problemData(problem)).toEqual({
    what: 'it is not whole',
    where: 'pots.csv',
    remedy: 'Write it again.',
  });
});

test('anything else thrown is a fault of Wold, and says that nothing is lost', () => {
  expect(problemData(new TypeError('x is undefined'))).toMatchObject({
    what: 'Wold failed: x is undefined',
    where: null,
    remedy: expect.stringContaining('unharmed'),
  });
  expect(problemData('odd').what).toBe('Wold failed: odd');
});

test('a stretch of work reports its part of the whole', () => {
  const seen: number[] = [];
  const part = stretch({ progress: done => seen.push(done) }, 0.2, 0.6);
  for (const done of [0, 0.5, 1]) part.progress(done);
  expect(seen).toEqual([0.2, 0.4, 0.6]);
});
