type Rules = Readonly<Record<'createScriptURL' | 'createScript' | 'createHTML', (text: string) => string>>;

const rules = async (): Promise<Rules> => {
  let made: Rules | null = null;
  const trustedTypes = {
    createPolicy: (name: string, given: Rules) => {
      expect(name).toBe('default');
      made = given;
    },
  };
  Object.assign(globalThis, { trustedTypes, location: new URL('http://127.0.0.1:8470/study/1/table') });
  await jest.isolateModulesAsync(async () => void (await import('./trusted')));
  return made!;
};

afterEach(() => {
  Reflect.deleteProperty(globalThis, 'trustedTypes');
  Reflect.deleteProperty(globalThis, 'location');
});

test('workers start from Wold’s own scripts alone', async () => {
  const { createScriptURL } = await rules();
  for (const own of ['http://127.0.0.1:8470/assets/a.js', '/assets/a.js'])
    expect(createScriptURL(own)).toBe(own);
  for (const other of [
    'http://a.example/a.js',
    'data:text/javascript,1',
    'blob:http://a.example/1',
    '//a.example/b.js',
  ]) {
    expect(() => createScriptURL(other)).toThrow(TypeError);
  }
});

test('no text becomes a script, nor a part of the page but nothing at all', async () => {
  const { createScript, createHTML } = await rules();
  expect(() => createScript('1')).toThrow(TypeError);
  expect(() => createHTML('<b>bold</b>')).toThrow(TypeError);
  expect(createHTML('')).toBe('');
});

test('a browser without trusted types has nothing to do', async () => {
  await expect(
    jest.isolateModulesAsync(async () => void (await import('./trusted'))),
  ).resolves.toBeUndefined();
});
