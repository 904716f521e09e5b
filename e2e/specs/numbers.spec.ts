import { randomUUID } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { products } from '../../core/src/catalogue';
import { demoFile } from '../../core/src/demo';
import type { UnitSystem } from '../../core/src/units';
import { number, open, PARTS, pick, runAt, saved, startRun, step, STEPS } from '../helpers';

test.use({ viewport: { width: 1280, height: 800 } });

/** The demonstration as a job of its own. @returns the addresses of its job and runs. */
async function demo(page: Page, units: UnitSystem): Promise<{ job: string; runs: { name: string; path: string }[] }> {
  const post = async (path: string, data: unknown) => expect((await page.request.post(`/api${path}`, { data })).ok(), path).toBe(true);
  const id = randomUUID();
  await post('/jobs', {
    id,
    doc: { ...demoFile.job, name: `Numbers ${units}`, units, ruleSet: units === 'us' ? 'US' : 'UK', overrides: [] },
  });
  const runs = demoFile.runs.map((doc) => ({ id: randomUUID(), doc }));
  for (const run of runs) await post(`/jobs/${id}/runs`, run);
  return { job: `/jobs/${id}`, runs: runs.map(({ id: run, doc }) => ({ name: doc.name, path: `/jobs/${id}/runs/${run}` })) };
}

/** Every word on the screen, what stands in its fields and what its drawings are called. */
const words = (page: Page): Promise<string[]> =>
  page.evaluate(() => [
    ...document.body.innerText.split('\n'),
    ...[...document.querySelectorAll('input, textarea')].map((field) => (field as HTMLInputElement).value),
    ...[...document.querySelectorAll('svg text')].map((text) => text.textContent ?? ''),
    ...[...document.querySelectorAll('[role=img][aria-label]')].map((drawing) => drawing.getAttribute('aria-label') ?? ''),
  ]);

const FOREIGN: Record<UnitSystem, RegExp> = {
  us: /\d\s?(mm|cm|m|km|m²|m³|kg|t|kN|N|kPa|MPa|Pa|bar|l|l\/s|m\/s|kN\/m|kN\/m³|N\/m|kg\/m|kg\/m³|°C|litres?|metres?|K·m\/W)(?![\p{L}\d²³/·])/u,
  metric: /\d\s?(ft|in|yd|mi|lb|lbf|psi|psf|gal|gpm|yd³|ft³|ft²|°F)(?![\p{L}\d²³/])|\d['′″"]/u,
};
/** Things go by their names in either system. */
const called = new RegExp(
  products()
    .map(({ name }) => name.replace(/[^\p{L}\d\s]/gu, '\\$&'))
    .sort((a, b) => b.length - a.length)
    .join('|'),
  'g',
);
const bare = (line: string) => line.replace(called, '').replace(NAMES, '');
/** What people said, the source of a table as it was taken, and hints that show both ways to type. */
const SAID = /^Asks:| or 1\/4"\/ft|Generic; the hire firm’s own table rules$/;
/** What is called so, whatever the units: cross-sections of cables, classes of machines, and the trade names of what is sold in the other system. */
const NAMES = /\d+(\.\d+)? (mm²|t class)/g;

/** Runs swept in each system: one of a kind in US units, two in metric. */
const SWEPT = {
  us: ['Wash-down drain', 'Pontoon supply', 'Slipway feeder', 'Outfall', 'Pump line'],
  metric: ['Wash-down drain', 'Pontoon supply'],
};

/** Collects what is written in the other system wherever it is asked to look. */
function sweeper(page: Page, units: UnitSystem) {
  const found = new Set<string>();
  const sweep = async (where: string) => {
    for (const line of await words(page)) if (FOREIGN[units].test(bare(line)) && !SAID.test(line)) found.add(`${where}: ${line}`);
  };
  const visit = async (path: string, there: () => Promise<unknown>) => {
    await page.goto(path);
    await there();
    await sweep(path.replace(/[0-9a-f-]{36}/g, '…'));
  };
  return { found, sweep, visit };
}
const others = (units: UnitSystem) => `no ${units === 'us' ? 'metric' : 'US'} figure on any screen of a job in ${units} units`;

for (const units of ['us', 'metric'] as const) {
  test(`${others(units)}: the job, its clearance and its catalogue`, async ({ page }) => {
    const { job } = await demo(page, units);
    const { found, visit } = sweeper(page, units);
    await visit(job, () => page.getByText('Wash-down drain').first().waitFor());
    const gate = page.getByRole('status', { name: /^Clear to dig/ });
    await visit(`${job}/clear`, () => gate.first().waitFor());
    await visit(`${job}/catalogue`, () => page.getByRole('heading', { level: 1 }).waitFor());
    expect([...found]).toEqual([]);
  });

  for (const name of SWEPT[units])
    test(`${others(units)}: ${name}`, async ({ page }) => {
      const { runs } = await demo(page, units);
      const { path } = runs.find((run) => run.name === name) as (typeof runs)[number];
      const { found, sweep } = sweeper(page, units);
      await page.goto(path);
      await page.getByRole('group', { name: `Cross-section of ${name}, to scale` }).waitFor();
      for (const part of PARTS) {
        await open(page, part);
        await sweep(`${name}, ${part}`);
      }
      for (const { name: screen, tabs: words } of STEPS) {
        await step(page, screen);
        const tabs = page.getByRole('tab');
        await expect(tabs).toHaveText([...words]);
        for (const [i, word] of words.entries()) {
          await tabs.nth(i).click();
          await expect(tabs.nth(i)).toHaveAttribute('aria-selected', 'true');
          if (word === 'Spoil') await page.getByText(/^Handling and haul/).waitFor();
          if (word === 'Lines')
            await page
              .getByText(/checks (hold|fail)/)
              .first()
              .waitFor();
          if (word === 'Compare') await page.getByRole('table', { name: 'The two runs in numbers' }).getByText('Stops').waitFor();
          if (word === 'Order') await page.getByText('Plan pack to print').waitFor();
          if (screen === 'Works' && word === 'Machine') await page.getByRole('list', { name: 'Machines for this run' }).waitFor();
          await sweep(`${name}, ${screen}, ${word}`);
        }
      }
      expect([...found]).toEqual([]);
    });
}

test('the surplus of each run of the demonstration is one figure: beside its drawing, by kind, in the order and side by side', async ({
  page,
}) => {
  const { job, runs } = await demo(page, 'metric');
  const cubic = (text: string | null) => [...(text ?? '').matchAll(/([\d.]+) m³/g)].map(([, figure]) => Number(figure));
  const found: number[] = [];
  for (const { name, path } of runs.slice(0, 2)) {
    await page.goto(path);
    await page.getByRole('group', { name: `Cross-section of ${name}, to scale` }).waitFor();
    const [beside] = cubic(await number(page, 'Surplus (loose)').textContent());
    await page.goto(`${path}/works/spoil`);
    await page.getByText(/^Handling and haul/).waitFor();
    const row = page.getByRole('table', { name: 'Spoil by kind' }).getByRole('row').filter({ hasText: 'Surplus, off site' });
    const [, loose] = cubic(await row.textContent());
    await page.goto(`${path}/works/order`);
    await page.getByText('Plan pack to print').waitFor();
    const [ordered] = cubic(await page.getByRole('group', { name: 'Surplus spoil', exact: true }).textContent());
    expect([loose, ordered], name).toEqual([beside, beside]);
    expect(beside).toBeGreaterThan(0);
    found.push(beside as number);
  }
  await page.goto(`${job}/compare`);
  const side = page.getByRole('table', { name: 'The two runs in numbers' }).getByRole('row').filter({ hasText: 'Surplus (loose)' });
  await expect(side).toContainText('m³');
  expect(cubic(await side.textContent())).toEqual(found);
});

test('hours and cost of each run of the demonstration are one figure: order, days, machines, side by side, and before what would be better', async ({
  page,
}) => {
  const { job, runs } = await demo(page, 'metric');
  const figure = (text: string | null | undefined, pattern: RegExp) => Number(pattern.exec((text ?? '').replaceAll(',', ''))?.[1]);
  const HOURS = /([\d.]+) h/;
  /** Each figure is shown to a quarter of an hour: as many of them may be off by half of that each. */
  const near = (a: number, b: number, figures: number, what: string) =>
    expect(Math.abs(a - b), `${what}: ${a} and ${b}`).toBeLessThanOrEqual(0.125 * figures + 0.001);
  const read: { people: number; hand: string }[] = [];
  for (const { name, path } of runs.slice(0, 2)) {
    await page.goto(`${path}/works/order`);
    const total = figure(await page.getByRole('heading', { name: /all told$/ }).textContent(), /(\d+) all told/);
    expect(total).toBeGreaterThan(0);
    const item = async (what: string | RegExp) => figure(await page.getByRole('group', { name: what }).textContent(), HOURS);
    const [driver, crew] = [await item('Driver'), await item(/^Crew of \d+ beside it$/)];

    await page.goto(`${path}/works/days`);
    await page.getByRole('button', { name: 'Run the days' }).click();
    const table = page.getByRole('table', { name: 'Hours by activity' });
    await table.waitFor();
    const rows = await table.getByRole('row').allTextContents();
    const hoursOf = (activity: string) =>
      figure(
        rows.find((row) => row.startsWith(activity)),
        HOURS,
      ) || 0;
    const [dig, move] = [hoursOf('Machine digs'), hoursOf('Move the machine')];
    near(dig + move + hoursOf('Supports') + hoursOf('Fill and compact'), driver, 5, `${name}, with the machine`);

    await page.goto(`${path}/works/machine`);
    const chosen = page.getByRole('list', { name: 'Machines for this run' }).getByRole('listitem').filter({ hasText: '1.7 t class' });
    near(figure(await chosen.textContent(), /([\d.]+) h to dig/), dig + move, 3, `${name}, to dig and move`);

    await page.goto(`${path}/works/better`);
    await page.getByRole('button', { name: 'See what would be better' }).click();
    const now = await page.getByText(/ from start to end, /).textContent();
    expect(figure(now, /^\D*(\d+)/), `${name}, cost`).toBe(total);
    read.push({ people: driver + crew, hand: `${hoursOf('Hands dig')} h` });
  }
  await page.goto(`${job}/compare`);
  const side = async (row: string) => {
    const cells = page.getByRole('table', { name: 'The two runs in numbers' }).getByRole('row').filter({ hasText: row }).getByRole('cell');
    await expect(cells.first()).toContainText(' h');
    return (await cells.allTextContents()).slice(0, 2).map((cell) => cell.replace(' ✓', ''));
  };
  const people = await side('Hours people work');
  read.forEach((one, i) => near(figure(people[i], HOURS), one.people, 3, 'hours people work'));
  expect(await side('Hours by hand')).toEqual(read.map(({ hand }) => hand));
});

test('a cable in and out of poles: placed in one go, cut at each, what each takes entered; order, drums and volts go by the same cuts', async ({
  page,
}) => {
  await startRun(page, { job: 'Lights', run: 'Five poles', length: 200 });
  await open(page, 'Chambers and pits');
  await pick(page, 'What stands or is dug here', 'Pole');
  await page
    .getByRole('slider', { name: /station/i })
    .first()
    .press('Home');
  await page.getByRole('button', { name: /^From 0\.0 m every 50/ }).click();
  await expect(page.getByRole('button', { name: /^P5 · Pole · 200\.0 m/ })).toBeVisible();
  await open(page, 'Lines laid');
  await pick(page, 'What goes in', /^LV armoured cable 3 × 6 mm²/);
  await page.getByRole('button', { name: 'All 3 on its way' }).click();
  await page.getByRole('checkbox', { name: 'In and out at P3' }).click();
  await expect(page.getByRole('checkbox', { name: 'In and out at P3' })).not.toBeChecked();
  await page.getByRole('checkbox', { name: 'In and out at P3' }).click();
  await saved(page);
  const run = runAt(page);
  await page.goto(`${run}/checks/lines`);
  await page.getByRole('button', { name: 'Enter what it feeds' }).click();
  await page.getByRole('textbox', { name: 'Load at the far end' }).fill('5 A');
  for (const pole of ['P2', 'P3', 'P4']) await page.getByRole('textbox', { name: `Load at ${pole}` }).fill('5 A');
  // Four spans of 50 m with 1 % slack and a termination at both ends: 4 × 52.5 m.
  await expect(page.getByText(/Length of 4 spans with tails 210 m; Load 20, 15, 10, 5 A/)).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText(/Load 20, 15, 10, 5 A/)).toBeVisible();
  await page.goto(`${run}/works/order`);
  await expect(page.getByRole('group', { name: 'LV armoured cable 3 × 6 mm²', exact: true }).getByText(/^210/)).toBeVisible();
  await expect(page.getByText(/, P2 to P3 52\.5/).first()).toBeVisible();
  await expect(page.getByRole('group', { name: 'Cable labels' }).getByText('8 pieces')).toBeVisible();
});
