import { copyText } from './copy';

const own = Object.getOwnPropertyDescriptor(globalThis, 'navigator');
const withNavigator = (value: object) =>
  Object.defineProperty(globalThis, 'navigator', { value, configurable: true });

afterEach(() => {
  if (own === undefined) Reflect.deleteProperty(globalThis, 'navigator');
  else Object.defineProperty(globalThis, 'navigator', own);
});

test('a text is copied where the browser lets the page do so', async () => {
  const written: string[] = [];
  withNavigator({ clipboard: { writeText: (text: string) => Promise.resolve(void written.push(text)) } });
  expect(await copyText('a\tb')).toBe(true);
  expect(written).toEqual(['a\tb']);
});

test.each([
  ['on an address that is not secure', {}],
  ['where it is refused', { clipboard: { writeText: () => Promise.reject(new Error('NotAllowed')) } }],
])('it is not, and nothing is thrown, %s', async (_, navigator) => {
  withNavigator(navigator);
  expect(await copyText('a')).toBe(false);
});
