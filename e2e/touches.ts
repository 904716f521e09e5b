import type { Page } from '@playwright/test';

/** Counts what a finger touches from here on. */
export async function touches(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const counted = window as unknown as { touched: number | undefined };
    if (counted.touched === undefined)
      document.addEventListener('pointerdown', () => (counted.touched = (counted.touched ?? 0) + 1), { capture: true });
    counted.touched = 0;
  });
  return () => page.evaluate(() => (window as unknown as { touched: number }).touched);
}
