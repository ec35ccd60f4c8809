import { defineConfig } from '@playwright/test';
import { launchArgs } from './launch.ts';

export default defineConfig({
  testDir: '.',
  globalSetup: './once.ts',
  outputDir: '../test-results/e2e',
  // Limits against hanging, not measurements: a busy machine judges a build many times slower than an idle one.
  timeout: 120_000,
  expect: { timeout: 30_000 },
  // A busy machine moves what is being clicked: one that fails twice has failed, one that did once is named at the end.
  retries: process.env['CI'] ? 1 : 0,
  fullyParallel: false,
  // Each with a Sable of its own.
  workers: 2,
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    // What opens is there at once: a test waits for answers, not for what fades in.
    contextOptions: { reducedMotion: 'reduce' },
    actionTimeout: 30_000,
    screenshot: 'only-on-failure',
    trace: 'off',
    launchOptions: { executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium', args: launchArgs },
  },
});
