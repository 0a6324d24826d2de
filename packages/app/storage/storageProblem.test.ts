import { storageProblem } from './storageProblem';

const error = (name: string, message = 'x') => Object.assign(new Error(message), { name });

test.each([
  ['QuotaExceededError', /no room left/, /delete studies/],
  ['MissingAPIError', /no storage/, /Allow site data/],
  ['SecurityError', /no storage/, /Allow site data/],
  ['VersionError', /newer Wold/, /Start that one/],
  ['DatabaseClosedError', /broke off/, /start the browser again/],
])('%s has its own cause and remedy, and a way out', (name, what, remedy) => {
  const problem = storageProblem(error(name));
  expect(problem.what).toMatch(what);
  expect(problem.remedy).toMatch(remedy);
  expect(problem.remedy).toContain('as a file');
  // Room helps only where there is none.
  expect(/delete/.test(problem.remedy)).toBe(name === 'QuotaExceededError');
});

test('the cause within goes before its wrapping, and plain data from workers tell it too', () => {
  const wrapped = Object.assign(error('AbortError'), { inner: error('QuotaExceededError') });
  expect(storageProblem(wrapped).what).toMatch(/no room/);
  expect(storageProblem({ name: 'QuotaExceededError', message: '' }).what).toMatch(/no room/);
  expect(storageProblem(error('OddError', 'the disk sings')).what).toBe('the browser says: the disk sings');
  expect(storageProblem('words').what).toContain('words');
});
