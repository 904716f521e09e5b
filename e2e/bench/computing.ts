import type { Page } from '@playwright/test';
import { longGradeRun } from '../../core/src/alignment/grade/grade.bench';
import { importJob } from './jobs';
import { busy, SLOWED } from './measure';

/** The arm while somebody who knows it digs: pictures a second with the processor slowed, and how long the main thread works at each. */
export async function benchArm(page: Page): Promise<void> {
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  await page.goto(`/practice?arm=flat`);
  await page.getByRole('button', { name: 'Show me' }).click();
  await page.waitForTimeout(1500);
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  let pictures = 0;
  const taken = await busy(client, async () => {
    pictures = await page.evaluate(
      () =>
        new Promise<number>((done) => {
          let count = 0;
          const end = performance.now() + 5000;
          const next = (now: number) => (now < end ? (count++, requestAnimationFrame(next)) : done(count));
          requestAnimationFrame(next);
        }),
    );
  });
  console.log(
    `\nArm simulator, processor slowed ${SLOWED} times: ${(pictures / 5).toFixed(0)} pictures a second of 60, ${(taken / pictures).toFixed(1)} ms of the main thread each, ${((taken / pictures / (1000 / 60)) * 100).toFixed(0)} % of a frame`,
  );
  await page.close();
}

/** 2 km on 400 stations with 12 lines to pass: the time from the touch to the answer on the screen. */
export async function benchWorkers(page: Page): Promise<void> {
  const { id: jobId, runIds } = await importJob(page, 'Workers', [longGradeRun()]);
  const [id] = runIds;
  await page.goto(`/jobs/${jobId}/runs/${id}`);
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
  await page.goto(`/jobs/${jobId}/runs/${id}/checks/risk`);
  const risk = await timed(async () => {
    await page.getByRole('button', { name: 'Weigh the risk' }).click();
    await page.getByText('20,000 trials.').waitFor();
  });
  console.log(
    `\nGrade finder in its worker, 2 km, 12 lines to pass: ${grade.toFixed(1)} s, ${(grade * 10).toFixed(0)} % of the 10 s allowed`,
  );
  console.log(`Strike risk in its worker, 20,000 trials: ${risk.toFixed(1)} s, ${(risk * 50).toFixed(0)} % of the 2 s allowed`);
}
