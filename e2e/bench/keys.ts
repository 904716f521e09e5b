import type { CDPSession, Page } from '@playwright/test';
import { measuredAlone } from '../../scripts/lib/machine.mjs';
import { at, busy, FRAME, inOrder, tellOthers, type Tell } from './measure';

const KEYS = 30;
/** From a key to the next, ms: what comes of one is done by then. */
const PAUSE = 1200;

/** Of one key: from the touch to its paint; what the main thread works until then: its events and the frame that shows it. ms. */
interface Noted {
  shown: number;
  events: number;
  frame: number;
}
declare global {
  interface Window {
    noted: Noted[];
  }
}

/**
 * Notes, in the page, what the browser tells of each key (Event Timing), and how long the frame takes that shows it: from its first callback until another task
 * has its turn behind the paint.
 */
function watchKeys(): void {
  let key: Noted = { shown: 0, events: 0, frame: 0 };
  window.noted = [];
  addEventListener(
    'keydown',
    () => {
      const own: Noted = { shown: 0, events: 0, frame: 0 };
      key = own;
      window.noted.push(own);
      requestAnimationFrame(() => {
        const start = performance.now();
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => (own.frame = performance.now() - start);
        port2.postMessage(null);
      });
    },
    { capture: true },
  );
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries() as PerformanceEventTiming[]) {
      if (!(entry as { interactionId?: number }).interactionId) continue;
      key.shown = Math.max(key.shown, entry.duration);
      key.events += entry.processingEnd - entry.processingStart;
    }
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
  const typed = async () => {
    await field.fill(text);
    await field.press('End');
    await page.waitForTimeout(1500);
    await page.evaluate(() => void (window.noted = []));
    const spent: number[] = [];
    for (let i = 0; i < KEYS; i++) {
      const start = performance.now();
      const total = await busy(client, async () => {
        await page.keyboard.press(i % 2 === 0 ? 'Backspace' : i % 4 === 1 ? '5' : '0');
        await page.waitForTimeout(PAUSE);
      });
      spent.push(total - idle * (performance.now() - start));
    }
    const noted = await page.evaluate(() => window.noted);
    // What took less than a frame the browser does not tell: it counts as one.
    return {
      spent: inOrder(spent),
      inp: inOrder(noted.map(({ shown }) => shown || FRAME)),
      work: inOrder(noted.map(({ events, frame }) => (events || FRAME) + frame)),
    };
  };
  const { result, others } = await measuredAlone(typed);
  tell('a key, to the paint: median', at(result.inp, 0.5));
  tell('a key, to the paint: p95', at(result.inp, 0.95), 50);
  tell('a key, main thread until it is painted: median', at(result.work, 0.5), FRAME);
  tell('a key, main thread with plan, drawing and save: median', at(result.spent, 0.5), FRAME);
  tell('a key, main thread: p95', at(result.spent, 0.95));
  tellOthers(others);
}
