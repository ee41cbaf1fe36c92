import { defineConfig } from '@playwright/test';

const MEASURED = /measured\/.*\.spec\.ts/;

/**
 * The real interface in Debian's Chromium. Each spec starts its own server on its own data (tests/e2e/server.ts). What is measured is
 * run by itself (--project measured --workers 1), the other specs two at a time (--project desk).
 */
export default defineConfig({
  testDir: 'tests/e2e',
  globalSetup: './tests/e2e/demoData.ts',
  workers: 2,
  // no second try: a test that passes only sometimes is to be mended
  retries: 0,
  timeout: 150_000,
  // two servers and two browsers share the machine
  expect: { timeout: 20_000 },
  projects: [
    // what is measured waits for a machine that others use: no figure hangs on how long a test takes
    { name: 'measured', testMatch: MEASURED, timeout: 360_000 },
    { name: 'desk', testIgnore: MEASURED },
  ],
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
