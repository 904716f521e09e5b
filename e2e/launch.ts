import { chromium, type Browser } from '@playwright/test';
import { CHROMIUM_ARGS } from './playwright.config';

/** Debian's Chromium, for scripts outside the test runner. */
export const launch = (): Promise<Browser> =>
  chromium.launch({ executablePath: process.env.TAMPER_CHROMIUM ?? '/usr/bin/chromium', args: CHROMIUM_ARGS });
