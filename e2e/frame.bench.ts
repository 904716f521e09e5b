// Measures the built client: an edit, from the key to the new number on the screen, processor slowed four times; then the grade
// finder and the strike risk in their workers.
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { longGradeRun } from '../core/src/alignment/grade/grade.bench';
import { open } from './helpers';
import { launch } from './launch';

const url = process.env.TAMPER_URL;
if (!url) {
  // Outside `npm run shots`-style scripts there is no server: start one the same way.
  const child = spawn(process.execPath, [fileURLToPath(new URL('../scripts/shots.mjs', import.meta.url)), 'e2e/frame.bench.ts'], {
    stdio: 'inherit',
  });
  await new Promise((done) => child.once('exit', done));
} else {
  const browser = await launch();
  const page = await browser.newPage({ viewport: { width: 390, height: 844 }, reducedMotion: 'reduce' });
  // tsx wraps named functions in a helper that the page does not have.
  await page.addInitScript('globalThis.__name = (wrapped) => wrapped');
  await page.goto(url);
  await page.getByText('Saltmarsh boatyard').click();
  await page.getByText('New run').click();
  await page.getByText('Something else').click();
  await page.getByRole('textbox', { name: 'Name of the run' }).fill('Bench');
  await page.getByRole('textbox', { name: 'Length' }).fill('1000');
  await page.getByRole('button', { name: 'Plan this run' }).click();
  await page.getByTestId('number-Deepest').waitFor();
  await open(page, 'Ground levels');
  const levels = Array.from({ length: 2001 }, (_, i) => `${i / 2},${(10 + Math.sin(i / 80) / 2).toFixed(3)}`).join('\n');
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Import CSV' }).click()]);
  await chooser.setFiles({ name: 'levels.csv', mimeType: 'text/csv', buffer: Buffer.from(levels) });
  await page.getByText('of 2001').waitFor();
  await open(page, 'Width');
  const client = await page.context().newCDPSession(page);
  await client.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const field = page.getByRole('textbox', { name: 'Clear width at the bottom' });
  const taken: number[] = [];
  for (let i = 0; i < 30; i++) {
    const width = (0.8 + (i % 10) / 20).toFixed(2);
    taken.push(
      await field.evaluate((input: HTMLInputElement, text) => {
        const number = document.querySelector('[data-testid="number-Top width"]') as HTMLElement;
        const start = performance.now();
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(input, text);
        input.dispatchEvent(new Event('input', { bubbles: true }));
        return new Promise<number>((done) => {
          const look = () =>
            number.innerText.startsWith(Number(text).toFixed(2)) ? done(performance.now() - start) : requestAnimationFrame(look);
          look();
        });
      }, width),
    );
  }
  taken.sort((a, b) => a - b);
  const p = (share: number) => (taken[Math.floor(taken.length * share)] ?? NaN).toFixed(1);
  console.log(
    `\nEdit to redrawn number, 1 km run, processor slowed 4 times: median ${p(0.5)} ms, p95 ${p(0.95)} ms (${(Number(p(0.5)) / 16.7).toFixed(1)} frames)`,
  );
  await client.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  await benchWorkers(page);
  await browser.close();
}

/** 2 km on 400 stations with 12 lines to pass: the time from the touch to the answer on the screen. */
async function benchWorkers(page: Page): Promise<void> {
  const jobId = new URL(page.url()).pathname.split('/')[2];
  const id = crypto.randomUUID();
  await page.request.post(`${url}/api/jobs/${jobId}/runs`, { data: { id, doc: longGradeRun() } });
  await page.goto(`${url}/jobs/${jobId}/runs/${id}`);
  await page.getByRole('tab', { name: 'Long' }).click();
  const timed = async (work: () => Promise<void>) => {
    const start = performance.now();
    await work();
    return (performance.now() - start) / 1000;
  };
  const grade = await timed(async () => {
    await page.getByRole('button', { name: 'Find the grade' }).click();
    await page.getByText('Found a line that holds them all').waitFor({ timeout: 120_000 });
  });
  await page.goto(`${url}/jobs/${jobId}/runs/${id}/checks/risk`);
  const risk = await timed(async () => {
    await page.getByRole('button', { name: 'Weigh the risk' }).click();
    await page.getByText('20,000 trials.').waitFor();
  });
  console.log(
    `Grade finder in its worker, 2 km, 12 lines to pass: ${grade.toFixed(1)} s, ${(grade * 10).toFixed(0)} % of the 10 s allowed`,
  );
  console.log(`Strike risk in its worker, 20,000 trials: ${risk.toFixed(1)} s, ${(risk * 50).toFixed(0)} % of the 2 s allowed`);
}
