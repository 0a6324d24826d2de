import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

const root = join(__dirname, '..');

/** What the linter says of files of some paths and contents: all in one process, since it starts slowly. */
function lint(files) {
  const script = `
    import { ESLint } from 'eslint';
    const eslint = new ESLint({ cwd: ${JSON.stringify(root)} });
    const found = [];
    for (const [path, text] of ${JSON.stringify(files)}) {
      const [{ messages }] = await eslint.lintText(text, { filePath: path });
      found.push(messages.map(({ ruleId, message }) => ruleId + ': ' + message));
    }
    console.log(JSON.stringify(found));`;
  const out = execFileSync('node', ['--input-type=module', '--eval', script], {
    cwd: root,
    encoding: 'utf8',
  });
  return JSON.parse(out);
}

const FORBIDDEN = [
  [
    'core on Node',
    'packages/core/table/x.ts',
    "import { a } from 'node:fs';\na();\n",
    /Core runs on any host/,
  ],
  [
    'core on React',
    'packages/core/recipe/x.ts',
    "import { a } from 'react';\na();\n",
    /Core runs on any host/,
  ],
  [
    'core on the page',
    'packages/core/table/x.ts',
    'export const a = () => document.title;\n',
    /Core runs on any host/,
  ],
  ['the app on Node', 'packages/app/home/x.ts', "import { a } from 'node:fs';\na();\n", /runs in a browser/],
  [
    'names as members of an object',
    'packages/core/table/x.ts',
    'export const a: Record<string, number> = {};\nexport type B = { [name: string]: number };\n',
    /Names, levels and codes.*\n.*Names, levels and codes/,
  ],
  [
    'a list spread into arguments',
    'packages/app/home/x.ts',
    'export const a = (rows: number[]) => Math.max(...rows);\n',
    /No list is spread into arguments/,
  ],
];
const FREE = ['packages/core/recipe/x.ts', "import { a } from '../table/column';\nexport const b = a;\n"];

describe('hosts are held apart, and names are data', () => {
  const found = lint([...FORBIDDEN.map(([, path, text]) => [path, text]), FREE]);

  test.each(FORBIDDEN.map(([name, , , message], at) => [name, message, at]))('%s', (_, message, at) => {
    expect(found[at].join('\n')).toMatch(message);
  });

  test('the right way is free', () => {
    expect(found.at(-1)).toEqual([]);
  });
});

/** What the checker of dependencies says of made-up files, each with what it imports. */
function cruised(files) {
  const folder = mkdtempSync(join(tmpdir(), 'wold-lint-'));
  try {
    writeFileSync(join(folder, 'tsconfig.base.json'), '{}');
    for (const [path, imports] of Object.entries(files)) {
      mkdirSync(dirname(join(folder, path)), { recursive: true });
      const lines = imports.map(
        (from, k) => `import * as a${k} from '${from}';\nexport const b${k} = a${k};\n`,
      );
      writeFileSync(join(folder, path), lines.join('') || 'export const b = 1;\n');
    }
    const config = join(root, '.dependency-cruiser.mjs');
    const bin = join(root, 'node_modules', '.bin', 'depcruise');
    const args = ['--config', config, '--output-type', 'json', 'packages'];
    const { stdout } = spawnSync(bin, args, { cwd: folder, encoding: 'utf8' });
    return JSON.parse(stdout).summary.violations.map(({ rule }) => rule.name);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

describe('imports run one way, and in no circle', () => {
  test.each([
    [
      'an upper folder of core uses a lower',
      { 'packages/core/table/x.ts': ['../recipe/y'], 'packages/core/recipe/y.ts': [] },
      'core/table stands above',
    ],
    [
      'a method uses another',
      { 'packages/core/methods/one/x.ts': ['../two/y'], 'packages/core/methods/two/y.ts': [] },
      'no method uses another',
    ],
    [
      'core uses the app',
      { 'packages/core/table/x.ts': ['../../app/home/y'], 'packages/app/home/y.ts': [] },
      'core knows no host, and no engine that is one',
    ],
    [
      'the command line uses the app',
      { 'packages/cli/x.ts': ['../app/home/y'], 'packages/app/home/y.ts': [] },
      'hosts do not know each other',
    ],
    [
      'the app uses an engine',
      { 'packages/app/x.ts': ['../engines/y'], 'packages/engines/y.ts': [] },
      'engines are of the server and the command line',
    ],
    [
      'two files use each other',
      { 'packages/core/table/x.ts': ['./y'], 'packages/core/table/y.ts': ['./x'] },
      'no circle',
    ],
  ])('%s', (_, files, rule) => {
    expect(cruised(files)).toContain(rule);
  });

  test('a lower folder may use an upper, and a list of methods each of them', () => {
    expect(
      cruised({
        'packages/core/recipe/x.ts': ['../table/y'],
        'packages/core/table/y.ts': [],
        'packages/core/methods/lists/z.ts': ['../one/w'],
        'packages/core/methods/one/w.ts': [],
      }),
    ).toEqual([]);
  });
});
