import { cpus } from 'node:os';
import { defineConfig } from '@playwright/test';

const ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--autoplay-policy=no-user-gesture-required',
];

/** Where the test command wants to have the times. */
const TIMES = process.env.BACKLINE_TIMES;

/** The real interface at the size of a phone, in Debian's Chromium, against the real server and database. */
export default defineConfig({
  testDir: 'e2e',
  // Limits end what hangs; no test is decided by how long something takes.
  timeout: 600_000,
  expect: { timeout: 90_000 },
  // One more than there are cores: while one waits for what it asked for, another works.
  workers: cpus().length + 1,
  fullyParallel: true,
  retries: 0,
  forbidOnly: true,
  reporter: [['list'], ...(TIMES ? [['json', { outputFile: TIMES }] as const] : [])],
  projects: [
    { name: 'app', testIgnore: /outage/ },
    { name: 'outage', testMatch: /outage/, dependencies: ['app'] },
  ],
  use: {
    baseURL: process.env.BACKLINE_URL ?? 'http://127.0.0.1:4310',
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    acceptDownloads: true,
    // Answers are put in their way by the tests; what is kept for offline has a test of its own.
    serviceWorkers: 'block',
    // A trace doubles the work of every step: ask for one with --trace on.
    trace: 'off',
    actionTimeout: 120_000,
    launchOptions: { executablePath: '/usr/bin/chromium', args: ARGS },
  },
});
