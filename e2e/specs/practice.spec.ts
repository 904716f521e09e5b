import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { serious } from '../axe';
import { resolveRules } from '../../core/src/rules';
import { drillOf } from '../../core/src/practice';
import { download, newJob, press, saved, timeIs } from '../helpers';

const answers = (page: Page) => page.getByRole('list', { name: 'Answers' }).getByRole('button');
const result = (page: Page) => page.getByRole('list', { name: 'Result' });

/** A thumb on a lever, pushed as far as it goes one way for so long. */
async function push(page: Page, lever: 'Left' | 'Right', way: 'up' | 'down' | 'left' | 'right', ms: number): Promise<void> {
  const box = await page.getByRole('group', { name: new RegExp(`^${lever} lever`) }).boundingBox();
  if (!box) throw new Error('There is no lever.');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const far = { up: [0, -1], down: [0, 1], left: [-1, 0], right: [1, 0] }[way] as [number, number];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + (far[0] * box.width) / 2.2, y + (far[1] * box.height) / 2.2);
  await page.waitForTimeout(ms);
  await page.mouse.up();
}

test('a beginner’s first exercise to its result: dug by thumb, judged, kept, checked by its levers; a page that is lost lets go', async ({
  page,
}) => {
  await page.goto('/');
  await press(page, 'Practice: levers and judgement');
  await page.getByRole('link', { name: /^A flat floor/ }).click();
  const arm = page.getByRole('img', { name: /^1\.7 t class from the side/ });
  await expect(arm).toBeVisible();
  expect(await serious(page), 'levers').toEqual([]);
  const told = page.getByRole('status').filter({ hasText: /bucket/ });
  const before = await told.textContent();
  await push(page, 'Right', 'up', 1500);
  await expect(told).not.toHaveText(before ?? '');
  // Held as the page goes out of sight: it stands still.
  const box = await page.getByRole('group', { name: /^Left lever/ }).boundingBox();
  await page.mouse.move((box?.x ?? 0) + 70, (box?.y ?? 0) + 70);
  await page.mouse.down();
  await page.mouse.move((box?.x ?? 0) + 70, (box?.y ?? 0) + 140);
  await page.evaluate(() => window.dispatchEvent(new Event('blur')));
  // What it had of speed runs out by and by, on a slow machine later.
  await expect(async () => {
    const stood = await told.textContent();
    await page.waitForTimeout(600);
    expect(await told.textContent()).toBe(stood);
  }).toPass();
  await page.mouse.up();
  await push(page, 'Left', 'down', 1200);
  await push(page, 'Right', 'left', 1200);
  await press(page, 'Done: judge it');
  await expect(page.getByRole('heading', { name: 'Not yet' })).toBeVisible();
  await expect(result(page)).toContainText('of the floor is within tolerance');
  await expect(result(page)).toContainText('on the levers');
  await press(page, 'Check it by its levers');
  await expect(result(page)).toContainText('Played again from its levers: it comes out the same.');
  await page.reload();
  await page.goto('/practice');
  await expect(page.getByRole('link', { name: /^A flat floor.*0 of 1 right/s })).toBeVisible();
  expect(await serious(page), 'practice').toEqual([]);
});

test('a hand that knows it shows it, and nothing of that is kept; a machine may be changed; keys move the levers on a wide screen', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/practice?arm=line');
  const told = page.getByRole('status').filter({ hasText: /bucket/ });
  await press(page, 'Show me');
  await expect(told).toContainText(/bucket (?!0 %)\d/);
  await press(page, 'Done: judge it');
  await expect(result(page)).toContainText('this is not kept on anybody’s record');
  await press(page, 'Once more');
  const still = (await told.textContent()) ?? '';
  await page.keyboard.down('ArrowUp');
  await expect(told).not.toHaveText(still);
  await page.keyboard.up('ArrowUp');
  await page.getByRole('button', { name: /^Machine:/ }).click();
  await page.getByRole('menuitem', { name: '3.5 t class' }).click();
  await expect(page.getByRole('img', { name: /^3\.5 t class from the side/ })).toBeVisible();
  await page.goto('/practice');
  await expect(page.getByRole('link', { name: /^A line in the way.*Not done yet/s })).toBeVisible();
});

test('drills are asked, answered and explained; one is due again when its day comes; the record goes out as CSV and PDF', async ({
  page,
}) => {
  const on = await timeIs(page, '2026-11-26T08:00:00Z');
  await page.goto('/practice');
  await page.getByRole('link', { name: /^Class the soil/ }).click();
  const seen = new Set<string>();
  for (let i = 0; i < 3; i++) {
    await expect(answers(page)).toHaveCount(4);
    seen.add(await page.getByRole('list', { name: 'What is known' }).innerText());
    await answers(page).nth(i).click();
    await expect(page.getByRole('heading', { name: /^(Right|Not right)$/ })).toBeVisible();
    await expect(page.getByText(/29 CFR 1926 Subpart P App\. A/)).toBeVisible();
    // Answered once it stays answered.
    await answers(page).nth(0).click({ force: true });
    if (i < 2) await press(page, 'Next one');
  }
  expect(seen.size).toBeGreaterThan(1);
  expect(await serious(page), 'drill').toEqual([]);
  await page.goto('/practice');
  const soil = page.getByRole('link', { name: /^Class the soil/ });
  await expect(soil).toContainText('of 3 right · again on');
  const due = page.getByRole('banner').getByText(/\d due/);
  const before = Number(/(\d+) due/.exec((await due.textContent()) ?? '')?.[1]);
  await on(30 * 24 * 3_600_000);
  await expect(soil).toContainText('do it again now');
  await expect(due).toContainText(`${before + 1} due`);

  const csv = await download(page, () => page.getByRole('button', { name: 'Record as CSV' }).click());
  const lines = csv.trim().split(/\r?\n/);
  expect(lines).toHaveLength(4);
  expect(lines[1]).toMatch(/^2026-11-26T08:.*,This device,Class the soil,1,(yes|no),(stable rock|type [ABC]),UK,\d+,2$/);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Record as PDF' }).click()]);
  expect(
    readFileSync(await file.path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
});

test('a pipe on the hook: lifted by the levers, let down too fast it knocks, and is told so', async ({ page }) => {
  await page.goto('/practice');
  await page.getByRole('link', { name: /^A pipe into the slit/ }).click();
  const told = page.getByRole('status').filter({ hasText: /from its place/ });
  await expect(told).toContainText('the sling is slack');
  await push(page, 'Right', 'down', 1500);
  await expect(told).toContainText('of what may hang there');
  await push(page, 'Right', 'up', 2500);
  await press(page, 'Done: judge it');
  await expect(page.getByRole('heading', { name: 'Not yet' })).toBeVisible();
  await expect(result(page)).toContainText('as if it fell from');
  await expect(result(page)).toContainText('Knocked');
  expect(await serious(page), 'pipe').toEqual([]);
});

test('each kind of drill can be answered, in either units', async ({ page }) => {
  await page.goto('/practice');
  await page.getByLabel('Rules: US').click();
  await page.getByLabel('Units: Feet, inches').click();
  for (const skill of ['sides', 'steps', 'gate', 'strip', 'staff', 'booking', 'joints', 'sling', 'air', 'cover', 'record', 'lifts']) {
    await page.goto(`/practice?drill=${skill}`);
    await answers(page).first().click();
    await expect(page.getByRole('heading', { name: /^(Right|Not right)$/ })).toBeVisible();
    expect(await page.getByRole('main').innerText(), skill).not.toMatch(/\d\s?(mm|m|kg|mbar)(?![\p{L}\d²³/])/u);
  }
});

test('a planned run of one’s own is dug before it is dug', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: /Saltmarsh boatyard/ }).click();
  await press(page, 'Practice for this job');
  await press(page, 'Wash-down drain');
  await expect(page.getByRole('img', { name: /from the side/ })).toBeVisible();
  await press(page, 'Done: judge it');
  await expect(result(page)).toContainText('0 % of the floor is within tolerance');
  await page.getByRole('banner').getByRole('button', { name: 'Back' }).click();
  await expect(page.getByRole('button', { name: 'Wash-down drain', exact: true })).toBeVisible();
});

test('set before a task: shown on the job, practised at its level, entered by who did it, seen on another device', async ({
  page,
  browser,
}) => {
  // The device's own chance gives the same drill each time.
  const SEED = 4711;
  await page.addInitScript((seed) => {
    const own = crypto.getRandomValues.bind(crypto);
    crypto.getRandomValues = ((list: Uint32Array) =>
      list instanceof Uint32Array && list.length === 1 ? list.fill(seed * 2) : own(list)) as never;
  }, SEED);
  const { drill } = drillOf({ skill: 'soil', level: 2, seed: SEED }, resolveRules('UK'), 'metric');
  const right = drill.choices.find((choice) => choice.right)?.text ?? '';
  const wrong = drill.choices.find((choice) => !choice.right)?.text ?? '';
  await newJob(page, 'Quay, practised');
  await saved(page);
  const job = new URL(page.url()).pathname;
  await press(page, 'Practice for this job');
  await page.getByRole('textbox', { name: 'Who you are' }).fill('Cora Check');
  await press(page, 'Set something to practise');
  const form = page.getByRole('region', { name: 'Set something to practise' });
  await form.getByRole('button', { name: /^What: / }).click();
  await page.getByRole('menuitem', { name: 'Class the soil' }).click();
  await form.getByLabel('How hard: Level 2').click();
  await press(page, 'Set it');
  await expect(form.getByText('Say before which task.')).toBeVisible();
  await form.getByRole('textbox', { name: 'Before which task' }).fill('the boxes come');
  expect(await serious(page), 'setting').toEqual([]);
  await press(page, 'Set it');
  const task = page.getByRole('list', { name: 'Before a task' }).getByRole('listitem');
  await expect(task).toContainText('Class the soil, level 2');
  await expect(task).toContainText('0 of 3 right one after another.');
  await page.goto(job);
  await page.getByRole('link', { name: /^Practise: Class the soil, level 2.*Before the boxes come.*nobody has done it yet/s }).click();
  await press(page, 'Practise it');
  for (const text of [right, wrong, right, right, right]) {
    await expect(page.getByText('Level 2 of 3', { exact: false })).toBeVisible();
    await answers(page).getByText(text, { exact: true }).click();
    await press(page, 'Next one');
  }
  await page.getByRole('banner').getByRole('button', { name: 'Back' }).click();
  await expect(task).toContainText('You have shown it.');
  await page.getByRole('textbox', { name: 'Who you are' }).fill('Dana Dig');
  await press(page, 'Enter it in the book');
  await expect(task).toContainText('Done by Dana Dig');
  await expect(task.getByRole('button')).toHaveCount(0);
  const other = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await other.goto(job);
  await expect(other.getByRole('link', { name: /^Practise: Class the soil, level 2.*done by Dana Dig/s })).toBeVisible();
  await other.context().close();
});
