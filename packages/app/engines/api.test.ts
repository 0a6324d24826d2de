import { momentsSchema } from '@wold/core/engines/wire';
import { z } from 'zod';
import { ask, askInLines } from './api';

const TWO = { rows: 1, columns: 1, values: [2] };
const MOMENTS = {
  measures: ['a'],
  rows: 9,
  n: 5,
  total: 5,
  means: [1],
  least: [0],
  most: [3],
  units: [3],
  products: TWO,
  groups: null,
};

/** What was asked, and an answer of some text in pieces. */
function answering(pieces: readonly string[], status = 200) {
  const asked: { path: string; headers: Headers; signal: AbortSignal | undefined }[] = [];
  const body = () => {
    const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
    const writer = writable.getWriter();
    void (async () => {
      for (const piece of pieces) await writer.write(new TextEncoder().encode(piece));
      await writer.close();
    })().catch(() => undefined);
    return readable;
  };
  globalThis.fetch = ((path: string, { headers, signal }: RequestInit) => {
    asked.push({ path, headers: headers as Headers, signal: signal ?? undefined });
    return Promise.resolve({
      ok: status < 400,
      status,
      body: body(),
      json: () => Promise.resolve(JSON.parse(pieces.join(''))),
    });
  }) as never;
  return asked;
}

describe('what the server answers line by line', () => {
  test('progress as it comes, whatever the pieces, then the result', async () => {
    const asked = answering([
      '{"progress":0}\n{"progr',
      'ess":0.5}\n',
      `{"result":${JSON.stringify(MOMENTS)}}\n`,
    ]);
    const told: number[] = [];
    const found = await askInLines('moments', momentsSchema, '{}', done => told.push(done));
    expect(told).toEqual([0, 0.5]);
    expect(found.products.values).toEqual(Float64Array.of(2));
    expect(asked[0]!.path).toBe('/api/moments');
  });

  test('a problem is one here, with its remedy', async () => {
    answering(['{"problem":{"what":"it hangs","where":"t","remedy":"Wait."}}\n']);
    await expect(askInLines('moments', momentsSchema, '{}', () => undefined)).rejects.toMatchObject({
      what: 'it hangs',
      where: 't',
      remedy: 'Wait.',
    });
  });

  test('an answer that ends without a result, or is another', async () => {
    answering(['{"progress":0}\n']);
    await expect(askInLines('moments', momentsSchema, '{}', () => undefined)).rejects.toThrow(
      /does not answer/,
    );
    answering(['{"result":{"n":1}}\n']);
    await expect(askInLines('moments', momentsSchema, '{}', () => undefined)).rejects.toThrow(
      /not understood/,
    );
    answering(['{"other":1}\n']);
    await expect(askInLines('moments', momentsSchema, '{}', () => undefined)).rejects.toThrow(
      /not understood/,
    );
  });

  test('whoever stops is heard: the request is broken off', async () => {
    const asked = answering(['{"progress":0}\n', '{"progress":0.1}\n']);
    const stop = (done: number): void => {
      if (done > 0) throw new Error('stopped');
    };
    await expect(askInLines('moments', momentsSchema, '{}', stop)).rejects.toThrow('stopped');
    expect(asked[0]!.signal!.aborted).toBe(true);
  });
});

test('refusals say why; without sources there is no such thing', async () => {
  answering(['{"what":"it comes from another page","where":null,"remedy":"Ask from Wold."}'], 403);
  await expect(ask('sources', z.array(z.string()))).rejects.toThrow(/another page. Ask from Wold/);
  answering(['"Not found"'], 404);
  await expect(ask('sources', z.array(z.string()))).rejects.toThrow(/started without sources/);
  globalThis.fetch = (() => Promise.reject(new TypeError('network'))) as never;
  await expect(ask('sources', z.array(z.string()))).rejects.toThrow(/does not answer/);
});
