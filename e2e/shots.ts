// Takes pictures of each main view from the demo data; those of one file stand side by side in it. Run by `npm run shots`.
import { mkdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { inspect, issue, open, pick, runAt, saved, step, tab } from './helpers';
import { launch } from './launch';
import { choosePhotos, trenchShot } from './photo';

const url = process.env.TAMPER_URL ?? 'http://localhost:4600';
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };

/** Long pages are shown whole. */
const LONG = { width: 390, height: 1700 };

const views: { name: string; size: typeof PHONE; visit: (page: Page) => Promise<void> }[] = [
  { name: 'jobs-phone', size: PHONE, visit: async (page) => page.getByText('Saltmarsh boatyard').waitFor() },
  { name: 'jobs-phone', size: PHONE, visit: openJob },
  {
    name: 'run-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Wash-down drain');
      await toStation(page, 30);
    },
  },
  {
    name: 'clear-phone',
    size: PHONE,
    visit: async (page) => {
      await openJob(page);
      await page.getByRole('link', { name: /^Clear to dig/ }).click();
      await page.getByRole('status', { name: /^Clear to dig: SHUT/ }).waitFor();
    },
  },
  {
    name: 'plan-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Pontoon supply');
      await page.getByRole('tab', { name: 'Plan' }).click();
      await toStation(page, 13);
    },
  },
  { name: 'long-section-phone', size: PHONE, visit: longSection },
  {
    name: 'clear-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Pontoon supply');
      await page.goto(`${runAt(page)}/checks/risk`);
      await page.getByRole('button', { name: 'Weigh the risk' }).click();
      await page.getByText('20,000 trials.').waitFor();
    },
  },
  {
    name: 'practice-phone',
    size: PHONE,
    visit: async (page) => {
      await page.goto(`${url}/practice`);
      await page.getByRole('link', { name: /^A flat floor/ }).waitFor();
    },
  },
  {
    name: 'practice-phone',
    size: PHONE,
    visit: async (page) => {
      await page.goto(`${url}/practice?arm=line`);
      await page.getByRole('button', { name: 'Show me' }).click();
      await page
        .getByRole('status')
        .filter({ hasText: /bucket 1?\d0 %/ })
        .waitFor({ timeout: 60_000 });
      await page.waitForTimeout(30_000);
    },
  },
  {
    name: 'practice-phone',
    size: PHONE,
    visit: async (page) => {
      await page.goto(`${url}/practice?arm=flat`);
      const box = await page.getByRole('group', { name: /^Right lever/ }).boundingBox();
      const [x, y] = [(box?.x ?? 0) + 70, (box?.y ?? 0) + 70];
      await page.mouse.move(x, y);
      await page.mouse.down();
      await page.mouse.move(x, y - 70);
      await page.waitForTimeout(1500);
      await page.mouse.up();
      await page.getByRole('button', { name: 'Done: judge it' }).click();
      await page.getByRole('list', { name: 'Result' }).waitFor();
    },
  },
  {
    name: 'practice-phone',
    size: PHONE,
    visit: async (page) => {
      await page.goto(`${url}/practice?drill=sides`);
      await page.getByRole('list', { name: 'Answers' }).getByRole('button').first().click();
      await page.getByRole('button', { name: 'Next one' }).waitFor();
    },
  },
  { name: 'joint-trench-phone', size: PHONE, visit: arranged },
  {
    name: 'layers-and-checks-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Pontoon supply');
      await open(page, 'Bed');
      await page.getByRole('list', { name: 'Layers from the surface down' }).evaluate((ladder) => ladder.scrollIntoView());
    },
  },
  {
    name: 'layers-and-checks-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Pontoon supply');
      await page.goto(`${runAt(page)}/checks/lines`);
      await page
        .getByText(/^Tension drawn towards/)
        .first()
        .waitFor();
      await page
        .getByRole('group', { name: 'Volts lost on the way' })
        .first()
        .evaluate((check) => check.scrollIntoView());
      await page.waitForTimeout(1500);
    },
  },
  { name: 'works-phone', size: LONG, visit: (page) => logistics(page, 'Wash-down drain', 'machine', machinesThere) },
  {
    name: 'works-phone',
    size: LONG,
    visit: async (page) => {
      await logistics(page, 'Wash-down drain', 'machine', machinesThere);
      await page.getByRole('region', { name: 'Machines side by side' }).evaluate((list) => list.scrollIntoView());
    },
  },
  {
    name: 'works-phone',
    size: LONG,
    visit: (page) => logistics(page, 'Pontoon supply', 'spoil', async () => page.getByText(/^Handling and haul/).waitFor()),
  },
  {
    name: 'works-phone',
    size: LONG,
    visit: (page) => logistics(page, 'Slipway feeder', 'order', async () => page.getByText('Plan pack to print').waitFor()),
  },
  { name: 'days-phone', size: LONG, visit: (page) => logistics(page, 'Pontoon supply', 'days', daysRun) },
  {
    name: 'days-phone',
    size: LONG,
    visit: async (page) => {
      await logistics(page, 'Outfall', 'better', async () => {
        await page.getByRole('button', { name: 'See what would be better' }).click();
        await page.getByText('As planned').waitFor({ timeout: 60_000 });
      });
    },
  },
  // From here on the demo is changed: what others show comes before.
  { name: 'photos-phone', size: PHONE, visit: photograph },
  {
    name: 'photos-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Pontoon supply');
      await page.goto(`${runAt(page)}/site/photos`);
      await page
        .getByRole('button', { name: /^Photo: Seen at 14/ })
        .first()
        .click();
      await page.getByRole('button', { name: 'Save' }).waitFor();
    },
  },
  {
    name: 'photos-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Pontoon supply');
      await toStation(page, 8);
      await page.getByRole('button', { name: /photos here$/ }).waitFor();
    },
  },
  {
    name: 'run-wide',
    size: WIDE,
    visit: async (page) => {
      await openRun(page, 'Wash-down drain');
      await page.getByRole('button', { name: /^Use a shield: Box 3/ }).click();
      await toStation(page, 30);
      await open(page, 'Soil and protection');
    },
  },
  { name: 'site-phone', size: PHONE, visit: openGate },
  {
    name: 'site-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Wash-down drain');
      await page.getByRole('status', { name: 'Safe to enter: OPEN' }).last().waitFor();
      await page.getByRole('tab', { name: 'Plan' }).click();
      await toStation(page, 34);
    },
  },
  {
    name: 'site-phone',
    size: PHONE,
    visit: async (page) => {
      await onSite(page, 'Wash-down drain', 'Stands');
      await page.getByRole('button', { name: /^Where:/ }).click();
      await page.getByRole('menuitem', { name: /^Trench, 18/ }).click();
      await page.getByText('Stands now: 5 boxes').waitFor();
    },
  },
  {
    name: 'site-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Wash-down drain');
      await open(page, 'Bed');
      await page.getByRole('textbox', { name: 'Bed under the line' }).fill('150');
      await saved(page);
      await page.goto(`${runAt(page)}/site/issue`);
      await page.getByRole('list', { name: 'What changed' }).first().waitFor();
    },
  },
  {
    name: 'site-phone',
    size: PHONE,
    visit: async (page) => {
      await onSite(page, 'Wash-down drain', 'Book');
      await page.getByText(/^Inspection, /).waitFor();
    },
  },
  {
    name: 'protection-phone',
    size: PHONE,
    visit: async (page) => {
      await protection(page, 'Wash-down drain', 'Soil');
      await page.getByRole('button', { name: 'Test the ground' }).click();
      for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Read the practice tool' }).click();
      await page.getByLabel('Cracks in the face or behind the lip?: No', { exact: true }).click();
      await page.getByLabel('Dug before, or filled?: Yes', { exact: true }).click();
      await page.getByRole('list', { name: 'Why this class' }).evaluate((reasons) => reasons.scrollIntoView({ block: 'end' }));
    },
  },
  {
    name: 'protection-phone',
    size: PHONE,
    visit: async (page) => {
      await protection(page, 'Wash-down drain', 'Ways');
      await page.getByRole('button', { name: /^Trench or pit/ }).click();
      await page.getByRole('menuitem', { name: /^Trench, 18/ }).click();
      await page.getByText('Shores alone do not hold type C ground').waitFor();
    },
  },
  {
    name: 'dig-phone',
    size: PHONE,
    visit: async (page) => {
      await digLevels(page);
      await tab(page, 'Card');
      await page.getByRole('button', { name: 'On along the dig' }).click();
      await page.getByText(/^Place \d+ of/).waitFor();
    },
  },
  {
    name: 'dig-phone',
    size: PHONE,
    visit: async (page) => {
      await dig(page, 'dig/level');
      await page.getByRole('textbox', { name: 'The rod reads' }).fill(await rodReads(page, 0.014));
    },
  },
  {
    name: 'dig-phone',
    size: PHONE,
    visit: async (page) => {
      await dig(page, 'dig/found');
      await page.getByText('To fill what is too deep').waitFor();
    },
  },
  {
    name: 'dig-phone',
    size: PHONE,
    visit: async (page) => {
      await dig(page, 'setout/sheet');
      await page.getByRole('table', { name: 'Grade sheet' }).waitFor();
    },
  },
  {
    name: 'set-out-phone',
    size: PHONE,
    visit: async (page) => {
      await dig(page, 'setout/machine');
      await page.getByText('ready to dig this shift').waitFor();
    },
  },
  {
    name: 'set-out-phone',
    size: PHONE,
    visit: async (page) => {
      await dig(page, 'trench/long');
      await page
        .getByRole('group', { name: /^Long section/ })
        .getByText('D', { exact: true })
        .first()
        .waitFor();
    },
  },
  { name: 'set-out-phone', size: PHONE, visit: staircase },
  {
    name: 'set-out-phone',
    size: PHONE,
    visit: async (page) => {
      await dig(page, 'dig/day');
      await page.getByRole('textbox', { name: 'Hours' }).fill('5.5');
      await page.getByRole('button', { name: 'Enter what was done' }).click();
      await page.getByText(/of work at this pace/).waitFor();
    },
  },
  {
    name: 'lay-phone',
    size: PHONE,
    visit: async (page) => {
      await laidRecord(page);
      await laying(page, 'lines');
      await page.getByText('In this order').waitFor();
    },
  },
  {
    name: 'lay-phone',
    size: PHONE,
    visit: async (page) => {
      await laying(page, 'joints');
      await page.getByText(/joints logged$/).waitFor();
    },
  },
  {
    name: 'lay-phone',
    size: PHONE,
    visit: async (page) => {
      await laying(page, 'tests');
      await page.getByRole('switch', { name: /^Plugs held/ }).click();
      await page.getByRole('switch', { name: 'The made-up line leaks' }).click();
      await page.getByRole('button', { name: 'Run the made-up pressure gauge' }).click();
      await page.getByRole('img', { name: /^What was read/ }).evaluate((plot) => plot.scrollIntoView({ block: 'center' }));
    },
  },
  {
    name: 'lay-phone',
    size: PHONE,
    visit: async (page) => {
      await laying(page, 'lift');
      await page.getByTestId('number-Hanging').waitFor();
      await page.getByRole('img', { name: /^Rated from pick to set/ }).evaluate((plot) => plot.scrollIntoView({ block: 'center' }));
    },
  },
  {
    name: 'lay-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Outfall');
      await page.goto(`${runAt(page)}/site/cover`);
      await page.getByRole('status', { name: /^Ready to cover/ }).waitFor();
    },
  },
  {
    name: 'fill-phone',
    size: PHONE,
    visit: async (page) => {
      await filledRecord(page);
      await page.evaluate(() => document.querySelector('[role="main"]')?.scrollTo(0, 0));
      await page.getByTestId('number-Mark').waitFor();
    },
  },
  {
    name: 'fill-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Outfall');
      await page.goto(`${runAt(page)}/fill/ladder`);
      await page.getByRole('img', { name: /^\d+ lifts, marks at/ }).waitFor();
    },
  },
  {
    name: 'fill-phone',
    size: PHONE,
    visit: async (page) => {
      await measuredRecord(page);
      await page.getByRole('list', { name: 'Points as laid' }).evaluate((list) => list.scrollIntoView({ block: 'center' }));
    },
  },
  {
    name: 'fill-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Outfall');
      await page.goto(`${runAt(page)}/record/ties`);
      await page.getByRole('img', { name: /^Ties of/ }).waitFor();
    },
  },
  {
    name: 'fill-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Outfall');
      await page.goto(`${runAt(page)}/record/files`);
      await page.getByText('Handover pack').waitFor();
      await page.waitForTimeout(1500);
    },
  },
  { name: 'supports-phone', size: PHONE, visit: (page) => heldBy(page, 'Hydraulic shores', 'B firm') },
  { name: 'supports-phone', size: PHONE, visit: (page) => heldBy(page, 'Bench both sides', 'A stiff') },
  {
    name: 'protection-phone',
    size: PHONE,
    visit: async (page) => {
      await protection(page, 'Outfall', 'Steps');
      for (let i = 0; i < 9; i++) await page.getByRole('button', { name: 'Next step' }).click();
    },
  },
];

/** The logistics of a run at a tab, once what it works out is there. */
async function logistics(page: Page, name: string, tab: string, there: (page: Page) => Promise<void>): Promise<void> {
  await openRun(page, name);
  await page.goto(`${runAt(page)}/works/${tab}`);
  await there(page);
  await page.waitForTimeout(1500);
}
const machinesThere = (page: Page) => page.getByRole('list', { name: 'Machines for this run' }).waitFor();
async function daysRun(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Run the days' }).click();
  await page.getByText(/^What holds it up/).waitFor();
}

/** The protection screen of a run, at a tab. */
async function protection(page: Page, name: string, at: string): Promise<void> {
  await openRun(page, name);
  await page.goto(`${runAt(page)}/protection/${at.toLowerCase()}`);
  await tab(page, at);
}

/** The site screen of a run, at a tab. */
async function onSite(page: Page, name: string, at: string): Promise<void> {
  await openRun(page, name);
  await page.getByRole('link', { name: 'What safe to enter hangs on' }).click();
  await page.getByRole('textbox', { name: 'Your role or name' }).fill('foreman');
  await tab(page, at);
}

/** The dig of the outfall, at a tab. */
async function dig(page: Page, at: string): Promise<void> {
  if (!page.url().includes('/runs/')) await openRun(page, 'Outfall');
  await page.goto(`${runAt(page)}/${at}`);
  const who = page.getByRole('textbox', { name: 'Who writes it: your role or name' });
  await page.getByRole('main').getByRole('button').first().waitFor();
  await who.fill('foreman', { timeout: 3000 }).catch(() => undefined);
}
/** What the rod has to read at the station that is offered, so far off, metres. */
async function rodReads(page: Page, off: number): Promise<string> {
  const aim = await page.getByTestId('number-Aim').textContent();
  return (Number((aim ?? '').replace(' m', '')) - off).toFixed(3);
}
/** The outfall issued, a laser set up, and its first levels: too deep at the start. */
async function digLevels(page: Page): Promise<void> {
  await openRun(page, 'Outfall');
  await page.goto(`${runAt(page)}/site/issue`);
  await issue(page);
  await dig(page, 'setout/setup');
  await page.getByRole('textbox', { name: 'Benchmark', exact: true }).fill('BM 1');
  await page.getByRole('textbox', { name: 'Its level' }).fill('4.25');
  await page.getByRole('textbox', { name: 'Where it is' }).fill('Nail in the quay wall');
  await page.getByRole('button', { name: 'Add this benchmark' }).click();
  await page.getByRole('textbox', { name: /^Backsight/ }).fill('1.325');
  await page.getByRole('button', { name: 'Enter the set-up' }).click();
  await page
    .getByText(/^Now: Set up on/)
    .first()
    .waitFor();
  await tab(page, 'Machine');
  await page.getByRole('button', { name: 'All in order' }).click();
  await page.getByRole('radio', { name: 'Bucket: 0.30 m' }).click();
  await page.getByRole('button', { name: 'It held' }).click();
  await page.getByText('Kept: 0.30 m, it held.').waitFor();
  await step(page, 'Dig');
  await tab(page, 'Level');
  for (const off of [-0.035, -0.018, 0.004, 0.006]) {
    await page.getByRole('textbox', { name: 'The rod reads' }).fill(await rodReads(page, off));
    await page.getByRole('button', { name: 'Enter this level' }).click();
    await page.getByText(/^Kept at/).waitFor();
  }
}

/** Sensors on the arm set up, tried on one point, and a made-up dig whose slope nobody set in the machine. */
async function staircase(page: Page): Promise<void> {
  await dig(page, 'setout/setup');
  await pick(page, 'Means', 'Sensors on the arm');
  await page.getByRole('textbox', { name: /^Backsight/ }).fill('1.402');
  await page.getByRole('button', { name: 'Enter the set-up' }).click();
  await page
    .getByText(/^Now: Set up on BM 1, plane 5\.652/)
    .first()
    .waitFor();
  await tab(page, 'Sensors');
  for (const [pose, level] of Object.entries({
    'Arm out': '2.412',
    'Arm in': '2.416',
    'Bucket curled': '2.414',
    'Turned half round': '2.413',
  }))
    await page.getByRole('textbox', { name: pose, exact: true }).fill(level);
  await page.getByRole('button', { name: 'Enter the trial' }).click();
  await page.getByText('Kept: within 0.004 m.').waitFor();
  await page.getByRole('button', { name: 'Switch made-up devices on' }).click();
  await page.getByRole('switch', { name: 'Slope not set in the machine' }).click();
  await page.getByRole('img', { name: /^The made-up cut/ }).evaluate((plot) => plot.scrollIntoView({ block: 'center' }));
}

/** The outfall where it is laid, at a tab. */
async function laying(page: Page, at: string): Promise<void> {
  await dig(page, `lay/${at}`);
}
/** The bed of the outfall measured and one pipe laid, two joints of it made: one is not home. */
async function laidRecord(page: Page): Promise<void> {
  await laying(page, 'bed');
  for (const millimetres of [100, 105, 100, 98, 100, 102, 100]) {
    await page.getByRole('textbox', { name: 'Bed there' }).fill(String(millimetres));
    await page.getByRole('button', { name: 'Enter the bed' }).click();
    await page.getByText(/^Kept at .*: thick enough\.$/).waitFor();
  }
  await page.getByRole('button', { name: 'The bed is in order' }).click();
  await page.getByText('Kept: in order.').waitFor();
  await laying(page, 'lines');
  await page.getByRole('button', { name: 'It lies so' }).click();
  await page.getByText('Kept: in order.').waitFor();
  await laying(page, 'joints');
  for (const joint of [1, 2]) {
    await page.getByRole('button', { name: `Joint ${joint} is made` }).click();
    await page.getByText(`Kept: joint ${joint} stands.`).waitFor();
  }
  await page.getByRole('switch', { name: 'Home to its mark' }).click();
  await page.getByRole('button', { name: 'Enter that joint 3 fails' }).click();
  await page.getByText(/^Kept: joint 3 does not stand/).waitFor();
}

/** The outfall covered unseen, its fine fill in, one lift of the fill read. */
async function filledRecord(page: Page): Promise<void> {
  await onSite(page, 'Outfall', 'Issue');
  const first = page.getByRole('button', { name: /^Issue this plan/ });
  await first.or(page.getByText('Issued so far')).first().waitFor();
  if (await first.isVisible()) await issue(page);
  await page.goto(`${runAt(page)}/site/cover`);
  await page.getByRole('button', { name: 'It was covered before all of it was proved' }).click();
  await page.getByRole('textbox', { name: 'Why it was covered' }).fill('The bank came in');
  await page.getByRole('button', { name: 'Enter that it was covered unseen' }).click();
  await page.getByText(/^0\.0 m to 30\.0 m: The bank came in/).waitFor();
  await page.goto(`${runAt(page)}/fill/lifts`);
  await page.getByRole('button', { name: 'This lift is in' }).waitFor();
  const lifts = page.getByRole('list', { name: 'Lifts that are in' }).getByRole('listitem');
  for (let lift = 1; lift <= 7; lift++) {
    await page.getByRole('button', { name: 'This lift is in' }).click();
    await lifts.nth(lift - 1).waitFor();
  }
  await page.getByRole('button', { name: 'Read the made-up tester' }).click();
  await page.getByRole('button', { name: 'Enter the reading' }).click();
}

/** Two points that stay, and points of one pipe measured: the interceptor by two tapes. */
async function measuredRecord(page: Page): Promise<void> {
  await openRun(page, 'Outfall');
  await page.goto(`${runAt(page)}/record/ties`);
  await page.getByRole('textbox', { name: 'Point is' }).waitFor();
  const who = page.getByRole('textbox', { name: 'Who writes it: your role or name' });
  if (await who.isVisible()) await who.fill('foreman');
  for (const [name, station, aside] of [
    ['Shed, north corner', '2', '6'],
    ['Gatepost', '14', '5'],
  ] as const) {
    await page.getByRole('textbox', { name: 'Point is' }).fill(name);
    await page.getByRole('textbox', { name: 'Square to station' }).fill(station);
    await page.getByRole('textbox', { name: 'So far aside' }).fill(aside);
    await page.getByRole('button', { name: 'Enter the point that stays' }).click();
    await page.getByText(`Kept: ${name}.`).waitFor();
  }
  await page.getByRole('tab', { name: 'Points', exact: true }).click();
  await page.getByRole('radio', { name: 'Where, by: Two tapes' }).click();
  await page.getByRole('textbox', { name: 'From Shed, north corner' }).fill('6.00');
  await page.getByRole('textbox', { name: 'From Gatepost' }).fill('14.76');
  await page.getByRole('button', { name: 'Enter the point' }).click();
  await page.getByText(/^Kept: structure at/).waitFor();
  await page.getByRole('radio', { name: 'Where, by: Its station' }).click();
  for (const aside of ['0.36', '0.35', '0.5']) {
    await page.getByRole('textbox', { name: 'Beside the centre line' }).fill(aside);
    await page.getByRole('radio', { name: 'Which side: Left' }).click();
    await page.getByRole('button', { name: 'Enter the point' }).click();
    await page.waitForTimeout(500);
  }
}

/** Photos of the bed, a crossing and a joint. */
async function photograph(page: Page): Promise<void> {
  await onSite(page, 'Pontoon supply', 'Photos');
  for (const [station, words, count] of [
    ['3', 'Trench open, walls upright', 1],
    ['14', 'Bed raked, pipe on it', 2],
    ['26.5', 'Joint pulled home', 1],
  ] as const) {
    await page.getByRole('textbox', { name: 'At station' }).fill(station);
    await page.getByRole('textbox', { name: 'What is seen' }).fill(words);
    const shots = Array.from({ length: count }, (_, i) => trenchShot(`${station} m`, i));
    await choosePhotos(page, await Promise.all(shots));
    await page.getByText(`Kept at ${Number(station).toFixed(1)} m`).waitFor();
  }
  await page.evaluate(() => document.querySelector('[role="main"]')?.scrollTo(0, 0));
}

/** The deep reach of the drain between boxes: issued, five of them standing, inspected; open in the middle ones. */
async function openGate(page: Page): Promise<void> {
  await openRun(page, 'Wash-down drain');
  await page.getByRole('link', { name: 'What safe to enter hangs on' }).click();
  await issue(page);
  await tab(page, 'Stands');
  await page.getByRole('button', { name: /^Where:/ }).click();
  await page.getByRole('menuitem', { name: /^Trench, 18/ }).click();
  await page.getByRole('textbox', { name: 'Stand from' }).fill('27 m');
  await page.getByRole('textbox', { name: 'Stand to' }).fill('42 m');
  await page.getByRole('textbox', { name: 'How many came' }).fill('5');
  await page.getByRole('button', { name: 'They came' }).click();
  await page.getByRole('button', { name: '5 stand there' }).click();
  await inspect(page);
  await page
    .getByRole('status', { name: 'Safe to enter: OPEN' })
    .last()
    .evaluate((light) => light.scrollIntoView());
}

/** The deep reach of the drain held another way, with the cursor in it. */
async function heldBy(page: Page, way: string, soil?: string): Promise<void> {
  await openRun(page, 'Wash-down drain');
  await toStation(page, 30);
  await open(page, 'Soil and protection');
  if (soil) await page.getByLabel(`Soil class: ${soil}`).click();
  await page.getByRole('button', { name: 'Compare every way to hold it' }).click();
  await page.getByRole('button', { name: /^Trench or pit/ }).click();
  await page.getByRole('menuitem', { name: /^Trench, 18/ }).click();
  await page.getByRole('button', { name: `Choose: ${way}` }).click();
  await page.getByText(/^Works, and is planned/).waitFor();
  await step(page, 'Trench');
  await page.getByTestId('number-Deepest').filter({ visible: true }).waitFor();
}

async function arranged(page: Page): Promise<void> {
  await openRun(page, 'Pontoon supply');
  await open(page, 'Lines laid');
  await page.getByRole('button', { name: 'Arrange with least digging' }).click();
  await page.getByRole('group', { name: 'Best', exact: true }).evaluate((offer) => offer.scrollIntoView());
}

async function longSection(page: Page): Promise<void> {
  await openRun(page, 'Wash-down drain');
  await page.getByRole('tab', { name: 'Long' }).click();
  await toStation(page, 37);
}

async function openJob(page: Page): Promise<void> {
  await page.getByText('Saltmarsh boatyard').click();
  await page.getByText('Pontoon supply').waitFor();
}

async function openRun(page: Page, name: string): Promise<void> {
  await openJob(page);
  await page.getByText(name, { exact: true }).click();
  await page.getByTestId('number-Deepest').waitFor();
}

/** Moves the cursor by the keyboard to a share (percent) of the run or a little past it. */
async function toStation(page: Page, percent: number): Promise<void> {
  for (let i = 0; i < percent * 2; i++) await page.getByRole('slider').press('ArrowRight');
}

mkdirSync(folder, { recursive: true });
const browser = await launch();
const taken = new Map<string, Buffer[]>();
// Some of them by name, or all.
const only = process.argv.slice(2);
for (const { name, size, visit } of views.filter((view) => only.length === 0 || only.includes(view.name))) {
  const page = await browser.newPage({ baseURL: url, viewport: size, reducedMotion: 'reduce' });
  await page.goto(url);
  await visit(page);
  await page
    .getByRole('status', { name: 'Sent' })
    .or(page.getByRole('button', { name: 'New job' }))
    .or(page.getByRole('button', { name: /^(Weigh the risk|Show me|Once more|Next one)$/ }))
    .or(page.getByRole('link', { name: /^A flat floor/ }))
    .filter({ visible: true })
    .first()
    .waitFor();
  await page.waitForTimeout(400);
  taken.set(name, [...(taken.get(name) ?? []), await page.screenshot()]);
  await page.close();
}
for (const [name, pictures] of taken) {
  const page = await browser.newPage();
  const images = pictures.map((picture) => `<img src="data:image/png;base64,${picture.toString('base64')}">`).join('');
  await page.setContent(`<style>body{margin:0;display:inline-flex;gap:12px;align-items:flex-start}</style>${images}`);
  await page.locator('body').screenshot({ path: `${folder}${name}.png` });
  await page.close();
}
await browser.close();
