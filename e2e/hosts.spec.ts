import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';

const folder = () => mkdtempSync(join(tmpdir(), 'wold-'));

/** Runs the command line and gives its exit code and what it said. */
function wold(...args: string[]): Promise<{ code: number; said: string }> {
  return new Promise(resolve => {
    execFile('npx', ['wold', ...args], (error, stdout, stderr) => {
      resolve({ code: error === null ? 0 : Number(error.code), said: stdout + stderr });
    });
  });
}

/** Starts the server and waits for its address. */
async function serve(...args: string[]): Promise<{ server: ChildProcess; said: string }> {
  const server = spawn('node', ['packages/server/dist/main.js', ...args]);
  let said = '';
  await new Promise<void>(resolve => {
    server.stdout.on('data', (data: Buffer) => {
      said += data.toString();
      if (said.includes('http://')) resolve();
    });
  });
  return { server, said };
}

const stopped = (server: ChildProcess) => new Promise<number | null>(resolve => server.on('close', resolve));

test.describe('the command line', () => {
  const recipe = {
    format: 'wold recipe',
    version: 1,
    columns: [
      { name: 'a', role: 'measure' },
      { name: 'b', role: 'measure' },
      { name: 'k', role: 'label' },
    ],
    preparation: {
      rowsAside: { of: '', rows: [] },
      missing: 'median',
      gapsAllowed: 1,
      outliers: 'none',
      reach: 1.5,
      unfenced: [],
      rowTransform: 'none',
      transform: 'none',
      transforms: {},
      scale: 'unit-variance',
      weighting: 'proportional',
    },
    reductions: [
      {
        id: 'components-1',
        name: 'Components',
        method: 'components',
        without: [],
        keep: 1,
        names: { 1: 'Size' },
        fade: 0.4,
        map: { x: 1, y: 2, colour: 'k' },
      },
    ],
  };

  function made(table: string, name = 'table.csv'): { at: string; recipe: string; table: string } {
    const at = folder();
    writeFileSync(join(at, 'recipe.json'), JSON.stringify(recipe));
    writeFileSync(join(at, name), table);
    return { at, recipe: join(at, 'recipe.json'), table: join(at, name) };
  }

  test('runs a recipe written by hand, on CSV and on JSON alike', async () => {
    const csv = made('a,b,k\n1,2,x\n2,,y\n3,5,x\n4,1,y\n');
    const run = await wold('run', csv.recipe, '--table', csv.table, '--out', join(csv.at, 'out'));
    expect(run.code).toBe(0);
    expect(run.said).toContain('4 of 4 rows used, 2 measures');
    expect(readdirSync(join(csv.at, 'out')).sort()).toEqual([
      'components-coefficients.csv',
      'components-dimensions.csv',
      'components-eigenvalues.csv',
      'components-loadings.csv',
      'components-measures.csv',
      'components-random.csv',
      'components-rows.csv',
      'components-scores.csv',
      'components-votes.csv',
      'figures.json',
      'recipe.json',
    ]);
    const json = made(
      JSON.stringify({ a: [1, 2, 3, 4], b: [2, null, 5, 1], k: ['x', 'y', 'x', 'y'] }),
      'table.json',
    );
    expect((await wold('run', json.recipe, '--table', json.table, '--out', join(json.at, 'out'))).code).toBe(
      0,
    );
    const scores = (at: string) => readFileSync(join(at, 'out', 'components-scores.csv'), 'utf8');
    expect(scores(json.at)).toBe(scores(csv.at));
    expect(scores(csv.at).split('\n')[0]).toBe('a,b,k,Size');
  });

  for (const [what, table, message] of [
    ['a table without the columns', 'a,c\n1,2\n2,3\n', /lacks 2 of the recipe's columns: “b”, “k”/],
    ['a table of words', 'a,b,k\nx,2,x\ny,3,y\nz,4,z\n', /takes “a” as numbers, and they are not/],
    ['an empty table', '', /file is empty/],
  ] as const) {
    test(`${what} ends with what, where and what to do, and writes nothing`, async () => {
      const files = made(table);
      const run = await wold('run', files.recipe, '--table', files.table, '--out', join(files.at, 'out'));
      expect(run.code).toBe(1);
      expect(run.said).toMatch(message);
      expect(readdirSync(files.at)).not.toContain('out');
    });
  }

  test('a file that is not there, and a recipe that is none, are named', async () => {
    const files = made('a,b,k\n1,2,x\n');
    const absent = await wold('run', join(files.at, 'no.json'), '--table', files.table, '--out', files.at);
    expect(absent.said).toMatch(/no\.json: there is no such file/);
    const wrong = await wold('run', files.table, '--table', files.table, '--out', files.at);
    expect(wrong.said).toMatch(/table\.csv: it is not JSON/);
    expect([absent.code, wrong.code]).toEqual([1, 1]);
  });
});

test.describe('the server', () => {
  test('takes the next port where one is in use, and stops cleanly when told', async () => {
    const first = await serve('--port', '8490');
    const second = await serve('--port', '8490');
    expect(first.said).toContain('http://127.0.0.1:8490');
    expect(second.said).toContain('Port 8490 is in use.');
    expect(second.said).toMatch(/http:\/\/127\.0\.0\.1:849[1-9]/);
    const codes = [stopped(first.server), stopped(second.server)];
    first.server.kill('SIGTERM');
    second.server.kill('SIGINT');
    expect(await Promise.all(codes)).toEqual([0, 0]);
  });

  test('refuses a port that is none', async () => {
    const server = spawn('node', ['packages/server/dist/main.js', '--port', 'none']);
    let said = '';
    server.stderr.on('data', (data: Buffer) => (said += data.toString()));
    expect(await stopped(server)).toBe(1);
    expect(said).toContain('A port is a whole number from 1 to 65535');
  });

  test('says in a sentence why it cannot listen at an address', async () => {
    for (const [host, why] of [
      ['203.0.113.7', /this machine has no such address/],
      ['no.such.host.invalid', /no host of that name|cannot be looked up/],
    ] as const) {
      const server = spawn('node', ['packages/server/dist/main.js', '--host', host]);
      let said = '';
      server.stderr.on('data', (data: Buffer) => (said += data.toString()));
      expect(await stopped(server)).toBe(1);
      expect(said).toMatch(why);
      expect(said).not.toContain('    at ');
    }
  });

  test('500 requests at a time take less than 200 MB', async () => {
    test.skip(process.platform !== 'linux', 'memory is read from /proc');
    const { server, said } = await serve('--port', '8495');
    const address = /http:\S+/.exec(said)![0];
    const assets = 'packages/app/dist/assets';
    const [largest] = readdirSync(assets)
      .filter(name => name.endsWith('.js'))
      .sort((a, b) => statSync(join(assets, b)).size - statSync(join(assets, a)).size);
    const replies = await Promise.all(
      Array.from({ length: 500 }, async () => {
        const reply = await fetch(`${address}/assets/${largest!}`, { headers: { 'accept-encoding': 'br' } });
        return [reply.status, (await reply.arrayBuffer()).byteLength] as const;
      }),
    );
    const size = statSync(join(assets, largest!)).size;
    expect(new Set(replies.map(([status, bytes]) => `${status} ${bytes}`))).toEqual(new Set([`200 ${size}`]));
    const peak = Number(/VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${server.pid!}/status`, 'utf8'))![1]);
    const code = stopped(server);
    server.kill('SIGTERM');
    await code;
    expect(peak / 1e3).toBeLessThan(200);
  });
});
