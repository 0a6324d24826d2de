/** Folders of core in the order of the house: each uses only those above it. */
const CORE = [
  'table',
  'algebra',
  'engines',
  'nearest',
  'stages',
  'words',
  'preparation',
  'vocabulary',
  'suitability',
  'dimensions',
  'rotation',
  'writeup',
  'methods',
  'clusters',
  'trust',
  'use',
  'scenes',
  'recipe',
  'report',
  'demo',
];

const below = folder => `^packages/core/(${CORE.slice(CORE.indexOf(folder) + 1).join('|')})/`;

/** No circle, and one way: core's folders from the top down, methods beside each other, the hosts onto core. */
export default {
  forbidden: [
    { name: 'no circle', severity: 'error', from: {}, to: { circular: true } },
    ...CORE.slice(0, -1).map(folder => ({
      name: `core/${folder} stands above`,
      severity: 'error',
      from: { path: `^packages/core/${folder}/`, pathNot: '[.]test[.]ts$' },
      to: { path: below(folder) },
    })),
    {
      name: 'no method uses another',
      severity: 'error',
      from: { path: '^packages/(core|app)/methods/([^/]+)/', pathNot: '/methods/lists/' },
      // What several methods show alike stands in the app's parts, which know none of them.
      to: {
        path: '^packages/(core|app)/methods/[^/]+/',
        pathNot: ['^packages/(core|app)/methods/$2/', '^packages/app/methods/parts/'],
      },
    },
    {
      name: 'the lists of methods are for who works with any of them',
      severity: 'error',
      from: { path: '^packages/(core|app)/methods/[^/]+/', pathNot: '/methods/lists/' },
      to: { path: '^packages/(core|app)/methods/(all|works|schemas|words|screens)[.]ts$' },
    },
    {
      name: 'core knows no host, and no engine that is one',
      severity: 'error',
      from: { path: '^packages/core/' },
      to: { path: '^packages/(app|server|cli|engines)/' },
    },
    {
      name: 'engines are of the server and the command line',
      severity: 'error',
      from: { path: '^packages/(engines|app)/' },
      to: { path: '^packages/(app|server|cli|engines)/', pathNot: '^packages/$1/' },
    },
    {
      name: 'hosts do not know each other',
      severity: 'error',
      from: { path: '^packages/(app|server|cli)/' },
      to: { path: '^packages/(app|server|cli)/', pathNot: '^packages/$1/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '/dist/|[.]css$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types'] },
  },
};
