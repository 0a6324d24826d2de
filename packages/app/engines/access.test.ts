/** @jest-environment jsdom */
import { accessToken, hasApi, takeToken } from './access';
import { broughtToken } from './token';

test('the token leaves the address, and is brought from then on', () => {
  history.replaceState(null, '', '/study/1/table?view=x#token=abc-123');
  takeToken();
  expect(location.pathname + location.search + location.hash).toBe('/study/1/table?view=x');
  expect(accessToken()).toBe('abc-123');
  // What asks the server brings it.
  expect(broughtToken()).toBe('abc-123');
  // Loaded anew, the tab still has it.
  history.replaceState(null, '', '/');
  takeToken();
  expect(accessToken()).toBe('abc-123');
});

test('the page says whether there is an interface', () => {
  document.head.innerHTML = '<meta name="api" content="">';
  expect(hasApi()).toBe(false);
  document.head.innerHTML = '<meta name="api" content="1">';
  expect(hasApi()).toBe(true);
});
