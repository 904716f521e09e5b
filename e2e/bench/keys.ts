import type { CDPSession, Page } from '@playwright/test';
import { measuredAlone } from '../../scripts/lib/machine.mjs';
import { at, busy, fixedWork, FRAME, inOrder, tellOthers, type Tell } from './measure';
import { untilPainted } from './traced';

/** Keys that are timed, and those that are traced. */
const [KEYS, TRACED] = [30, 12];
/** From a key to the next, ms: what comes of one is done by then. */
const PAUSE = 1200;

declare global {
  interface Window {
    /** How long each key took to its paint, ms, by its number. */
    shown: Record<number, number>;
  }
}

/** Notes, in the page, what the browser tells of each key (Event Timing). */
function watchKeys(): void {
  window.shown = {};
  new PerformanceObserver((list) => {
    for (const { interactionId, duration } of list.getEntries() as (PerformanceEntry & { interactionId: number })[])
      if (interactionId) window.shown[interactionId] = Math.max(window.shown[interactionId] ?? 0, duration);
  }).observe({ type: 'event', durationThreshold: 16, buffered: false } as PerformanceObserverInit);
}

/** Keys typed into a width, with all that comes of each: how long until the paint, and how long the main thread works. @param idle share of its time it works at rest. */
export async function benchKeys(
  page: Page,
  client: CDPSession,
  idle: number,
  tell: Tell,
  { field, text } = { field: page.getByRole('textbox', { name: 'Clear width at the bottom' }), text: '0.90' },
): Promise<void> {
  await page.evaluate(watchKeys);
  const press = async (i: number) => {
    await page.keyboard.press(i % 2 === 0 ? 'Backspace' : i % 4 === 1 ? '5' : '0');
    await page.waitForTimeout(PAUSE);
  };
  const typed = async () => {
    await field.fill(text);
    await field.press('End');
    await page.waitForTimeout(1500);
    await page.evaluate(() => void (window.shown = {}));
    const spent: number[] = [];
    for (let i = 0; i < KEYS; i++) {
      const start = performance.now();
      const total = await busy(client, () => press(i));
      spent.push(total - idle * (performance.now() - start));
    }
    const shown = await page.evaluate(() => Object.values(window.shown));
    // Tracing costs something itself: it is done of other keys.
    const work = await untilPainted(page, async () => {
      for (let i = 0; i < TRACED; i++) await press(i);
    });
    // What took less than a frame the browser does not tell: it counts as one.
    return {
      spent: inOrder(spent),
      inp: inOrder([...shown, ...Array<number>(Math.max(0, KEYS - shown.length)).fill(FRAME)]),
      work: inOrder(work),
    };
  };
  // The machine does not stay as fast as it is: the fixed piece is done before them and behind.
  const before = await fixedWork(page);
  const { result, others } = await measuredAlone(typed);
  const unit = (before + (await fixedWork(page))) / 2;
  const told = (what: string, ms: number, goal?: number) => tell(what, ms, goal, ms / unit);
  told('a key, to the paint: median', at(result.inp, 0.5));
  told('a key, to the paint: p95', at(result.inp, 0.95), 50);
  told('a key, main thread until it is painted: median', at(result.work, 0.5), FRAME);
  told('a key, main thread with plan, drawing and save: median', at(result.spent, 0.5), FRAME);
  told('a key, main thread: p95', at(result.spent, 0.95));
  tellOthers(others);
}
