import { expect, test, type Page } from '@playwright/test';
import type { Run } from '../../core/src/job';
import { phones, programKept } from '../device';
import { field, issue, number, pick, press, runAt, saved, startRun, step, strikeAt, tab } from '../helpers';
import { ownServer } from '../ownServer';

test.use({ serviceWorkers: 'allow' });

const phone = phones();

/** Falls 1:80 from end to end. */
const falling = (run: Run): Run => ({
  ...run,
  inverts: [
    { id: 'top', station: 0, invert: 8.8, keep: false },
    { id: 'low', station: 20, invert: 8.55, keep: false },
  ],
  reaches: run.reaches.map((reach) => ({ ...reach, levels: { kind: 'gravity' } })),
});

/** Reads the made-up receiver at a station and enters what it says. */
async function readAt(page: Page, station: string): Promise<void> {
  await field(page, 'At station').fill(station);
  await press(page, 'Read the receiver on the rod (made up)');
  await press(page, 'Enter this level');
  await expect(page.getByText(new RegExp(`^Kept at ${Number(station).toFixed(1)} m`))).toBeVisible();
}
/** Types what the rod reads so far off the aim, metres. */
async function typeAt(page: Page, station: string, off: number): Promise<void> {
  await field(page, 'At station').fill(station);
  const aim = Number(((await number(page, 'Aim').textContent()) ?? '').replace(' m', ''));
  await field(page, 'The rod reads').fill((aim - off).toFixed(3));
  await press(page, 'Enter this level');
}

test('a day of digging: issued, set up, the machine made ready, a staircase named, an over-dig ordered, something found, the server gone meanwhile; all of it on a second device', async () => {
  const server = await ownServer();
  const mine = await phone();
  const { page } = mine;
  page.setDefaultTimeout(15_000);
  await startRun(page, { job: `Dug ${Date.now()}`, run: 'Drain', length: 20, at: server.url, change: falling });
  await saved(page);
  const run = runAt(page);
  await programKept(page);
  await step(page, 'Site');
  await issue(page);

  // Levels, the machine and its sensors.
  await step(page, 'Set out');
  await field(page, 'Benchmark').fill('BM 1');
  await field(page, 'Its level').fill('10');
  await press(page, 'Add this benchmark');
  await pick(page, 'Means', 'Sensors on the arm');
  await field(page, 'Backsight on the benchmark').fill('1.325');
  await field(page, 'Slope set in the machine').fill('1:80');
  await press(page, 'Enter the set-up');
  await expect(page.getByText(/^Now: .*falling 1:80/)).toBeVisible();
  await step(page, 'Dig');
  await expect(page.getByText(/^NO: .*the machine is not ready/)).toBeVisible();
  await press(page, 'To the machine');
  await press(page, 'All in order');
  await expect(page.getByText('Kept: looked over, in order.')).toBeVisible();
  await page.getByRole('radio', { name: 'Bucket: 0.30 m' }).click();
  await press(page, 'It held');
  await expect(page.getByText('Kept: 0.30 m, it held.')).toBeVisible();
  await tab(page, 'Sensors');
  await expect(page.getByText('The sensors were not tried on one point yet')).toBeVisible();
  for (const [pose, level] of Object.entries({
    'Arm out': '9.412',
    'Arm in': '9.416',
    'Bucket curled': '9.414',
    'Turned half round': '9.413',
  }))
    await field(page, pose).fill(level);
  await press(page, 'Enter the trial');
  await expect(page.getByText('Kept: within 0.004 m.')).toBeVisible();
  await press(page, 'Switch made-up devices on');
  await page.getByRole('switch', { name: 'Slope not set in the machine' }).click();
  await expect(page.getByRole('img', { name: /^The made-up cut: furthest off \d+ mm (high|deep)/ })).toBeVisible();

  await server.kill();

  for (let place = 0; place < 3; place++) {
    await strikeAt(page, place * 3);
    for (const along of [0.3, 1.5, 2.7]) await readAt(page, (place * 3 + along).toFixed(1));
  }
  // Nothing of it is with the server, and nothing says so.
  await expect(page.getByRole('banner').getByRole('status', { name: /^Kept: / })).toBeVisible();
  await tab(page, 'As dug');
  await expect(page.getByText(/^A staircase: .*The slope is missing in the machine$/)).toBeVisible();
  await expect(page.getByText(/^Set the slope in the machine, strike again/)).toBeVisible();

  // One typed wrong and put right; two too deep.
  await tab(page, 'Level');
  await typeAt(page, '12.0', 0.2);
  await expect(page.getByText(/^Kept at 12\.0 m, 200 mm high/)).toBeVisible();
  await page.getByRole('button', { name: /^Put right: 12\.0 m/ }).click();
  const aim = Number(((await number(page, 'Aim').textContent()) ?? '').replace(' m', ''));
  await field(page, 'The rod reads').fill((aim + 0.035).toFixed(3));
  await press(page, 'Enter it in its place');
  await expect(page.getByText('Kept at 12.0 m, 35 mm deep.')).toBeVisible();
  await typeAt(page, '17.0', -0.015);
  await expect(page.getByText('Kept at 17.0 m, 15 mm deep.')).toBeVisible();
  await tab(page, 'As dug');
  await expect(page.getByText(/Bedding, never spoil: it settles/)).toBeVisible();
  const said = await page.getByRole('main').innerText();

  // Something nobody expected.
  await tab(page, 'Card');
  await press(page, 'Something found');
  await page.getByRole('radio', { name: 'What it is: Soft ground' }).click();
  await press(page, 'Enter it: nobody digs there');
  await expect(page.getByText(/^Nobody digs \d/)).toBeVisible();
  await page.getByRole('button', { name: /more bed/ }).click();
  await expect(page.getByText('In the draft. Whoever digs goes on by the issued plan.')).toBeVisible();
  await expect(page.getByRole('banner').getByRole('status', { name: /^Clear to dig: SHUT/ })).toBeVisible();

  // What was done, and how the site is left.
  await tab(page, 'Day');
  await field(page, 'Hours').fill('4');
  await press(page, 'Enter what was done');
  await expect(page.getByText(/^Kept: dug, 0\.0 m to 17\.0 m/)).toBeVisible();
  await expect(page.getByText(/left, 1 day of work at this pace: dug by \d{4}/)).toBeVisible();
  await page.getByRole('checkbox', { name: /^Not so: Lamps lit/ }).click();
  await field(page, 'What is missing, and who brings it').fill('Two lamps, foreman by five');
  await press(page, 'Enter 1 not so');
  await expect(page.getByText('Kept: left for the day.')).toBeVisible();

  await server.start();
  await saved(page);
  const other = await phone();
  other.page.setDefaultTimeout(20_000);
  await other.page.goto(`${server.url}${run}/dig/found`);
  await expect(other.page.getByText(/Bedding, never spoil: it settles/)).toBeVisible();
  // Word for word what the first device says of the levels, all eleven of them.
  const dug = (text: string) => text.slice(text.indexOf('To fill what is too deep'));
  expect(dug(await other.page.getByRole('main').innerText())).toBe(dug(said));
  await tab(other.page, 'Card');
  await expect(other.page.getByText(/^Nobody digs \d/)).toBeVisible();
  await tab(other.page, 'Day');
  await expect(other.page.getByText(/^Dug: 17 m of 20 m, 4\.\d m\/h from one shift/)).toBeVisible();
  await step(other.page, 'Site');
  await tab(other.page, 'Book');
  await expect(other.page.getByText(/^Left for the day, open 0\.0 m to 17\.0 m; not so: lamps lit/)).toBeVisible();
  await server.stop();
});
