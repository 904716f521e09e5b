import { expect, test, type Page } from '@playwright/test';
import { programKept } from '../device';
import { demoRun, number } from '../helpers';

test.use({ serviceWorkers: 'allow' });

/** Most functions the page may compile one by one while a screen opens from the device: lowered when less is needed, never raised. */
const COMPILED = 300;

interface Traced {
  name: string;
  pid: number;
  tid: number;
}

/** How many functions the thread of a page compiles while something is done. */
async function compiledIn(page: Page, work: () => Promise<void>): Promise<number> {
  const client = await page.context().newCDPSession(page);
  const events: Traced[] = [];
  client.on('Tracing.dataCollected', ({ value }) => void events.push(...(value as unknown as Traced[])));
  const ended = new Promise((done) => client.once('Tracing.tracingComplete', done));
  const includedCategories = ['blink.user_timing', 'disabled-by-default-v8.compile'];
  await client.send('Tracing.start', { transferMode: 'ReportEvents', traceConfig: { includedCategories } });
  await work();
  await page.evaluate(() => void performance.mark('done'));
  await client.send('Tracing.end');
  await ended;
  const mark = events.find(({ name }) => name === 'done');
  expect(mark, 'the page was traced to its end').toBeDefined();
  return events.filter(({ name, pid, tid }) => name === 'V8.CompileCode' && pid === mark?.pid && tid === mark.tid).length;
}

test('what is kept of the program on the device is kept compiled: the card opens without compiling it function by function', async ({
  page,
}) => {
  const context = page.context();
  const card = `${await demoRun(page, 'Outfall')}/dig/card`;
  await programKept(page);
  const open = async (one: Page) => {
    await one.goto(card);
    await expect(number(one, 'Down from the ground')).toBeVisible();
  };
  // A script is kept compiled when it has run once as it comes from there; what a page itself compiled goes with it.
  let last = page;
  for (let time = 0; time < 2; time++) {
    await open(last);
    await last.waitForTimeout(2000);
    await last.close();
    last = await context.newPage();
  }
  const compiled = await compiledIn(last, () => open(last));
  expect(compiled).toBeGreaterThan(0);
  expect(compiled).toBeLessThan(COMPILED);
});
