import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { demoFor } from '../../core/src/demo';
import { applyPatches, blankExisting, reachSplit, type Run } from '../../core/src/job';
import { issue, number, pick, runAt, startRun, step, strikeAt, tab, saved } from '../helpers';

const field = (page: Page, name: string | RegExp) => page.getByRole('textbox', { name, exact: true });
const press = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();

/** A level run of 20 m is issued, a benchmark known and a level set up on it: HI 11.325 over ground at 10. */
async function setUp(page: Page, name: string): Promise<void> {
  await step(page, 'Site');
  await issue(page);
  await step(page, 'Set out');
  await field(page, 'Benchmark').fill(name);
  await field(page, 'Its level').fill('10');
  await field(page, 'Where it is').fill('Nail in the kerb');
  await press(page, 'Add this benchmark');
  await field(page, 'Backsight on the benchmark').fill('1.325');
  await press(page, 'Enter the set-up');
  await expect(page.getByText(/^Now: Set up on/).first()).toBeVisible();
  await step(page, 'Dig');
  await tab(page, 'Level');
}

/** What the screen says to look for on the rod, metres. */
async function aim(page: Page): Promise<number> {
  const said = await number(page, 'Aim').textContent();
  return Number((said ?? '').replace(' m', ''));
}
async function read(page: Page, off: number): Promise<void> {
  const at = await field(page, 'At station').inputValue();
  await field(page, 'The rod reads').fill(((await aim(page)) - off).toFixed(3));
  await press(page, 'Enter this level');
  // What was said of the level before is no answer.
  await expect(page.getByText(`Kept at ${at}`)).toBeVisible();
}

test('from an issued plan to levels as dug: set up, read, put right, too deep, and what fills it', async ({ page }) => {
  await startRun(page, { job: 'Levels', run: 'Water', length: 20 });
  await setUp(page, 'BM 1');
  // The next station offers itself: a touch on the field, the number, a touch on the button.
  await read(page, -0.06);
  await expect(field(page, 'At station')).toHaveValue('5.0 m');
  await read(page, -0.05);
  await read(page, 0.2);
  await page.getByRole('button', { name: /^Put right: 10\.0 m/ }).click();
  await field(page, 'The rod reads').fill((await aim(page)).toFixed(3));
  await press(page, 'Enter it in its place');
  await expect(page.getByText('Kept at 10.0 m, on level.')).toBeVisible();
  await tab(page, 'As dug');
  await expect(page.getByText(/^The bottom is too deep, 0\.0 m to \d/)).toBeVisible();
  await expect(page.getByText(/: 0\.\d+ m³ compacted, .* bags/)).toBeVisible();
  await expect(page.getByText(/too high/)).toHaveCount(0);
  await page.reload();
  await expect(page.getByText(/^The bottom is too deep, 0\.0 m to \d/)).toBeVisible();
});

test('a plan that says STOP is not issued before somebody says why; the list of plans and the card in the cab go on saying it', async ({
  page,
}) => {
  const deep = (run: Run): Run => ({
    ...run,
    reaches: run.reaches.map((one) => ({ ...one, entry: true, levels: { kind: 'cover', cover: 1.8 } })),
  });
  await startRun(page, { job: 'Unheld', run: 'Water', length: 20, change: deep });
  await step(page, 'Site');
  await tab(page, 'Issue');
  await expect(page.getByRole('list', { name: 'What it says STOP to' })).toContainText(
    /Unprotected at \d\.\d+ m deep.*, 0\.0 m to 20\.0 m/,
  );
  await field(page, 'Who issues').fill('foreman');
  await press(page, 'Issue this plan');
  await expect(page.getByText('Say why, in a few words.')).toBeVisible();
  await field(page, 'Why all the same').fill('The boxes come on Monday');
  await press(page, 'Issue this plan');
  await expect(page.getByRole('list', { name: 'Issued plans' })).toContainText(/The boxes come on Monday.*Issued with a STOP: Unprotected/);
  await step(page, 'Dig');
  await expect(page.getByText(/Unprotected at \d\.\d+ m deep.*, 0\.0 m to 20\.0 m/)).toBeVisible();
  await page.reload();
  await expect(page.getByText('The plan: STOP')).toBeVisible();
});

test('a level that cannot be is asked about, and a sentence is said of every reading that tells nothing', async ({ page }) => {
  await startRun(page, { job: 'Slips', run: 'Water', length: 20 });
  await setUp(page, 'BM 2');
  await field(page, 'The rod reads').fill('6');
  await press(page, 'Enter this level');
  await expect(page.getByText(/is not on the staff/)).toBeVisible();
  await field(page, 'The rod reads').fill('1.2');
  await press(page, 'Enter this level');
  await expect(page.getByText(/Is it the unit, or the station\?/)).toBeVisible();
  await expect(field(page, 'The rod reads')).toHaveValue('1.2');
  await press(page, 'It is so: enter it');
  await expect(page.getByText(/^Kept at 0\.0 m/)).toBeVisible();
  await field(page, 'At station').fill('33');
  await field(page, 'The rod reads').fill('2.1');
  await press(page, 'Enter this level');
  await expect(page.getByText(/is off the run/)).toBeVisible();
  await field(page, 'At station').fill('10');
  await field(page, 'Width at bottom').fill('0.9');
  await field(page, 'Width at top').fill('0.6');
  await field(page, 'The rod reads').fill((await aim(page)).toFixed(3));
  await press(page, 'Enter this level');
  await expect(page.getByText(/narrower than the bottom/)).toBeVisible();
  // What was typed outlives a reload.
  await page.reload();
  await expect(field(page, 'Width at bottom')).toHaveValue('0.9');
});

test('sensors on the arm: a slope that is missing is said before anybody digs, and named from the levels', async ({ page }) => {
  await startRun(page, { job: 'Staircase', run: 'Water', length: 20 });
  await setUp(page, 'BM 3');
  await step(page, 'Set out');
  await pick(page, 'Means', 'Sensors on the arm');
  await page.getByRole('radio', { name: /^The plane falls: To 20/ }).click();
  await field(page, 'By').fill('1:80');
  await field(page, 'Backsight on the benchmark').fill('1.325');
  await expect(page.getByText(/expect a step of 0\.038 m at every move/)).toBeVisible();
  await press(page, 'Enter the set-up');
  await expect(page.getByText(/^Now: .*falling 1:80/)).toBeVisible();
  const noise = [0.002, -0.003, 0.001, -0.001, 0.003, -0.002, 0.002, 0.001, -0.003];
  for (let place = 0; place < 3; place++) {
    await strikeAt(page, place * 3);
    for (const [i, along] of [0.3, 1.5, 2.7].entries()) {
      await field(page, 'At station').fill(String(place * 3 + along));
      await read(page, along / 80 + (noise[place * 3 + i] as number));
    }
  }
  await tab(page, 'As dug');
  await expect(page.getByText(/^A staircase: .*The slope is missing in the machine$/)).toBeVisible();
});

/** Counts touches from here on. */
async function touches(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const counting = window as unknown as { touches?: number };
    if (counting.touches === undefined) document.addEventListener('click', () => (counting.touches = (counting.touches ?? 0) + 1), true);
    counting.touches = 0;
  });
  return () => page.evaluate(() => (window as unknown as { touches: number }).touches);
}

test('proof costs seconds: a level is two touches and its number, a set-up six', async ({ page }) => {
  await startRun(page, { job: 'Touches', run: 'Water', length: 20 });
  await setUp(page, 'BM 4');
  const level = await touches(page);
  await field(page, 'The rod reads').click();
  await field(page, 'The rod reads').pressSequentially((await aim(page)).toFixed(3));
  await press(page, 'Enter this level');
  await expect(page.getByText('Kept at 0.0 m, on level.')).toBeVisible();
  expect(await level()).toBeLessThanOrEqual(2);
  // The field stands ready for the next station: the number, and one touch.
  const next = await touches(page);
  await expect(field(page, 'The rod reads')).toBeFocused();
  await page.keyboard.type((await aim(page)).toFixed(3));
  await press(page, 'Enter this level');
  await expect(page.getByText('Kept at 5.0 m, on level.')).toBeVisible();
  expect(await next()).toBe(1);
  await step(page, 'Set out');
  const instrument = await touches(page);
  await pick(page, 'Means', 'Laser and rod');
  await field(page, 'Backsight on the benchmark').click();
  await field(page, 'Backsight on the benchmark').pressSequentially('1.402');
  await press(page, 'Enter the set-up');
  await expect(page.getByText(/^Now: Set up on BM 4, plane 11\.402 m/)).toBeVisible();
  expect(await instrument()).toBeLessThanOrEqual(6);
  // What was done: as far as the levels go it is offered, and one touch enters it.
  await step(page, 'Dig');
  await tab(page, 'Day');
  await expect(field(page, 'Done to')).toHaveValue('5.0 m');
  const day = await touches(page);
  await press(page, 'Enter what was done');
  await expect(page.getByText('Kept: dug, 0.0 m to 5.0 m.')).toBeVisible();
  expect(await day()).toBeLessThanOrEqual(3);
});

test('what was dug to a plan that goes deeper since is still to be dug, and stays open until it is filled', async ({ page, browser }) => {
  await startRun(page, { job: 'Deeper', run: 'Water', length: 20 });
  const run = runAt(page);
  await step(page, 'Site');
  await issue(page);
  await step(page, 'Dig');
  await tab(page, 'Day');
  await field(page, 'Done to').fill('20');
  await field(page, 'Hours').fill('5');
  await press(page, 'Enter what was done');
  await expect(page.getByText('All of it is dug.')).toBeVisible();
  await saved(page);
  // Half of it 0.2 m deeper: a bed over rock.
  const api = `/api/runs/${run.split('/').at(-1)}`;
  const { version, doc } = (await (await page.request.get(api)).json()) as { version: number; doc: Run };
  const deeper = applyPatches(doc, reachSplit(doc, doc.reaches[0]?.id ?? '', { from: 12, to: 20 }, { bedding: 0.3 }));
  expect((await page.request.put(api, { data: { version, doc: deeper } })).ok()).toBe(true);
  await step(page, 'Site');
  await issue(page);
  // The plan it was dug by is another one now, on a device that has never seen it too.
  const other = await (await browser.newContext()).newPage();
  await other.goto(`${run}/dig/day`);
  await step(page, 'Dig');
  await tab(page, 'Day');
  for (const one of [page, other]) {
    await expect(one.getByText(/^Dug: 12 m of 20 m/)).toBeVisible();
    await expect(one.getByText(/^Dug, 12\.0 m to 20\.0 m, by an older plan that has another hole there/)).toBeVisible();
    await expect(one.getByText(/^8 m left/)).toBeVisible();
    await expect(field(one, 'Done from')).toHaveValue('12.0 m');
    await expect(one.getByText('Stays open: 0.0 m to 20.0 m.')).toBeVisible();
  }
  await field(page, 'Done to').fill('20');
  await press(page, 'Enter what was done');
  await expect(page.getByText('All of it is dug.')).toBeVisible();
  await expect(page.getByText(/by an older plan/)).toBeHidden();
});

test('the card in the cab moves on by thumb; something found shuts the dig there, on another device too, until somebody says what was done', async ({
  page,
  context,
}) => {
  await startRun(page, { job: 'Found', run: 'Water', length: 20 });
  await setUp(page, 'BM 5');
  await tab(page, 'Card');
  await expect(number(page, 'On the rod')).toHaveText(/^\d\.\d{3} m$/);
  await press(page, 'On along the dig');
  await press(page, 'On along the dig');
  await expect(number(page, 'Station')).toHaveText('2.0 m');
  await press(page, 'Something found');
  await press(page, 'Enter it: nobody digs there');
  await expect(page.getByText('Say what it is, as far as it can be seen.')).toBeVisible();
  await page.getByRole('radio', { name: 'What it is: Cover tiles or plates' }).click();
  await field(page, 'Down').fill('0.6');
  await field(page, 'In words').fill('red, in a row');
  // Half a form outlives a reload, a moment after it was typed: the device writes it down by itself.
  await page.waitForTimeout(1000);
  await page.reload();
  await expect(field(page, 'In words')).toHaveValue('red, in a row');
  await press(page, 'Enter it: nobody digs there');
  await expect(page.getByText('Nobody digs 1.0 m to 3.0 m')).toBeVisible();
  const run = runAt(page);
  const other = await context.newPage();
  await other.goto(`${run}/dig/card`);
  await expect(other.getByText('Nobody digs 1.0 m to 3.0 m')).toBeVisible();
  await other.goto(`${run.split('/runs')[0]}/clear`);
  await expect(other.getByText(/Cover tiles or plates found, 0\.60 m down: red, in a row/)).toBeVisible();
  await page.getByRole('button', { name: 'What was done about it' }).click();
  await field(page, 'What was done about it, and by whose word').fill('Owner came: dead, cut out');
  await press(page, 'Settled: dig on');
  await expect(page.getByText('Nobody digs 1.0 m to 3.0 m')).toHaveCount(0);
  await expect(other.getByText(/Cover tiles or plates found/)).toHaveCount(0);
});

/** A cable detected 1.8 to 1.9 m down across a trench deep enough to meet it. */
const withCable = (run: Run): Run => ({
  ...run,
  reaches: run.reaches.map((reach) => ({ ...reach, levels: { kind: 'cover', cover: 2 } })),
  existing: [
    {
      id: 'cable',
      name: 'Yard feed',
      kind: 'power',
      size: 0.1,
      coverMin: 1.8,
      coverMax: 1.9,
      evidence: 'detected',
      where: { kind: 'crossing', station: 10, angle: Math.PI / 2 },
      join: false,
    },
  ],
});

test('clearing by layers: by machine to half a metre over a deep line, then by hand, ticked one by one; the line as it is met', async ({
  page,
}) => {
  await startRun(page, { job: 'Layers', run: 'Water', length: 20, change: withCable });
  await step(page, 'Site');
  await issue(page);
  await step(page, 'Dig');
  await tab(page, 'Layers');
  await expect(number(page, 'Down to')).toHaveText('2.10 m');
  await press(page, 'This layer is out');
  await expect(number(page, 'Down to')).toHaveText('1.30 m');
  await expect(page.getByText(/^By machine to 1\.30 m, 0\.20 m at a time/).first()).toBeVisible();
  await press(page, 'This layer is out');
  await expect(page.getByText('By hand, step 3 of', { exact: false })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(number(page, 'Down to')).toHaveText('1.50 m');
  await press(page, 'Done, nothing met');
  await press(page, 'A line is met');
  await field(page, 'Its top, down').fill('deep');
  await press(page, 'Enter Yard feed as met');
  await expect(page.getByText('Not entered')).toBeVisible();
  await field(page, 'Its top, down').fill('1.62');
  await press(page, 'Enter Yard feed as met');
  await expect(page.getByText(/^Yard feed seen at 1\.62 m: support and protect it/).first()).toBeVisible();
});

test('the machine is not dug with before it was looked over and its bucket held; a knock voids its sensors; what sensors say untried is doubtful', async ({
  page,
}) => {
  await startRun(page, { job: 'Ready', run: 'Water', length: 20 });
  await setUp(page, 'BM 6');
  await step(page, 'Set out');
  await pick(page, 'Means', 'Sensors on the arm');
  await field(page, 'Backsight on the benchmark').fill('1.325');
  await press(page, 'Enter the set-up');
  await step(page, 'Dig');
  await tab(page, 'Level');
  await page.getByRole('radio', { name: 'Measured as: Sensors' }).click();
  await field(page, 'The sensors say').fill('8.7');
  await press(page, 'Enter this level');
  await expect(page.getByText(/^Kept at 0\.0 m/)).toBeVisible();
  await tab(page, 'As dug');
  await expect(page.getByText(/^The level at 0\.0 m is doubtful: the sensors were not tried before it/)).toBeVisible();
  await tab(page, 'Card');
  await press(page, 'To the machine');
  await page.getByRole('checkbox', { name: 'Not so: Hoses and rams: none wet, none chafed' }).click();
  await field(page, 'What is wrong').fill('wet at the dipper');
  await press(page, 'Enter 1 not in order');
  await expect(page.getByText(/found wanting: hoses and rams: none wet, none chafed \(wet at the dipper\)/)).toBeVisible();
  await press(page, 'All in order');
  await page.getByRole('radio', { name: 'Bucket: 0.45 m' }).click();
  await press(page, 'It did not hold');
  await expect(page.getByText('The bucket did not hold when it was dropped and dragged')).toBeVisible();
  await press(page, 'It held');
  await expect(page.getByText(/The bucket did not hold when/)).toHaveCount(0);
  await field(page, 'Stands at station').fill('4');
  await press(page, 'It stands so');
  await expect(page.getByText('Kept: it stands at 4.0 m.')).toBeVisible();
  await tab(page, 'Sensors');
  await field(page, 'Arm out').fill('9.412');
  await field(page, 'Arm in').fill('9.43');
  await expect(page.getByText('0.018 m apart: more than they may be.')).toBeVisible();
  await field(page, 'Arm in').fill('9.415');
  await press(page, 'Enter the trial');
  await expect(page.getByText(/^Tried with the bucket of 0\.45 m: within 0\.003 m/)).toBeVisible();
  await press(page, 'Arm or sensor was knocked');
  await expect(page.getByText('The arm or a sensor was knocked since the sensors were tried')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText('The arm or a sensor was knocked since the sensors were tried')).toBeVisible();
});

test('marks on the ground: as planned by one touch, wider is said; the sheet goes out as CSV and PDF; levels found stand on strip, long section and section', async ({
  page,
}) => {
  await startRun(page, { job: 'Marks', run: 'Water', length: 20 });
  await setUp(page, 'BM 7');
  await read(page, -0.04);
  await step(page, 'Set out');
  await tab(page, 'Sheet');
  const [pdf] = await Promise.all([page.waitForEvent('download'), press(page, 'Save as PDF')]);
  expect(readFileSync(await pdf.path(), 'latin1').slice(0, 5)).toBe('%PDF-');
  await page.getByRole('radio', { name: 'Sheet of: Pegs' }).click();
  await press(page, 'Marked as planned');
  await expect(page.getByText(/from lip to lip, as planned$/)).toBeVisible();
  await field(page, 'At station').fill('10');
  await field(page, 'Lip left').fill('0.8');
  await press(page, 'Marked like this');
  await expect(page.getByText(/^10\.0 m: .* wider than planned, its middle .* left$/)).toBeVisible();
  await expect(page.getByRole('table', { name: 'Tapes to the lips' })).toBeVisible();
  await page.goto(`${runAt(page)}/trench/section?at=0`);
  await expect(page.getByText('found 40 mm deep').first()).toBeVisible();
  await tab(page, 'Long');
  await expect(
    page
      .getByRole('group', { name: /^Long section/ })
      .getByText('D', { exact: true })
      .first(),
  ).toBeVisible();
});

/** A copy of the demonstration of today, opened: what is done to it is done to nobody else's. */
async function demoCopy(page: Page): Promise<{ job: string }> {
  const id = crypto.randomUUID();
  const file = demoFor(new Date().toISOString().slice(0, 10) as Parameters<typeof demoFor>[0]);
  expect(
    (await page.request.post('/api/jobs/import', { data: { id, file: { ...file, job: { ...file.job, name: 'Copied yard' } } } })).ok(),
  ).toBe(true);
  const job = `/jobs/${id}`;
  await page.goto(job);
  return { job };
}

test('papers that come after the plan was issued open the dig by it; one taken back shuts it, and no plan is issued for that', async ({
  page,
}) => {
  const { job } = await demoCopy(page);
  await page.getByRole('link', { name: /Wash-down drain/ }).click();
  await expect(page.getByRole('group', { name: /^Cross-section/ })).toBeVisible();
  const run = runAt(page);
  await step(page, 'Site');
  await issue(page);
  const shut = page.getByRole('alert').getByText(/^NO: Clear to dig is shut/);
  const card = async () => {
    await page.goto(`${run}/dig/card`);
    await expect(number(page, 'Station')).toBeVisible();
  };
  await card();
  await expect(shut).toBeVisible();
  await page.goto(`${job}/clear`);
  await page.getByLabel('T Telecom: Clear').click();
  await page.getByLabel('Yard lights and outbuildings: None here').click();
  await page.getByRole('textbox', { name: 'Who walked it' }).fill('foreman');
  await press(page, 'Walked just now');
  // Another run of the job has a reason of its own.
  await expect(page.getByRole('status', { name: 'Clear to dig: SHUT, 1 reason' })).toBeVisible();
  await saved(page);
  await card();
  await expect(page.getByRole('alert').getByText('NO: the machine is not ready')).toBeVisible();
  await expect(shut).toBeHidden();
  await step(page, 'Site');
  await tab(page, 'Issue');
  await expect(page.getByText('The draft says the same. People on site work to this.')).toBeVisible();
  await page.goto(`${job}/clear`);
  await page.getByLabel('T Telecom: No answer').click();
  await saved(page);
  await card();
  await expect(shut).toBeVisible();
});

test('what only the issued plan says STOP to shuts the dig on the bar and on the card, until the draft that mends it is issued', async ({
  page,
}) => {
  const { job } = await demoCopy(page);
  await page.getByRole('link', { name: /Pontoon supply/ }).click();
  await expect(page.getByRole('group', { name: /^Cross-section/ })).toBeVisible();
  const run = runAt(page);
  await step(page, 'Site');
  await issue(page);
  const api = `/api${run.replace(job, '')}`;
  const { doc, version } = (await (await page.request.get(api)).json()) as { doc: Run; version: number };
  expect((await page.request.put(api, { data: { version, doc: { ...doc, existing: [] } } })).ok()).toBe(true);
  await page.goto(`${run}/dig/card`);
  const asIssued = page.getByText(/^Plan 1 as issued: Old fuel line is within/);
  const reasons = (count: number) => page.getByRole('banner').getByRole('status', { name: `Clear to dig: SHUT, ${count} reasons` });
  await expect(reasons(4)).toBeVisible();
  await expect(page.getByRole('alert').getByText(/^NO: Clear to dig is shut/)).toBeVisible();
  await expect(asIssued).toBeVisible();
  await page.getByRole('button', { name: 'Issue the plan' }).click();
  await issue(page);
  await expect(reasons(3)).toBeVisible();
  await step(page, 'Dig');
  await expect(page.getByRole('alert').getByText(/^NO: Clear to dig is shut/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Issue the plan' })).toBeHidden();
  await expect(asIssued).toBeHidden();

  // A line nobody knew of when it was issued is on no card: the other way round.
  const now = (await (await page.request.get(api)).json()) as { version: number };
  const known = { ...blankExisting('Old cable', 3, 'x9'), coverMin: 2.4, coverMax: 2.5 };
  expect((await page.request.put(api, { data: { version: now.version, doc: { ...doc, existing: [known] } } })).ok()).toBe(true);
  await expect(page.getByRole('alert').getByText('Plan 2 does not know Old cable.')).toBeVisible();
  await page.getByRole('button', { name: 'Issue the plan' }).click();
  await issue(page);
  await step(page, 'Dig');
  await expect(page.getByText('Plan 2 does not know Old cable.')).toBeHidden();
});
