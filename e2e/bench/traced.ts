import type { Page } from '@playwright/test';

/** An event as the browser traces it: moments and lengths in microseconds. */
interface Traced {
  name: string;
  ph: string;
  ts: number;
  dur?: number;
  pid: number;
  tid: number;
  args?: { data?: { type?: string } };
}
const CATEGORIES = ['devtools.timeline', 'toplevel'];

/**
 * What the main thread works for each key until its paint, ms, as the browser traces it: its tasks from the one the key comes in up to the first that paints.
 * @param type presses the keys.
 */
export async function untilPainted(page: Page, type: () => Promise<void>): Promise<number[]> {
  const browser = page.context().browser();
  if (!browser) throw new Error('The page has no browser to be traced.');
  await browser.startTracing(page, { categories: CATEGORIES });
  await type();
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: Traced[] };
  const all = traceEvents.filter(({ ph }) => ph === 'X').sort((a, b) => a.ts - b.ts);
  const keys = all.filter(({ name, args }) => name === 'EventDispatch' && args?.data?.type === 'keydown');
  const thread = all.filter(({ pid, tid }) => pid === keys[0]?.pid && tid === keys[0].tid);
  return keys.map((key) => {
    const painted = thread.find(({ name, ts }) => name === 'Paint' && ts > key.ts);
    if (!painted) throw new Error('A key was not painted.');
    const tasks = thread.filter(({ name, ts, dur = 0 }) => name.endsWith('RunTask') && ts + dur > key.ts && ts <= painted.ts);
    return tasks.reduce((sum, { dur = 0 }) => sum + dur, 0) / 1000;
  });
}
