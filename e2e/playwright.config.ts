import { defineConfig } from '@playwright/test';
import { launchArgs } from './launch.ts';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  timeout: 60_000,
  fullyParallel: false,
  workers: 1,
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    trace: 'off',
    launchOptions: { executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium', args: launchArgs },
  },
});
