import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

function hostImports() {
  return [
    {
      group: ['node:*', 'fs', 'path', 'react', 'react-dom', '@mui/*', 'echarts', 'dexie'],
      message: 'Core runs on any host.',
    },
  ];
}

/** A call takes some hundred thousand arguments at most: more rows end the page. */
const noSpread = [
  'CallExpression[callee.property.name=/^(push|unshift|splice|max|min|fromCharCode|fromCodePoint)$/] > SpreadElement.arguments',
].map(selector => ({
  selector,
  message: 'No list is spread into arguments: a long one ends the page. Loop, or use leastOf and mostOf.',
}));

/** A column may be called `constructor`: what belongs to names is kept in maps, or in lists of pairs. */
const NAMES_ARE_DATA =
  'Names, levels and codes are never members of plain objects: use a Map, or a list of pairs in what is written.';
const namesAreData = [
  'TSTypeReference[typeName.name="Record"] > TSTypeParameterInstantiation > TSStringKeyword:first-child',
  'TSIndexSignature',
  'TSMappedType > TSStringKeyword.constraint',
  'CallExpression[callee.object.name="z"][callee.property.name=/^(record|looseRecord|partialRecord)$/]',
].map(selector => ({ selector, message: NAMES_ARE_DATA }));

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'test-results/**', 'playwright-report/**'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off', // checked indexing makes a known place need it
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      '@typescript-eslint/no-invalid-void-type': 'off',
      eqeqeq: 'error',
      'no-console': 'off',
    },
  },
  {
    files: ['packages/core/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.d.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: hostImports() }],
      'no-restricted-globals': [
        'error',
        ...[
          'window',
          'document',
          'self',
          'navigator',
          'localStorage',
          'fetch',
          'process',
          'Buffer',
          'require',
        ].map(name => ({ name, message: 'Core runs on any host; ask for it through Host.' })),
      ],
    },
  },
  {
    files: ['packages/{core,app,cli,server}/**/*.{ts,tsx}'],
    // The demo's truth is written once, of names that are known.
    ignores: ['**/*.test.{ts,tsx}', 'packages/core/demo/**'],
    rules: { 'no-restricted-syntax': ['error', ...namesAreData, ...noSpread] },
  },
  {
    files: ['packages/app/**/*.{ts,tsx}'],
    languageOptions: { globals: globals.browser },
    plugins: { 'react-hooks': hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      'no-restricted-imports': [
        'error',
        {
          patterns: [{ group: ['node:*'], message: 'The app runs in a browser.' }],
        },
      ],
    },
  },
  { files: ['**/*.mjs', '**/*.cjs', '*.ts', 'e2e/**/*.ts'], languageOptions: { globals: globals.node } },
  {
    files: ['scripts/benchBrowser.mjs', 'scripts/benchTexts.mjs', 'scripts/benchScenes.mjs'],
    languageOptions: { globals: globals.browser },
  },
  { files: ['**/*.test.mjs'], languageOptions: { globals: globals.jest } },
);
