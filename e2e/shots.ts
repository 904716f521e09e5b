// Takes one picture of each main view from the demo data. Run by `npm run shots`.
import { mkdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { launch } from './launch';

const url = process.env.TAMPER_URL ?? 'http://localhost:4600';
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };

const views: { name: string; size: typeof PHONE; visit: (page: Page) => Promise<void> }[] = [
  { name: 'jobs-phone', size: PHONE, visit: async (page) => page.getByText('Saltmarsh boatyard').waitFor() },
  { name: 'job-phone', size: PHONE, visit: openJob },
  {
    name: 'run-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Wash-down drain');
      await toStation(page, 30);
    },
  },
  {
    name: 'existing-lines-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Pontoon supply');
      await page.getByRole('button', { name: 'Existing lines', exact: true }).click();
      await page.getByRole('button', { name: /Old fuel line/ }).click();
      await page.getByRole('button', { name: /Old fuel line/ }).click();
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
  { name: 'long-section-wide', size: WIDE, visit: longSection },
  {
    name: 'grade-finder-phone',
    size: PHONE,
    visit: async (page) => {
      await longSection(page);
      await page.getByRole('button', { name: 'Find the grade' }).click();
      await page.getByText('Found a line that holds them all').evaluate((title) => title.scrollIntoView());
    },
  },
  {
    name: 'strike-risk-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Pontoon supply');
      await page.goto(`${page.url()}/risk`);
      await page.getByRole('button', { name: 'Weigh the risk' }).click();
      await page.getByText('20,000 trials.').waitFor();
    },
  },
  { name: 'joint-trench-phone', size: PHONE, visit: arranged },
  { name: 'joint-trench-wide', size: WIDE, visit: arranged },
  {
    name: 'layers-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Pontoon supply');
      await page.getByRole('button', { name: 'Bed', exact: true }).click();
      await page.getByRole('list', { name: 'Layers from the surface down' }).evaluate((ladder) => ladder.scrollIntoView());
    },
  },
  {
    name: 'cable-checks-phone',
    size: PHONE,
    visit: async (page) => {
      await openRun(page, 'Pontoon supply');
      await page.goto(`${page.url()}/checks`);
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
  {
    name: 'run-wide',
    size: WIDE,
    visit: async (page) => {
      await openRun(page, 'Wash-down drain');
      await page.getByRole('button', { name: 'Use a shield' }).nth(1).click();
      await toStation(page, 30);
      await page.getByRole('button', { name: 'Soil and guard', exact: true }).click();
    },
  },
];

async function arranged(page: Page): Promise<void> {
  await openRun(page, 'Pontoon supply');
  await page.getByRole('button', { name: 'Line', exact: true }).click();
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
  await page.getByText(name).click();
  await page.getByTestId('number-Deepest').waitFor();
}

/** Moves the cursor by the keyboard to a share (percent) of the run or a little past it. */
async function toStation(page: Page, percent: number): Promise<void> {
  for (let i = 0; i < percent * 2; i++) await page.getByRole('slider').press('ArrowRight');
}

mkdirSync(folder, { recursive: true });
const browser = await launch();
for (const { name, size, visit } of views) {
  const page = await browser.newPage({ viewport: size, reducedMotion: 'reduce' });
  await page.goto(url);
  await visit(page);
  await page
    .getByRole('status', { name: 'Saved' })
    .or(page.getByRole('button', { name: 'New job' }))
    .or(page.getByRole('button', { name: 'Weigh the risk' }))
    .filter({ visible: true })
    .first()
    .waitFor();
  await page.waitForTimeout(400);
  await page.screenshot({ path: `${folder}${name}.png` });
  await page.close();
}
await browser.close();
