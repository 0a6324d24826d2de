import { execFileSync } from 'node:child_process';
import { join } from 'node:path';

const root = join(__dirname, '..');

/** What the linter says of a file of that path and content. */
function lint(path, text) {
  try {
    execFileSync('npx', ['eslint', '--stdin', '--stdin-filename', path, '--format', 'json'], {
      cwd: root,
      input: text,
    });
    return [];
  } catch (error) {
    return JSON.parse(error.stdout.toString())[0].messages.map(
      ({ ruleId, message }) => `${ruleId}: ${message}`,
    );
  }
}

describe('the direction of imports is held, and names are data', () => {
  test.each([
    [
      'an upper folder of core on a lower',
      'packages/core/table/x.ts',
      "import { a } from '../recipe/run';\na();\n",
      /table stands above core\/recipe/,
    ],
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
    [
      'the app on Node',
      'packages/app/home/x.ts',
      "import { a } from 'node:fs';\na();\n",
      /runs in a browser/,
    ],
    [
      'the command line on the app',
      'packages/cli/x.ts',
      "import { a } from '../app/home/Home';\na();\n",
      /do not use the app/,
    ],
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
  ])('%s', (_, path, text, message) => {
    expect(lint(path, text).join('\n')).toMatch(message);
  });

  test('the right way is free', () => {
    expect(
      lint('packages/core/recipe/x.ts', "import { a } from '../table/column';\nexport const b = a;\n"),
    ).toEqual([]);
  });
});
