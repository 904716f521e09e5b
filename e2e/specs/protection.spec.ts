import { expect, test, type Page } from '@playwright/test';
import { freePort } from '../../scripts/lib/postgres.mjs';
import { startServer } from '../../scripts/lib/server.mjs';
import { gate, inspect, issue, number, open, pick, runAt, saved, stand, startRun, step, tab, onDevice } from '../helpers';

/** A drain deep enough to need holding, as long as asked; on the guard screen. */
async function deepRun(page: Page, length = 12): Promise<void> {
  await startRun(page, { job: 'Guarded yard', run: 'Deep drain', length });
  await open(page, 'Depth and fall');
  await page.getByRole('textbox', { name: 'Cover over the line' }).fill('1.8');
  await open(page, 'Width');
  await page.getByRole('textbox', { name: 'Clear width at the bottom' }).fill('0.9');
  await saved(page);
  await page.getByRole('link', { name: 'What safe to enter hangs on' }).click();
  await expect(gate(page, 'SHUT')).toBeVisible();
}

/** A whole soil test of firm dry clay. */
async function testSoil(page: Page, thumb: string): Promise<void> {
  if ((await page.getByRole('tab', { name: 'Soil', exact: true }).count()) === 0)
    await page.getByRole('button', { name: /^Test the ground/ }).click();
  await tab(page, 'Soil');
  await page.getByRole('button', { name: 'Test the ground' }).click();
  await pick(page, 'Press a thumb into a fresh lump', thumb);
  await pick(page, 'Water in the face or the floor', 'Dry');
  for (const look of [
    'Cracks in the face or behind the lip?',
    'Dug before, or filled?',
    'Traffic, piling or trains shaking it?',
    'Layers dipping into the cut, 4:1 or steeper?',
  ])
    await page.getByLabel(`${look}: No`, { exact: true }).click();
  await page.getByRole('textbox', { name: 'Tested by' }).fill('foreman');
  await page.getByRole('button', { name: 'Sign the test' }).click();
  await expect(page.getByRole('button', { name: 'Put this test right' }).first()).toBeVisible();
}

test('from the soil to the open gate and shut again by rain: shield chosen, width in conflict with the bucket mended; all of it in the book', async ({
  page,
}) => {
  const databaseUrl = process.env.TAMPER_DATABASE_URL ?? '';
  const port = await freePort();
  let server = await startServer({ databaseUrl, port, clientDir: new URL('../../client/dist', import.meta.url).pathname });
  await startRun(page, { job: 'Guarded yard', run: 'Deep drain', length: 12, at: server.url });
  await open(page, 'Depth and fall');
  await page.getByRole('textbox', { name: 'Cover over the line' }).fill('1.8');
  await saved(page);
  const run = runAt(page);
  await page.getByRole('link', { name: 'What safe to enter hangs on' }).click();
  await expect(gate(page, 'SHUT')).toBeVisible();

  await testSoil(page, 'Goes in easily');
  await expect(page.getByText('Planned as type B; the tests show type C')).toBeVisible();
  await page.getByRole('button', { name: 'Plan for type C' }).click();
  await expect(page.getByText('Planned as type B; the tests show type C')).toHaveCount(0);

  await tab(page, 'Ways');
  await expect(page.getByText('No benches in type C ground').first()).toBeVisible();
  await expect(page.getByText('Shores alone do not hold type C ground')).toBeVisible();
  await page.getByRole('button', { name: 'Choose: Trench shield' }).click();
  await expect(page.getByText(/^Works, and is planned/)).toBeVisible();
  await saved(page);

  // As wide as a bucket of a metre and more would dig it in passes, the box does not reach: the run says so, and mends it.
  await step(page, 'Trench');
  await open(page, 'Width');
  await page.getByRole('textbox', { name: 'Clear width at the bottom' }).fill('3.2');
  await expect(page.getByText(/wider than the supports allow/)).toBeVisible();
  await page
    .getByRole('button', { name: /^Narrow to/ })
    .first()
    .click();
  await expect(page.getByText(/wider than the supports allow/)).toHaveCount(0);
  await expect(page.getByText(/^Best: /)).toBeVisible();
  await saved(page);
  await page.getByRole('link', { name: 'What safe to enter hangs on' }).click();

  await expect(page.getByText('No plan is issued')).toBeVisible();
  await issue(page);
  await tab(page, 'Enter');
  await expect(page.getByText('Not inspected')).toBeVisible();
  await stand(page, 8);
  await inspect(page);
  await expect(gate(page, 'OPEN')).toBeVisible();
  await page.getByRole('button', { name: 'It rained' }).click();
  await expect(gate(page, 'SHUT')).toBeVisible();

  // The server is killed: what is entered now waits on the device, and goes out when it is back.
  const listed = page.getByRole('list', { name: 'Entries of the book' });
  await tab(page, 'Book');
  await expect(listed.getByText('It rained', { exact: true })).toBeVisible();
  await expect(page.getByText('not sent yet')).toHaveCount(0);
  await tab(page, 'Enter');
  server.child.kill('SIGKILL');
  await server.gone;
  await page.getByRole('textbox', { name: 'What was seen' }).fill('at the deep end');
  await page.getByRole('button', { name: 'Ground fell or cracked' }).click();
  await expect(page.getByText('1 entry waits on this device')).toBeVisible();
  server = await startServer({ databaseUrl, port, clientDir: new URL('../../client/dist', import.meta.url).pathname });
  await expect(page.getByText('1 entry waits on this device')).toHaveCount(0);
  await page.goto(`${server.url}${run}/site/book`);
  for (const entry of ['Ground fell or cracked: at the deep end', 'It rained', /^Inspection, .* all \d+ in order/, /^Soil test/])
    await expect(listed.getByText(entry).first()).toBeVisible();
  await tab(page, 'Enter');
  await expect(gate(page, 'SHUT')).toBeVisible();
  await server.stop();
});

test('shores: the can, then every set that stands is read; one that falls keeps the gate shut, and so does another issue of the plan', async ({
  page,
}) => {
  await deepRun(page, 6);
  await testSoil(page, 'Dents it, goes in a little');
  await tab(page, 'Ways');
  await page.getByRole('button', { name: 'Choose: Hydraulic shores' }).click();
  await expect(page.getByText(/^Works, and is planned/)).toBeVisible();
  await step(page, 'Site');
  await issue(page);
  await stand(page, 4);
  await tab(page, 'Enter');
  // Half a hold test is not lost when the phone goes to sleep.
  const pressure = page.getByRole('textbox', { name: /^Pressure/ });
  await pressure.fill('51 bar');
  await page.getByRole('button', { name: 'Add the reading' }).click();
  await onDevice(page);
  await page.reload();
  await tab(page, 'Enter');
  await expect(page.getByText('0 min: 5.1 MPa')).toBeVisible();
  await page.getByRole('button', { name: 'Read the practice gauge' }).click();
  await expect(page.getByText('Holds', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Enter the hold test' }).click();
  await expect(page.getByText(/^Try the pump can first/)).toBeVisible();
  await page.getByRole('button', { name: 'The can is in order' }).click();
  await pick(page, 'Set', /^Set 2/);
  await pick(page, 'Set', /^Set 1/);

  await inspect(page);
  await expect(page.getByText(/Set 1 was not tested this shift/)).toBeVisible();
  for (let set = 1; set <= 4; set++) {
    await page.getByRole('button', { name: 'Read the practice gauge' }).click();
    await expect(page.getByText(/^0 min: /)).toBeVisible();
    await page.getByRole('button', { name: 'Read the practice gauge' }).click();
    await expect(page.getByText('Holds', { exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Enter the hold test' }).click();
    await expect(page.getByText(/^0 min: /)).toHaveCount(0);
  }
  await expect(gate(page, 'OPEN')).toBeVisible();
  await pick(page, 'Set', /^Set 2/);
  for (const read of ['5', '3.9']) {
    await pressure.fill(read);
    await page.getByRole('button', { name: 'Add the reading' }).click();
  }
  await expect(page.getByText(/^Does not hold: it fell from/)).toBeVisible();
  await page.getByRole('button', { name: 'Enter the hold test' }).click();
  await expect(page.getByText(/Set 2 does not hold/).first()).toBeVisible();
  await expect(gate(page, 'SHUT')).toBeVisible();

  await page.getByRole('button', { name: /^Test the ground/ }).click();
  await tab(page, 'Ways');
  await page.getByRole('textbox', { name: 'Open at once' }).fill('8');
  await saved(page);
  await step(page, 'Site');
  await issue(page);
  await tab(page, 'Enter');
  await expect(page.getByText('The plan changed since the inspection')).toBeVisible();
});

test('what cannot be entered says so and loses nothing; a test is put right by a new one', async ({ page }) => {
  await deepRun(page);
  await page.getByRole('button', { name: 'Sign the inspection' }).click();
  await expect(page.getByText('Say who inspected: the competent person’s name or role.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Your role or name' }).fill('foreman');
  await page.getByRole('button', { name: 'Sign the inspection' }).click();
  await expect(page.getByText(/^Issue the plan first/)).toBeVisible();
  await issue(page);
  await tab(page, 'Enter');
  await page.getByRole('button', { name: 'Sign the inspection' }).click();
  await expect(page.getByText(/questions are not answered/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Shift ends' }).fill('late');
  await page.getByRole('button', { name: 'Sign the inspection' }).click();
  await expect(page.getByText('Say when the shift ends, like 17:00.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Inspected to' }).fill('90');
  await expect(page.getByText('Say from where to where between 0.0 m and 12.0 m.')).toBeVisible();

  await testSoil(page, 'Dents it, goes in a little');
  await expect(page.getByText(/0.0 m to 12.0 m: type B/)).toBeVisible();
  await page.getByRole('button', { name: 'Put this test right' }).click();
  await page.getByRole('textbox', { name: 'Layer to, down' }).fill('0');
  await page.getByRole('button', { name: 'Sign the test' }).click();
  await expect(page.getByText(/give the deeper one second/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Layer to, down' }).fill('2.5');
  await pick(page, 'Water in the face or the floor', 'Seeps from it');
  await page.getByRole('button', { name: 'Sign the test' }).click();
  await expect(page.getByText(/0.0 m to 12.0 m: type C/)).toBeVisible();
  await step(page, 'Site');
  await tab(page, 'Book');
  await expect(page.getByText(/said to be wrong later/)).toBeVisible();
});

test('beside a footing a shield does not work; the hire firm’s own table rules; the order is practised', async ({ page }) => {
  await deepRun(page);
  await page.getByRole('button', { name: /^Test the ground/ }).click();
  await tab(page, 'Ways');
  await page.getByRole('textbox', { name: 'What stands there' }).fill('Shed wall');
  await page.getByRole('textbox', { name: 'From the centre line' }).fill('near');
  await page.getByRole('button', { name: 'Add what stands there' }).click();
  await expect(page.getByText(/“near” is not a length/)).toBeVisible();
  await page.getByRole('textbox', { name: 'From the centre line' }).fill('1.5');
  await page.getByRole('textbox', { name: 'Base below ground' }).fill('0.6');
  await page.getByRole('button', { name: 'Add what stands there' }).click();
  await expect(page.getByText(/^Shed wall: the dig goes .* into what carries it$/).first()).toBeVisible();
  await expect(page.getByText('An engineer: something heavy leans on it.').first()).toBeVisible();
  await page.getByRole('button', { name: 'Take out Shed wall' }).click();
  await expect(page.getByText(/into what carries it/)).toHaveCount(0);
  await page.getByRole('textbox', { name: 'The machine may lift here' }).fill('300 kg');
  await expect(page.getByText(/to lift, and the machine may lift 300 kg here/).first()).toBeVisible();

  await tab(page, 'Supports');
  await page.getByRole('button', { name: 'Enter a table like it' }).click();
  await page.getByRole('textbox', { name: 'Name of the supports' }).fill('Yard box');
  await page.getByRole('textbox', { name: 'Whose table' }).fill('hire list 7');
  await page.getByRole('textbox', { name: 'Base with struts' }).fill('200 kg');
  await page.getByRole('textbox', { name: 'One extension' }).fill('60 kg');
  await page.getByRole('textbox', { name: 'Base height' }).fill('2.4');
  await saved(page);
  await tab(page, 'Ways');
  await expect(page.getByText(/^Works · Yard box$/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Choose: Trench shield' }).click();
  await saved(page);
  await page.reload();
  await tab(page, 'Supports');
  await expect(page.getByRole('table', { name: 'What Yard box takes' })).toBeVisible();
  await page.getByLabel('The box goes in: Set whole').click();
  await page.getByRole('textbox', { name: 'By whose word the cut stands open' }).fill('competent foreman');
  await expect(page.getByText(/Lower the box in whole/)).toBeVisible();
  await page.getByRole('button', { name: /^Begin like:/ }).click();
  await page.getByRole('menuitem', { name: 'Aluminium shores' }).click();
  await page.getByRole('button', { name: 'Enter a table like it' }).click();
  const shores = page.getByRole('group', { name: 'Aluminium shores (own)' });
  await shores.getByRole('textbox', { name: 'Rails in stock' }).fill('2.1: 0.4, tall');
  await expect(shores.getByText(/“tall” is not a length/)).toBeVisible();
  await shores.getByRole('textbox', { name: 'Rails in stock' }).fill('1.5: 0.3, 1.2; 2.1: 0.4, 1.2, 1.9');
  await shores.getByRole('textbox', { name: 'Spacing by depth' }).fill('2, 1.8; 4, 1.2');
  await shores.getByRole('textbox', { name: 'Pumped from' }).fill('720 psi');
  await shores.getByRole('checkbox', { name: 'A single set may stand at a crossing' }).click();
  await saved(page);
  await page.reload();
  await tab(page, 'Supports');
  await expect(page.getByRole('textbox', { name: 'Rails in stock' })).toHaveValue('1.50 m, 0.30 m, 1.20 m; 2.10 m, 0.40 m, 1.20 m, 1.90 m');
  await expect(page.getByRole('textbox', { name: 'By whose word the cut stands open' })).toHaveValue('competent foreman');
  await page.getByLabel('The box goes in: Pushed as it is dug').click();
  await saved(page);

  await tab(page, 'Steps');
  await page.getByLabel('How: Practise the order').click();
  await page.getByRole('button', { name: /^Draw the box a lift at a time/ }).click();
  await expect(page.getByText(/^Not now: People are in the box/)).toBeVisible();
  await page.getByRole('button', { name: /^Set out, mark lines/ }).click();
  await expect(page.getByText('Step 1 of 13')).toBeVisible();
  await page.getByLabel('How: Step through').click();
  await page.getByRole('button', { name: 'Next step' }).click();
  await page.getByRole('button', { name: /Lower the box in/ }).click();
  await expect(page.getByText('Not now: There is no hole to stand it in.')).toBeVisible();
  for (let i = 0; i < 6; i++) await page.getByRole('button', { name: 'Next step' }).click();
  await expect(page.getByText('Safe to enter: OPEN')).toBeVisible();
});

test('water: levels entered along the run give the head, the pump and what helps', async ({ page }) => {
  await deepRun(page);
  await page.getByRole('button', { name: /^Test the ground/ }).click();
  await tab(page, 'Supports');
  await expect(page.getByText('No water stands above the floor by the levels entered.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Water at station' }).fill('0');
  await page.getByRole('textbox', { name: 'Level of the water' }).fill('9.2');
  await page.getByRole('button', { name: 'Add the water level' }).click();
  await page.getByRole('textbox', { name: 'Comes through at' }).fill('1e-4');
  await expect(page.getByText(/wellpoints or a deeper well drawn down first/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Comes through at' }).fill('fast');
  await expect(page.getByText(/“fast” is not understood/)).toBeVisible();
  await saved(page);
  await page.reload();
  await tab(page, 'Supports');
  await expect(page.getByText(/over the floor at 0.0 m/)).toBeVisible();
  await step(page, 'Trench');
  await expect(number(page, 'Deepest')).toBeVisible();
});
