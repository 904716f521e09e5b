import { expect, test, type Page } from '@playwright/test';
import { demoRun, number, open, saved, startRun } from '../helpers';

interface Counted {
  frames: number;
  posts: number;
  workers: Set<Worker>;
}

/** Counts the frames a page asks for, what it sends to its workers, and which of them are alive. */
const counting = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    const counted: Counted = { frames: 0, posts: 0, workers: new Set() };
    Object.assign(window, { counted });
    const frame = window.requestAnimationFrame.bind(window);
    window.requestAnimationFrame = (draw) => (counted.frames++, frame(draw));
    const Before = Worker;
    window.Worker = class extends Before {
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, options);
        counted.workers.add(this);
      }
      override postMessage(...sent: [unknown]) {
        counted.posts++;
        super.postMessage(...sent);
      }
      override terminate() {
        counted.workers.delete(this);
        super.terminate();
      }
    };
  });
const alive = (page: Page): Promise<number> => page.evaluate(() => (window as unknown as { counted: Counted }).counted.workers.size);

/** What a page does in two seconds in which nobody does anything. */
const idle = (page: Page): Promise<{ frames: number; posts: number; animations: number }> =>
  page.evaluate(async () => {
    const { counted } = window as unknown as { counted: Counted };
    counted.frames = counted.posts = 0;
    await new Promise((done) => setTimeout(done, 2000));
    return { frames: counted.frames, posts: counted.posts, animations: document.getAnimations().length };
  });
const NOTHING = { frames: 0, posts: 0, animations: 0 };

test('a screen left alone draws no frame and plans nothing', async ({ page }) => {
  await counting(page);
  const run = await demoRun(page, 'Outfall');
  const job = run.split('/runs')[0] as string;
  for (const place of [run, `${run}/checks/lines`, `${run}/works/order`, `${run}/site/stands`, job]) {
    await page.goto(place);
    await page.waitForLoadState('networkidle');
    // Settled: what is worked out after loading is not what is asked here.
    await expect.poll(() => idle(page), { message: place, timeout: 20_000 }).toEqual(NOTHING);
  }
});

test('a run below another screen plans nothing, and is as it was when it is seen again', async ({ page }) => {
  await counting(page);
  await startRun(page, { job: 'Below', run: 'Resting', length: 20 });
  await open(page, 'Bed');
  await page.getByRole('textbox', { name: 'Bed under the line' }).fill('150 mm');
  await saved(page);
  expect(await alive(page)).toBeGreaterThan(1);
  await page.getByRole('link', { name: 'What clear to dig hangs on' }).click();
  await expect(page.getByText('Way in and walk')).toBeVisible();
  // The one that works out what this screen shows.
  expect(await alive(page)).toBe(1);
  await page.goBack();
  await expect(number(page, 'Depth')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Bed under the line' })).toHaveValue('150 mm');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('textbox', { name: 'Bed under the line' })).not.toHaveValue('150 mm');
});
