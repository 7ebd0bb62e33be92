import { defineConfig } from '@playwright/test';
import { browserOptions } from './tools/browser.mjs';

const port = process.env.SNUGFIT_TEST_PORT ?? '8199';
export const data = `${process.cwd()}/var/browser-test`;

export default defineConfig({
  testDir: 'tests/Browser',
  outputDir: 'var/browser-results',
  // One shop and two cores: one test at a time.
  workers: 1,
  timeout: 240_000,
  expect: { timeout: 15_000 },
  forbidOnly: true,
  reporter: 'list',
  globalSetup: './tests/Browser/setup.mjs',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: browserOptions,
    trace: 'off',
    // What can be clicked is there at once, but for what work brings; a test that is wrong says so soon.
    actionTimeout: 60_000,
  },
  webServer: {
    command: `rm -rf ${data} && SNUGFIT_DATA=${data} exec bin/snugfit start --port ${port}`,
    url: `http://127.0.0.1:${port}/`,
    timeout: 60_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 15_000 },
    reuseExistingServer: false,
  },
});
