import type { Page } from '@playwright/test';
import { NO_REVISION } from '../../core/src/book';
import { blankRun } from '../../core/src/job';
import { measuredAlone } from '../../scripts/lib/machine.mjs';
import { programHere } from '../device';
import { step } from '../helpers';
import { importJob } from './jobs';
import { benchKeys } from './keys';
import { at, CARD, fixedWork, idleShare, inOrder, reloaded, SLOWED, teller, tellOthers } from './measure';

/** A run of 1 km with 2,000 levels in its book: the card opened from the device with no server, the next station, keys on the level's screen. */
export async function benchDigging(page: Page): Promise<void> {
  const run = { ...blankRun({ name: 'Levels', product: 'drain-160', length: 1000, cover: 1, ruleSet: 'UK' }) };
  const book = Array.from({ length: 2000 }, (_, i) => ({
    run: 0,
    entry: {
      ...{ id: crypto.randomUUID(), author: 'driver', device: 'd', count: i + 1, known: i },
      ...{ at: new Date(Date.parse('2026-11-01T08:00:00Z') + i * 60_000).toISOString(), clock: 0 },
      fact: {
        ...{ kind: 'check', station: i / 2, pit: null, layer: 'bottom', found: { as: 'depth', value: 1.2 + (i % 7) / 1000 } },
        ...{ widthBottom: null, widthTop: null, setUp: null, revision: NO_REVISION, sure: true, again: false, note: '' },
      },
    },
  }));
  const { id, runIds } = await importJob(page, 'Levels', [run], book);
  const dig = `/jobs/${id}/runs/${runIds[0]}/dig`;
  const card = () => page.locator(CARD).waitFor({ timeout: 120_000 });
  await page.goto(`${dig}/card`);
  await programHere(page);
  await card();
  await page.reload();
  await card();
  await page.context().setOffline(true);
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  const unit = await fixedWork(page);
  console.log(
    `\n1 km with 2,000 levels, no server, processor slowed ${SLOWED} times; the fixed piece of work takes ${unit.toFixed(1)} ms there`,
  );
  const tell = teller(unit);
  const { result, others } = await measuredAlone(() => reloaded(page, CARD));
  tell('the card, the program begun anew from the device', result.opened, 1000, result.times);
  tellOthers(others);
  const byBar: number[] = [];
  const go = (name: string) => step(page, name);
  for (let i = 0; i < 5; i++) {
    await go('Set out');
    await page.getByRole('textbox', { name: 'Benchmark' }).waitFor();
    const start = performance.now();
    await go('Dig');
    await card();
    byBar.push(performance.now() - start);
  }
  tell('the card, from another screen of the run', at(inOrder(byBar), 0.5), 1000);
  const next = page.getByRole('button', { name: 'On along the dig' });
  const moved: number[] = [];
  for (let i = 0; i < 20; i++) {
    await next.hover();
    moved.push(
      await page.evaluate(
        (button) =>
          new Promise<number>((done) => {
            const start = performance.now();
            (button as HTMLElement).click();
            requestAnimationFrame(() => setTimeout(() => done(performance.now() - start), 0));
          }),
        await next.elementHandle(),
      ),
    );
  }
  tell('the next station, to the paint: p95', at(inOrder(moved), 0.95), 100);
  await page.getByRole('tab', { name: 'Level' }).click();
  await page.getByRole('textbox', { name: 'Depth found, down from the ground' }).waitFor();
  await benchKeys(page, client, await idleShare(page, client), tell, {
    field: page.getByRole('textbox', { name: 'Depth found, down from the ground' }),
    text: '1.20',
  });
  await page.close();
}
