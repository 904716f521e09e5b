import { expect, test, type Page } from '@playwright/test';
import { blankExisting, blankJob, blankRun } from '../../core/src/job';
import { products } from '../../core/src/catalogue';
import { choose, download, newJob, newRun, open, saved, startRun, timeIs } from '../helpers';

const DAY = 24 * 3600 * 1000;
const gate = (page: Page, word: 'OPEN' | 'SHUT') =>
  expect(page.getByRole('status', { name: new RegExp(`^Clear to dig: ${word}`) })).toBeVisible();
const toStation = async (page: Page, steps: number) => {
  for (let i = 0; i < steps; i++) await page.getByRole('slider').press('ArrowRight');
};
/** Goes from the Clear screen to a run of the job, and back. */
const toRun = async (page: Page, name: string) => {
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await page.getByRole('link', { name: new RegExp(name) }).click();
  await expect(page.getByRole('slider')).toBeVisible();
};
const toClear = (page: Page) => page.getByRole('link', { name: 'What clear to dig hangs on' }).click();

test('request, answer, marks, windows, clear by layers, expose: the gate turns, and shuts again when the clock moves on', async ({
  page,
}) => {
  // Monday; weekends lie between the request and the day one may dig.
  // The practice office invents its answer from the request's id: the same id, the same marks.
  const forward = await timeIs(page, '2026-11-02T08:00:00');
  await page.route('**/api/locate-office', (route) =>
    route.fallback({
      postData: JSON.stringify({ ...(route.request().postDataJSON() as object), id: '5b0f8a52-6f0e-4c57-9a3c-0d9f6a1f2b71' }),
    }),
  );
  await newJob(page, 'Market lane', { rules: 'US' });
  await newRun(page, 'Lane drain', '60');
  await toClear(page);
  await gate(page, 'SHUT');
  await expect(page.getByText('No locate request made')).toBeVisible();

  await page.getByRole('button', { name: 'Ask the practice office' }).click();
  await page.getByRole('button', { name: 'Take in the answer and enter the marks' }).click();
  await expect(page.getByText(/^Marked: |^Answered\. /)).toBeVisible();
  await expect(page.getByText('Request PO-').first()).toContainText('dig from 2026-11-06, not before');
  // Whoever kept silent or saw nothing is asked again on the telephone.
  for (const utility of ['W Water', 'E Power', 'T Telecom', 'G Gas', 'S Sewer']) {
    const marked = page
      .getByRole('radiogroup', { name: utility })
      .getByRole('radio', { name: 'Marked' })
      .or(page.getByLabel(`${utility}: Marked`));
    if ((await marked.first().getAttribute('aria-checked')) !== 'true') await page.getByLabel(`${utility}: Clear`).click();
  }
  await page.getByRole('button', { name: 'Enter the permit' }).click();
  await expect(page.getByText('The permit is not filled in')).toBeVisible();
  await page.getByRole('textbox', { name: 'Permit number' }).fill('P-17');
  await page.getByRole('textbox', { name: 'Issued by' }).fill('street office');
  const to = page.getByRole('textbox', { name: 'Valid to' });
  await to.fill('2026-11-30');
  await to.blur();
  await expect(page.getByText('Permit P-17 holds to 2026-11-30')).toBeVisible();
  for (const line of [
    'Yard lights and outbuildings',
    'Irrigation and ponds',
    'Septic tank and soakaways',
    'Farm and trough pipes',
    'Own data and alarm cables',
    'Fuel or gas from a tank',
  ])
    await page.getByLabel(`${line}: None here`).click();
  await page.getByRole('textbox', { name: 'Who walked it' }).fill('foreman');
  await page.getByRole('button', { name: 'Walked just now' }).click();
  await saved(page);

  // Two more lines the crew found marked: one by touching the strip, one at the cursor.
  await toRun(page, 'Lane drain');
  await open(page, 'Existing lines');
  await page.getByRole('button', { name: 'Add a line by touching the strip' }).click();
  const strip = page.getByRole('slider');
  const box = await strip.boundingBox();
  if (!box) throw new Error('no strip');
  await page.mouse.click(box.x + box.width * 0.3, box.y + 50);
  await page
    .getByRole('button', { name: /^\? Line \d+ · / })
    .last()
    .click();
  await page.getByRole('textbox', { name: 'Name of the line' }).fill('Old fuel line');
  await page.getByRole('button', { name: /Old fuel line/ }).click();
  await toStation(page, 50);
  await page.getByRole('button', { name: /^Add a line at / }).click();
  await page.getByRole('textbox', { name: 'Name of the line' }).fill('Yard cable');
  await page.getByText('Detected', { exact: true }).click();
  await saved(page);
  await expect(page.getByText(/By hand or vacuum only for .*Old fuel line/)).toBeVisible();

  // The waiting time passes; clashes have to be settled first: put the drain well above or below whatever was marked.
  await forward(4 * DAY);
  await open(page, 'Depth and fall');
  await page.getByRole('textbox', { name: 'Cover over the line' }).fill('2.9');
  await gate(page, 'OPEN');

  // By layers, ticked off in order; nothing found: shut until it is.
  await open(page, 'Existing lines');
  await page.getByRole('button', { name: /Old fuel line/ }).click();
  const steps = page.getByRole('list', { name: 'Clear by layers' });
  const tick = (n: number) => steps.getByRole('checkbox', { name: `Step ${n}`, exact: true });
  await expect(tick(2)).toBeDisabled();
  await tick(1).click();
  await tick(2).click();
  await expect(page.getByText(/Tick off in order; 2 of \d+ done/)).toBeVisible();
  await expect(tick(4)).toBeDisabled();
  await page.getByRole('button', { name: 'Record what the dig brought' }).click();
  await page.getByRole('button', { name: 'Not found', exact: true }).click();
  await gate(page, 'SHUT');
  await expect(page.getByText('STOP: Old fuel line not found down to')).toBeVisible();

  // A second dig finds it; the record of the first stays.
  await page.getByRole('button', { name: 'Record what the dig brought' }).click();
  await page.getByRole('textbox', { name: 'Found: cover to its top' }).fill('0.55');
  await page.getByRole('textbox', { name: 'Thickness seen' }).fill('60 mm');
  await page.getByRole('textbox', { name: 'Note' }).fill('yellow tape above it');
  await page.getByRole('button', { name: /^Found it at / }).click();
  await expect(page.getByText(/foreman: not found down to 1\.40 m/)).toBeVisible();
  await expect(page.getByText(/found at .* 0\.55 m down.*60 mm\. yellow tape above it/)).toBeVisible();
  await gate(page, 'OPEN');
  // 24 in each side of a 60 mm line that has been seen, by itself or in a window shared with a mark nearby.
  await expect(page.getByText(/Old fuel line seen at 0\.55 m/)).toBeVisible();
  await saved(page);
  await page.reload();
  await open(page, 'Existing lines');
  await page.getByRole('button', { name: /Old fuel line · .* · Exposed/ }).click();
  await expect(page.getByText(/foreman: not found down to 1\.40 m/)).toBeVisible();
  await gate(page, 'OPEN');

  await forward(11 * DAY);
  await gate(page, 'SHUT');
  await toClear(page);
  await expect(page.getByText('The marks ran out on 2026-11-16')).toBeVisible();
  const calendar = await download(page, () => page.getByRole('button', { name: 'Calendar file' }).click());
  expect(calendar).toContain('SUMMARY:Market lane: Permit P-17 ends today');
  expect(calendar).toContain('DTSTART;VALUE=DATE:20261116');
});

test('the way in is checked against the machine, and tasks have an owner and a day', async ({ page }) => {
  await startRun(page, { job: 'Back yard', run: 'Supply', length: 20 });
  await toClear(page);
  await page.getByRole('button', { name: 'Add a tight place' }).click();
  await page.getByRole('textbox', { name: 'Name of the place' }).fill('Side passage');
  await page.getByRole('textbox', { name: 'Gap' }).fill('0.95');
  await expect(page.getByText('Side passage: the 1.7 t class needs 0.99 m and there is 0.95 m').first()).toBeVisible();
  await page.getByRole('textbox', { name: 'Cross-fall, degrees' }).fill('60');
  await expect(page.getByText('A cross-fall is at most 40° (0.7 rad).')).toBeVisible();
  await page.getByRole('textbox', { name: 'Cross-fall, degrees' }).fill('6');
  await page.getByRole('textbox', { name: 'Fence height, downhill' }).fill('2');
  await page.getByRole('button', { name: /^Machine: / }).click();
  await page.getByRole('menuitem', { name: '1 t class' }).click();
  // 0.70 m on 6° by a 2 m fence: 0.696 + what its roof leans over.
  await expect(page.getByRole('button', { name: /Side passage · needs 0\.\d+ m, has 0\.95 m/ })).toBeVisible();
  await page.getByRole('textbox', { name: 'Bears at most' }).fill('heavy');
  await expect(page.getByText('“heavy” is not a weight.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Bears at most' }).fill('0.9 t');
  await expect(page.getByText('Side passage: bears 900 kg; the machine weighs 1000 kg').first()).toBeVisible();

  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('Say what is to be done, and who does it.')).toBeVisible();
  await page.getByRole('textbox', { name: 'What is to be done' }).fill('Top up sand at 12 m');
  await page.getByRole('textbox', { name: 'Who sees to it' }).fill('civils');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await saved(page);
  await page.reload();
  await expect(page.getByText('Top up sand at 12 m')).toBeVisible();
  await expect(page.getByText('Side passage: bears 900 kg')).toHaveCount(2);
});

test('a request made elsewhere is entered by hand; half-typed dates change nothing', async ({ page }) => {
  await timeIs(page, '2026-11-02T08:00:00');
  await startRun(page, { job: 'By hand', run: 'Line', length: 20, rules: 'US' });
  await toClear(page);
  await page.getByRole('button', { name: 'Enter a request made elsewhere' }).click();
  const made = page.getByRole('textbox', { name: 'Request made on' });
  await made.fill('2026-10-29');
  await made.blur();
  // Thursday; Friday, Monday and Tuesday pass in full.
  await expect(page.getByText('Dig from 2026-11-04: 2 days to wait')).toBeVisible();
  await made.fill('2026-13');
  await expect(page.getByText('Dig from 2026-11-04: 2 days to wait')).toBeVisible();
  await page.getByRole('button', { name: 'Add a utility' }).click();
  await page.getByRole('button', { name: 'Change Utility 1' }).click();
  await page.getByRole('textbox', { name: 'Name of the utility' }).fill('Gas works');
  await expect(page.getByText('Gas works has not answered')).toBeVisible();
  const off = page.getByRole('textbox', { name: 'A day off' });
  await off.fill('2026-11-03');
  await off.blur();
  await page.getByRole('button', { name: 'Add the day' }).click();
  await expect(page.getByText('Dig from 2026-11-05: 3 days to wait')).toBeVisible();
  await saved(page);
});

test('a line laid bare by two people at once, one of them without signal: both records are there on both devices, after a reload and in the file', async ({
  browser,
  page,
}) => {
  const [jobId, runId] = [crypto.randomUUID(), crypto.randomUUID()];
  const run = blankRun({ name: 'Lane drain', product: products()[0]?.id as string, length: 40, cover: 1.2, ruleSet: 'UK' });
  const put = async (path: string, data: unknown) => expect((await page.request.post(`/api${path}`, { data })).ok(), path).toBe(true);
  await put('/jobs', { id: jobId, doc: blankJob('Two spades', 'UK', 'metric') });
  await put(`/jobs/${jobId}/runs`, { id: runId, doc: { ...run, existing: [{ ...blankExisting('Old cable', 20, 'x1'), kind: 'power' }] } });
  const phone = async (who: string): Promise<Page> => {
    const context = await browser.newContext();
    await context.addInitScript((name) => localStorage.setItem('tamper.who', name), who);
    const one = await context.newPage();
    await one.goto(`/jobs/${jobId}/runs/${runId}`);
    await open(one, 'Existing lines');
    await one.getByRole('button', { name: /Old cable · / }).click();
    return one;
  };
  const record = async (one: Page, cover: string) => {
    await one.getByRole('button', { name: /^Record/ }).click();
    await one.getByRole('textbox', { name: 'Found: cover to its top' }).fill(cover);
    await one.getByRole('button', { name: /^Found it at / }).click();
  };
  const both = [await phone('groundworker'), await phone('ganger')] as const;
  const [near, far] = both;
  await far.route('**/book', (route) => (route.request().method() === 'POST' ? route.abort() : route.fallback()));
  await record(far, '0.9');
  await expect(far.getByText('not sent yet')).toBeVisible();
  await record(near, '0.6');
  await expect(near.getByText(/groundworker: found at .* 0\.60 m down/)).toBeVisible();
  await far.unroute('**/book');
  await far.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(far.getByText('not sent yet')).toBeHidden();
  await near.evaluate(() => window.dispatchEvent(new Event('online')));
  const there = async (one: Page) => {
    await expect(one.getByText(/groundworker: found at .* 0\.60 m down/)).toBeVisible();
    await expect(one.getByText(/ganger: found at .* 0\.90 m down/)).toBeVisible();
  };
  for (const one of both) await there(one);
  await near.reload();
  await open(near, 'Existing lines');
  await near.getByRole('button', { name: /Old cable · .* · Exposed/ }).click();
  await there(near);
  // The file of the job has them; the job it becomes has them as well.
  await near.goto(`/jobs/${jobId}`);
  const file = await download(near, () => near.getByRole('button', { name: 'Export the job file' }).click());
  await near.goto('/');
  await choose(near, () => near.getByRole('button', { name: /^Import/ }).click(), 'two-spades.tamper.json', file);
  await near.getByRole('link', { name: /Lane drain/ }).click();
  await open(near, 'Existing lines');
  await near.getByRole('button', { name: /Old cable · .* · Exposed/ }).click();
  await there(near);
  for (const one of both) await one.context().close();
});
