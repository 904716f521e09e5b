import type { CDPSession, Page } from '@playwright/test';

/** How much the processor is slowed: what is left of it is a cheap phone's. */
export const SLOWED = 4;
/** A frame, ms. */
export const FRAME = 1000 / 60;
/**
 * How long the fixed piece of work takes on the phone the goals are for, ms: four times as long as on the machine they were first measured on. Slowed four
 * times as well, a machine of half the speed stands for a phone of half the speed: so what is measured is told against its goal as it is, and as it would be
 * there.
 */
export const PHONE = 47;
/** What is waited for: a job of the list, the depth on the card. */
export const [LIST, CARD] = ['[role=listitem]', '[data-testid="number-Down from the ground"]'];
/** A page that was opened so long ago has done what it puts off, ms; */
const SETTLED = 3000;
/** and so long after it was asked for nothing is asked of one that is timed. */
const LEFT_ALONE = 5000;

export const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN;
export const inOrder = (list: readonly number[]): number[] => [...list].sort((a, b) => a - b);

export type Tell = (what: string, ms: number, goal?: number, times?: number) => void;

/** Prints a time beside the fixed piece of work, ms, and what it is aimed at on the phone. */
export function teller(unit: number): Tell {
  return (what, ms, goal, times = ms / unit) => {
    const aim = goal
      ? `   goal ${goal.toFixed(1)} ms: ${((ms / goal) * 100).toFixed(0)} %; on the phone ${(((times * PHONE) / goal) * 100).toFixed(0)} %`
      : '';
    console.log(`  ${what.padEnd(58)} ${ms.toFixed(1).padStart(7)} ms ${times.toFixed(2).padStart(6)} of it${aim}`);
  };
}

/** Prints what of the processor others had meanwhile. */
export function tellOthers(others: number): void {
  console.log(`    others had ${(others * 100).toFixed(0)} % of the processor meanwhile`);
}

/** Notes, in the page, when each of some things was first there and painted, ms since the address was asked for. */
export function watchPaints(selectors: readonly string[]): void {
  const painted: Record<string, number> = {};
  Object.assign(window, { painted });
  const left = new Set(selectors);
  const watching = new MutationObserver(() => {
    for (const selector of left) {
      if (!document.querySelector(selector)) continue;
      left.delete(selector);
      requestAnimationFrame(() => setTimeout(() => (painted[selector] = performance.now()), 0));
    }
  });
  watching.observe(document, { childList: true, subtree: true });
}

/** When what stands on an address just asked for was painted, ms after that. Asked afterwards: who asks brings a program of its own into the page. */
export async function painted(page: Page, selector: string): Promise<number> {
  for (let time = 0; time < 24; time++) {
    await page.waitForTimeout(LEFT_ALONE);
    const ms = await page.evaluate((one) => (window as unknown as { painted?: Record<string, number> }).painted?.[one], selector);
    if (ms !== undefined) return ms;
  }
  throw new Error(`${selector} did not come.`);
}

/**
 * When what stands on the address a page shows was painted after it was loaded anew. The fixed piece of work is done after each opening: a machine does not
 * stay as fast as it is. @returns medians of five, ms, and of how many times the piece each opening took.
 */
export async function reloaded(page: Page, selector: string): Promise<{ opened: number; times: number }> {
  const taken: { opened: number; times: number }[] = [];
  for (let i = 0; i < 5; i++) {
    // What the page before still does behind what it shows is no part of it.
    await page.waitForTimeout(SETTLED);
    await page.reload({ waitUntil: 'commit' });
    const opened = await painted(page, selector);
    taken.push({ opened, times: opened / (await fixedWork(page)) });
  }
  const median = (what: 'opened' | 'times') => at(inOrder(taken.map((one) => one[what])), 0.5);
  return { opened: median('opened'), times: median('times') };
}

/** The same work on every machine: numbers sorted, written and read again. @returns the median of so many times, ms. */
export async function fixedWork(page: Page, times = 15): Promise<number> {
  const taken = await page.evaluate(
    (length) =>
      Array.from({ length }, () => {
        const start = performance.now();
        const list = Array.from({ length: 20_000 }, (_, i) => (i * 7919) % 20_011);
        for (let round = 0; round < 3; round++) (JSON.parse(JSON.stringify(list)) as number[]).sort((a, b) => a - b);
        return performance.now() - start;
      }),
    times,
  );
  return at(inOrder(taken), 0.5);
}

/** How long the main thread works meanwhile, ms. */
export async function busy(client: CDPSession, work: () => Promise<unknown>): Promise<number> {
  const spent = async () => (await client.send('Performance.getMetrics')).metrics.find(({ name }) => name === 'TaskDuration')?.value ?? NaN;
  const before = await spent();
  await work();
  return ((await spent()) - before) * 1000;
}

/** The share of its time the main thread works while nothing is asked of it: of ten looks the least, as what was put off before comes in some of them. */
export async function idleShare(page: Page, client: CDPSession): Promise<number> {
  const looks: number[] = [];
  for (let i = 0; i < 10; i++) looks.push(await busy(client, () => page.waitForTimeout(LOOK)));
  return Math.min(...looks) / LOOK;
}
const LOOK = 1000;
