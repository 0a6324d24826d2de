import { defineConfig } from '@playwright/test';
import { existsSync } from 'node:fs';
import chromiumFlags from './e2e/chromiumFlags.json' with { type: 'json' };

const chromium = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
  path => path !== undefined && existsSync(path),
);
const PORT = 8471;

export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/browser',
  // No test waits longer than it must, and none fails for a machine that is slow.
  timeout: 240_000,
  expect: { timeout: 60_000 },
  workers: 2,
  forbidOnly: !!process.env.CI,
  // A test that fails once is a fault to be found.
  retries: 0,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    // What is not there to be pressed fails its test in good time.
    actionTimeout: 60_000,
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    launchOptions: {
      ...(chromium === undefined ? {} : { executablePath: chromium }),
      args: chromiumFlags,
    },
  },
  webServer: {
    command: `node packages/server/dist/main.js --port ${PORT}`,
    url: `http://127.0.0.1:${PORT}`,
    reuseExistingServer: false,
  },
});
