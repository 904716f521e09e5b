import { chromium, type Browser } from '@playwright/test';
import { CHROMIUM } from '../scripts/lib/chromium.mjs';
import { CHROMIUM_ARGS } from './playwright.config';

/** Debian's Chromium, for scripts outside the test runner. */
export const launch = (): Promise<Browser> => chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS });
