import { defineConfig } from '@playwright/test';
import { CHROMIUM } from '../scripts/lib/chromium.mjs';

export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export default defineConfig({
  testDir: 'specs',
  outputDir: '../test-results',
  // Generous: a slow machine is not a fault.
  timeout: 480_000,
  expect: { timeout: 90_000 },
  // One more than the cores of the smallest machine: a page waits for its server and for its next picture a third of the time.
  workers: 3,
  fullyParallel: true,
  forbidOnly: true,
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.TAMPER_URL ?? 'http://localhost:4600',
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    trace: 'off',
    // What a spec changes of the line it changes for the page; what the program keeps on the device has a spec of its own.
    serviceWorkers: 'block',
    actionTimeout: 90_000,
    // Fewer frames to draw, nothing to wait for.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: { executablePath: CHROMIUM, args: CHROMIUM_ARGS },
  },
});
