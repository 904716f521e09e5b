import type { CDPSession, Page } from '@playwright/test';
import { measuredAlone } from '../../scripts/lib/machine.mjs';
import { at, busy, fixedWork, FRAME, inOrder, tellOthers, type Tell } from './measure';
import { untilPainted } from './traced';

/** Keys that are timed, and those that are traced. */
const [KEYS, TRACED] = [30, 12];
/** From a key to the next, ms: what comes of one is done by then. */
const PAUSE = 1200;
/** After the fixed piece of work, ms: what it left is swept up by then. */
const REST = 300;

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
  // The machine does not stay as fast as it is: the fixed piece is done behind each key, and what it leaves has gone before the next.
  const unitNow = async () => {
    const unit = await fixedWork(page, 3);
    await page.waitForTimeout(REST);
    return unit;
  };
  const typed = async () => {
    await field.fill(text);
    await field.press('End');
    await page.waitForTimeout(1500);
    await page.evaluate(shownSince);
    const [inp, spent]: [Timed[], Timed[]] = [[], []];
    for (let i = 0; i < KEYS; i++) {
      const start = performance.now();
      const total = await busy(client, () => press(i));
      const rest = idle * (performance.now() - start);
      // What took less than a frame the browser does not tell: it counts as one.
      const shown = Math.max(FRAME, await page.evaluate(shownSince));
      const unit = await unitNow();
      spent.push({ ms: total - rest, unit });
      inp.push({ ms: shown, unit });
    }
    // Tracing costs something itself: it is done of other keys.
    const units: number[] = [];
    const traced = await untilPainted(page, async () => {
      for (let i = 0; i < TRACED; i++) {
        await press(i);
        units.push(await unitNow());
      }
    });
    return { spent, inp, work: traced.map((ms, i) => ({ ms, unit: units[i] as number })) };
  };
  const { result, others } = await measuredAlone(typed);
  const told = (what: string, keys: readonly Timed[], share: number, goal?: number) =>
    tell(what, at(inOrder(keys.map(({ ms }) => ms)), share), goal, at(inOrder(keys.map(({ ms, unit }) => ms / unit)), share));
  told('a key, to the paint: median', result.inp, 0.5);
  told('a key, to the paint: p95', result.inp, 0.95, 50);
  told('a key, main thread until it is painted: median', result.work, 0.5, FRAME);
  told('a key, main thread with plan, drawing and save: median', result.spent, 0.5, FRAME);
  told('a key, main thread: p95', result.spent, 0.95);
  tellOthers(others);
}

/** A time and that of the fixed piece of work then, ms. */
interface Timed {
  ms: number;
  unit: number;
}

/** How long what was pressed since it was last asked took to its paint, in the page, ms; 0: less than the browser tells. */
function shownSince(): number {
  const longest = Math.max(0, ...Object.values(window.shown));
  window.shown = {};
  return longest;
}
