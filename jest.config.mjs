/** Unit tests: core and server in Node, and the pure parts of the app. */
export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/packages', '<rootDir>/scripts', '<rootDir>/fuzz'],
  setupFiles: ['<rootDir>/jest.setup.mjs'],
  globalSetup: '<rootDir>/jest.seed.mjs',
  maxWorkers: '100%',
  // No test may rest on the machine's speed: this is for one that hangs.
  testTimeout: 600_000,
  testMatch: ['**/*.test.ts', '**/*.test.tsx', '**/*.test.mjs'],
  transform: {
    '^.+\\.(ts|tsx|js|mjs)$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2023',
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  // Packages published as ES modules only.
  transformIgnorePatterns: [
    'node_modules/(?!(@noble/hashes|d3-contour|d3-array|internmap|kdbush|read-excel-file|unzipper-esm|worker-f|saxen|apache-arrow|flatbuffers|hyparquet|hyparquet-compressors|hysnappy|hyparquet-writer|fzstd|culori|content-disposition|cookie|fast-png|iobuffer|geotiff|quick-lru|xml-utils|zrender)/)',
  ],
  moduleNameMapper: {
    '^@wold/(core|engines)/(.*)$': '<rootDir>/packages/$1/$2',
    '[.]css$': '<rootDir>/jest.styles.cjs',
  },
};
