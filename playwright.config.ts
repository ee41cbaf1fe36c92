import { defineConfig } from '@playwright/test';

/** The real interface in Debian's Chromium. Each spec starts its own server on its own data (tests/e2e/server.ts). */
export default defineConfig({
  testDir: 'tests/e2e',
  workers: 1,
  // no second try: a test that passes only sometimes is to be mended
  retries: 0,
  timeout: 90_000,
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
