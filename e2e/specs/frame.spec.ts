import { expect, test, type Page } from '@playwright/test';
import { programKept } from '../device';
import { demoRun, lineMeter, number, open, startRun } from '../helpers';

/** What the page did since it was last asked. */
interface Work {
  /** Components drawn. */
  drawn: number;
  /** Messages to workers by what they ask for, and the characters of all of them. */
  posts: Record<string, number>;
  bytes: number;
}

/** Counts what React draws, by the hook it tells its tools through, and what goes to workers. */
const counting = (page: Page) =>
  page.addInitScript(() => {
    interface Fiber {
      tag: number;
      flags: number;
      child: Fiber | null;
      sibling: Fiber | null;
      alternate: Fiber | null;
    }
    const work = { drawn: 0, posts: {} as Record<string, number>, bytes: 0 };
    (window as unknown as { work: typeof work }).work = work;
    /** Function, class, forwarded and memoised components; what compares for one it wraps is none. */
    const COMPONENTS = [0, 1, 11, 15];
    const walk = (fiber: Fiber | null) => {
      for (let one = fiber; one; one = one.sibling) {
        if (COMPONENTS.includes(one.tag) && (one.flags & 1) !== 0) work.drawn++;
        // Below what kept its children nothing was looked at.
        if (one.alternate === null || one.child !== one.alternate.child) walk(one.child);
      }
    };
    (window as unknown as { __REACT_DEVTOOLS_GLOBAL_HOOK__: unknown }).__REACT_DEVTOOLS_GLOBAL_HOOK__ = {
      supportsFiber: true,
      inject: () => 1,
      onCommitFiberRoot: (_: number, root: { current: Fiber }) => walk(root.current.child),
      onCommitFiberUnmount: () => undefined,
      onPostCommitFiberRoot: () => undefined,
    };
    const Plain = window.Worker;
    window.Worker = class extends Plain {
      override postMessage(...sent: [{ path?: string[]; type?: string }]) {
        const what = sent[0].path?.join('.') ?? sent[0].type ?? 'other';
        work.posts[what] = (work.posts[what] ?? 0) + 1;
        work.bytes += JSON.stringify(sent[0]).length;
        super.postMessage(...sent);
      }
    };
  });

/** What an edit costs, from the key until nothing more comes of it. */
async function cost(page: Page, edit: () => Promise<void>): Promise<Work> {
  await page.waitForTimeout(1500);
  await page.evaluate(() => Object.assign((window as unknown as { work: Work }).work, { drawn: 0, posts: {}, bytes: 0 }));
  await edit();
  await page.waitForTimeout(2500);
  return page.evaluate(() => (window as unknown as { work: Work }).work);
}

/** Most a key may cost, all that comes of it counted: lowered when less is needed, never raised. */
const BUDGET = { components: 105, bytes: 4_500 };

test('a key typed costs one plan, few components and few bytes', async ({ page }) => {
  await counting(page);
  await startRun(page, { job: 'Counted', run: 'Counted run', length: 200 });
  await open(page, 'Width');
  const field = page.getByRole('textbox', { name: 'Clear width at the bottom' });
  await field.fill('0.90');
  await expect(number(page, 'Top width')).toContainText('0.90');
  const work = await cost(page, () =>
    field
      .press('End')
      .then(() => field.press('Backspace'))
      // A key is planned when it is painted: two within one picture would be planned together.
      .then(() => page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done)))))
      .then(() => field.press('5')),
  );
  await expect(number(page, 'Top width')).toContainText('0.95');
  // Of two keys. Each is planned once; fixes are tried once for what the next key did not overtake; the run goes to the worker as it is.
  const { plan, mends, ...others } = work.posts;
  expect({ plan, others }).toEqual({ plan: 2, others: {} });
  expect([1, 2]).toContain(mends);
  expect(work.bytes / 2).toBeLessThan(BUDGET.bytes);
  expect(work.drawn / 2).toBeLessThan(BUDGET.components);
});

/**
 * Most components that are drawn from the opening of the card in the cab until it is at rest, and most scripts of its own that come until then: each costs a slow phone
 * a hundredth of a second. Lowered when less is needed, never raised.
 */
const OPENED = { components: 640, scripts: 17 };

test('the card in the cab opens with few components drawn, from few scripts', async ({ page }) => {
  const card = `${await demoRun(page, 'Outfall')}/dig/card`;
  await counting(page);
  await page.goto(card);
  await expect(number(page, 'Down from the ground')).toBeVisible();
  await page.waitForTimeout(2000);
  const { drawn } = await page.evaluate(() => (window as unknown as { work: Work }).work);
  expect(drawn).toBeGreaterThan(100);
  expect(drawn).toBeLessThan(OPENED.components);
  const scripts = await page.evaluate(() => performance.getEntriesByType('resource').filter(({ name }) => /\/_expo\/.*\.js$/.test(name)));
  expect(new Set(scripts.map(({ name }) => name)).size).toBeLessThanOrEqual(OPENED.scripts);
});

test.describe('from the device', () => {
  test.use({ serviceWorkers: 'allow' });
  test('a run is opened and planned once, before its screen is drawn: nothing stands in for it, and the server is asked afterwards', async ({
    page,
  }) => {
    const card = `${await demoRun(page, 'Outfall')}/dig/card`;
    await counting(page);
    await page.addInitScript(() => {
      const seen = { fetching: 0, shown: NaN };
      Object.assign(window, { seen });
      new MutationObserver(() => {
        if (/Fetching the run/.test(document.body?.textContent ?? '')) seen.fetching++;
        if (isNaN(seen.shown) && document.querySelector('[data-testid="number-Down from the ground"]')) seen.shown = performance.now();
      }).observe(document, { childList: true, subtree: true });
    });
    await page.goto(card);
    await programKept(page);
    const openings: { fetching: number; askedBefore: number }[] = [];
    for (let i = 0; i < 3; i++) {
      await page.reload();
      await expect(number(page, 'Down from the ground')).toBeVisible();
      await page.waitForTimeout(2000);
      const { drawn, posts, shown, fetching, asked } = await page.evaluate(() => {
        const { work, seen } = window as unknown as { work: Work; seen: { fetching: number; shown: number } };
        const asked = performance
          .getEntriesByType('resource')
          .flatMap(({ name, startTime }) => (/\/api\/(jobs|runs)\//.test(name) ? [startTime] : []));
        return { ...work, ...seen, asked };
      });
      expect(posts.plan).toBe(1);
      expect(drawn).toBeLessThan(OPENED.components);
      expect(asked.length).toBeGreaterThan(0);
      openings.push({ fetching, askedBefore: asked.filter((at) => at < shown).length });
    }
    // A slow moment of the machine may be longer than it is waited for.
    expect(openings).toContainEqual({ fetching: 0, askedBefore: 0 });
  });
});

/** Most that may come over the line to each address opened first, kB as served, workers apart: lowered when less is needed, never raised. */
const ADDRESSES = {
  '/': 293,
  job: 434,
  'job/clear': 491,
  'job/catalogue': 430,
  'run/trench/section': 595,
  'run/protection/soil': 474,
  'run/works/machine': 528,
  'run/checks/lines': 575,
  'run/dig/card': 534,
  'run/lay/bed': 558,
  'run/site/enter': 510,
};

test('no address brings more over the line than it may', async ({ page }) => {
  const run = await demoRun(page, 'Outfall');
  const job = run.split('/runs')[0] as string;
  const measure = lineMeter(page);
  const over: string[] = [];
  for (const [place, most] of Object.entries(ADDRESSES)) {
    const bytes = await measure(place.replace(/^job/, job).replace(/^run/, run), most * 850);
    expect(bytes, `${place} was measured to its end`).toBeGreaterThan(most * 850);
    if (bytes > most * 1000) over.push(`${place}: ${(bytes / 1000).toFixed(0)} kB of ${most}`);
  }
  expect(over).toEqual([]);
});
