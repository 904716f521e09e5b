import { expect, test, type Page } from '@playwright/test';
import type { Run } from '../../core/src/job';
import { phones, programKept } from '../device';
import { download, field, issue, number, open, press, runAt, saved, startRun, step, tab } from '../helpers';
import { ownServer } from '../ownServer';
import { choosePhotos, shot } from '../photo';
import { touches } from '../touches';

test.use({ serviceWorkers: 'allow' });

const phone = phones();

const kept = (page: Page, words: string | RegExp) => expect(page.getByRole('status').filter({ hasText: words })).toBeVisible();
const gateIs = (page: Page, state: RegExp) => expect(page.getByRole('main').getByRole('status', { name: state })).toBeVisible();

/** Types what is measured and enters it, where the field has the hand already. */
async function measureBed(page: Page, millimetres: number): Promise<void> {
  // A hand does not type into a field that still shows the reading before.
  await expect(field(page, 'Bed there')).toHaveValue('');
  await field(page, 'Bed there').fill(String(millimetres));
  await press(page, 'Enter the bed');
}

/** Levels of the invert on the design, at every station that is offered. */
async function levels(page: Page, count: number): Promise<void> {
  for (let i = 0; i < count; i++) {
    const aim = ((await number(page, 'Aim').textContent()) ?? '').replace(' m', '');
    await field(page, 'Depth found, down from the ground').fill(aim);
    await press(page, 'Enter this level');
    await kept(page, `Kept at ${(i * 5).toFixed(1)} m`);
  }
}

const plain = (run: Run): Run => ({ ...run, reaches: run.reaches.map((reach) => ({ ...reach, bedding: 0.1, tapes: [] })) });

test('a bed topped up, a stone after laying, a joint cut out, a test that fails and passes: open for 0 to 24 m only, on a second device too; issued deeper it shuts', async () => {
  const server = await ownServer();
  const mine = await phone();
  const { page } = mine;
  page.setDefaultTimeout(15_000);
  // Moved on below.
  await page.clock.install();
  await startRun(page, { job: `Laid ${Date.now()}`, run: 'Drain', length: 30, at: server.url, change: plain });
  await saved(page);
  const run = runAt(page);
  await programKept(page);
  await step(page, 'Site');
  await issue(page);
  await tab(page, 'Cover');
  await gateIs(page, /^Ready to cover: SHUT/);
  await step(page, 'Lay');
  await server.kill();

  // The bed, one reading short; each reading is a number and a touch.
  await expect(number(page, 'Bed')).toHaveText('100 mm');
  const count = await touches(page);
  for (const millimetres of [100, 105, 60]) await measureBed(page, millimetres);
  await kept(page, 'Kept at 10.0 m: 40 mm short.');
  expect(await count()).toBeLessThanOrEqual(3 * 2);
  for (const millimetres of [100, 100, 100, 100]) await measureBed(page, millimetres);
  await kept(page, 'Kept at 30.0 m: thick enough.');
  await expect(page.getByText(/^Too thin, 5\.\d m to 15\.0 m: up to 40 mm missing$/)).toBeVisible();
  await tab(page, 'To do');
  await press(page, /^Say who sees to: Bed too thin/);
  await field(page, 'Who sees to it').fill('labourer');
  await press(page, 'They see to it');
  await expect(page.getByText('labourer sees to it.')).toBeVisible();
  await tab(page, 'Bed');
  await field(page, 'At station').fill('10');
  await measureBed(page, 100);
  await kept(page, 'Kept at 10.0 m: thick enough.');
  await tab(page, 'To do');
  await expect(page.getByText('Put right since')).toBeVisible();
  await expect(page.getByText(/^Bed too thin, .*\(labourer\)$/)).toBeVisible();
  await tab(page, 'Bed');
  await press(page, 'The bed is in order');
  await kept(page, 'Kept: in order.');

  // The line, photographed; its invert; a stone that fell in.
  await tab(page, 'Line');
  await field(page, 'Laid to').fill('24');
  await choosePhotos(page, [await shot('Laid', { width: 1200, height: 900 })]);
  await expect(page.getByRole('img', { name: /^Photo/ }).first()).toBeVisible();
  await press(page, 'It lies so');
  await kept(page, 'Kept: in order.');
  await press(page, 'Measure its invert');
  await levels(page, 7);
  await step(page, 'Lay');
  await page.getByRole('checkbox', { name: 'Not so: No stone fell in, none under the line' }).click();
  await field(page, 'What is wrong').fill('flint under the pipe at 8 m');
  await press(page, 'Enter 1 not so');
  await kept(page, 'Kept: to be put right, and looked at again.');
  await tab(page, 'To do');
  await expect(page.getByText(/^flint under the pipe at 8 m\./)).toBeVisible();
  await tab(page, 'Bed');
  await press(page, 'Still in order');
  await kept(page, 'Kept: in order.');
  await tab(page, 'To do');
  await expect(page.getByText('Nothing is found wanting')).toBeVisible();

  // A joint not home: cut out. A good one is a touch.
  await tab(page, 'Joints');
  await page.getByRole('switch', { name: 'Home to its mark' }).click();
  await press(page, 'Enter that joint 1 fails');
  await kept(page, 'Kept: joint 1 does not stand. Cut it out.');
  await press(page, 'Cut out: Joint 1 at 6.0 m');
  await press(page, 'Joint 2 is made');
  await kept(page, 'Kept: joint 2 stands.');
  const joints = await touches(page);
  for (const joint of [3, 4, 5]) {
    await press(page, `Joint ${joint} is made`);
    await kept(page, `Kept: joint ${joint} stands.`);
  }
  expect(await joints()).toBeLessThanOrEqual(3 * 2);
  await expect(page.getByText('4 of 4 joints logged')).toBeVisible();
  // Numbers do not repeat.
  await field(page, 'Joint number').fill('3');
  await field(page, 'Joint at station').fill('27');
  await press(page, 'Joint 3 is made');
  await expect(page.getByText('There is a joint 3 on this line already: number it anew.')).toBeVisible();

  // The air test: it fails, is looked for, passes.
  await tab(page, 'Tests');
  await field(page, 'Tested to').fill('24');
  await expect(number(page, 'Asked')).toHaveText('Hold for 3:00 min');
  await page.getByRole('switch', { name: 'The made-up line leaks' }).click();
  const tests = await touches(page);
  await page.getByRole('switch', { name: /^Plugs held/ }).click();
  await press(page, 'Run the made-up pressure gauge');
  await press(page, 'Enter the test');
  expect(await tests()).toBeLessThanOrEqual(3);
  await kept(page, 'Kept: failed. Find where, mend it, test again.');
  await tab(page, 'To do');
  await expect(page.getByText(/air test failed$/)).toBeVisible();
  await tab(page, 'Tests');
  await press(page, /^Test again: Air test/);
  await page.getByRole('switch', { name: /^Plugs held/ }).click();
  await press(page, 'Run the made-up pressure gauge');
  await expect(page.getByRole('status').filter({ hasText: 'Passed' })).toBeVisible();
  await press(page, 'Enter the test');
  await kept(page, 'Kept: passed.');

  // Before it is covered; a reload loses nothing.
  await step(page, 'Site');
  await tab(page, 'Cover');
  await press(page, 'All to hand, and asked');
  await kept(page, 'Kept: in order.');
  await gateIs(page, /^Ready to cover: OPEN IN PART/);
  await expect(page.getByText('May be covered: 0.0 m to 24.0 m')).toBeVisible();
  await page.reload();
  await expect(page.getByText('May be covered: 0.0 m to 24.0 m')).toBeVisible();

  await server.start();
  await saved(page);
  const other = await phone();
  other.page.setDefaultTimeout(20_000);
  await other.page.clock.install();
  await other.page.goto(`${server.url}${run}/site/cover`);
  await expect(other.page.getByText('May be covered: 0.0 m to 24.0 m')).toBeVisible();
  await other.page.goto(`${server.url}${run}/lay/joints`);
  await expect(other.page.getByText('4 of 4 joints logged')).toBeVisible();

  // Out of hearing: what was asked on another device covers nothing here; where it was asked it does for an hour.
  const both = [page, other.page];
  for (const one of both) {
    await one.goto(`${server.url}${run}/site/cover`);
    await expect(one.getByText('May be covered: 0.0 m to 24.0 m')).toBeVisible();
  }
  await server.kill();
  for (const one of both) await one.clock.fastForward(120_000);
  await expect(other.page.getByText(/^Out of hearing since/)).toBeVisible();
  await gateIs(other.page, /^Ready to cover: SHUT/);
  await expect(page.getByText(/^Out of hearing: it shuts by itself from/)).toBeVisible();
  await gateIs(page, /^Ready to cover: OPEN IN PART/);
  await server.start();
  // So that nobody waits for the next look.
  for (const one of both) await one.clock.fastForward(60_000);
  await expect(other.page.getByText('May be covered: 0.0 m to 24.0 m')).toBeVisible({ timeout: 60_000 });

  // Issued deeper: what was measured is off it, and what was seen was seen of another plan.
  await step(page, 'Trench');
  await open(page, 'Depth and fall');
  await field(page, 'Cover over the line').fill('1.2');
  await saved(page);
  await step(page, 'Site');
  await tab(page, 'Cover');
  await gateIs(page, /^Ready to cover: OPEN IN PART/);
  await issue(page);
  await tab(page, 'Cover');
  await gateIs(page, /^Ready to cover: SHUT/);
  await other.page.goto(`${server.url}${run}/site/cover`);
  await gateIs(other.page, /^Ready to cover: SHUT/);
  await server.stop();
});

test('a load in the air shuts Safe to enter until it is set down; covered unseen stays said; a drum that is too short is said before the cut', async ({
  page,
}) => {
  await startRun(page, {
    job: `Lifted ${Date.now()}`,
    run: 'Feeder',
    length: 41.2,
    change: (run) => ({ ...run, laid: run.laid.map((line) => ({ ...line, product: 'lv-4x16' })) }),
  });
  await saved(page);
  await step(page, 'Site');
  await issue(page);
  await step(page, 'Lay');
  await tab(page, 'Lift');
  await field(page, 'What it is').fill('Drum');
  await field(page, 'It weighs').fill('240');
  await field(page, 'Sling and hook').fill('12');
  await expect(number(page, 'Hanging')).toHaveText('277 kg');
  await expect(page.getByText(/160 kg on a leg$/)).toBeVisible();
  await field(page, 'It weighs').fill('5000');
  await press(page, 'It is in the air');
  await expect(page.getByRole('alert').filter({ hasText: /hang on it, and it lifts/ })).toBeVisible();
  await field(page, 'It weighs').fill('30');
  await press(page, 'It is in the air');
  await kept(page, 'Kept: in the air. Nobody goes in there until it is set down.');
  await step(page, 'Site');
  await expect(page.getByText(/^In the air, 0\.0 m to 41\.2 m: Drum, 30 kg$/).first()).toBeVisible();
  await step(page, 'Lay');
  await tab(page, 'Lift');
  await press(page, 'Set down and unhooked');
  await kept(page, 'Kept: set down.');

  await tab(page, 'Line');
  expect((await download(page, () => press(page, 'Labels to print'))).slice(0, 4)).toBe('%PDF');
  await field(page, 'Rope holds').fill('0.5 kN');
  await expect(page.getByText(/500 N is the most \(the rope\)/)).toBeVisible();
  await field(page, 'Loops on the way').fill('1.5');
  await field(page, 'Drum’s name').fill('D7');
  await field(page, 'Length on its label').fill('42');
  await expect(page.getByText(/^It is \d\.\d\d m short: .* Cut nothing\.$/)).toBeVisible();
  await press(page, 'Enter the drum');
  await kept(page, 'Kept: the drum as it came.');
  await tab(page, 'To do');
  await expect(page.getByText('Drum D7')).toBeVisible();

  await step(page, 'Site');
  await tab(page, 'Cover');
  await press(page, 'It was covered before all of it was proved');
  await press(page, 'Enter that it was covered unseen');
  await expect(page.getByText('Say why it was covered: it stays on the record.')).toBeVisible();
  await field(page, 'Why it was covered').fill('The bank came in overnight');
  await press(page, 'Enter that it was covered unseen');
  await kept(page, 'Kept, for good.');
  await page.reload();
  await expect(page.getByText(/^Covered unseen, 0\.0 m to 41\.2 m: The bank came in overnight$/)).toBeVisible();
  await gateIs(page, /^Ready to cover: SHUT/);
});
