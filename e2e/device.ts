import { chromium, test, type Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM } from '../scripts/lib/chromium.mjs';
import { CHROMIUM_ARGS } from './playwright.config';

/** A phone of the crew: a browser of its own, whose process can be ended without a word and started again on what it kept. */
export interface Device {
  /** Its page: another one after every start. */
  page: Page;
  /** Ends the browser as a dead battery does. */
  kill: () => Promise<void>;
  start: () => Promise<Page>;
  /** Ends it and forgets what it kept. */
  remove: () => Promise<void>;
}

/** @param more arguments of its browser. */
export async function device({ width = 390, height = 844, more = [] as string[] } = {}): Promise<Device> {
  const home = mkdtempSync(join(tmpdir(), 'tamper-device-'));
  let child: ChildProcess | undefined;
  const made = {} as Device;
  made.kill = async () => {
    if (!child?.pid || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((done) => child?.once('exit', done));
    // The whole group: what it has started goes with it.
    process.kill(-child.pid, 'SIGKILL');
    await gone;
  };
  made.start = async () => {
    child = spawn(
      CHROMIUM,
      [...CHROMIUM_ARGS, '--remote-debugging-port=0', `--user-data-dir=${home}`, '--force-prefers-reduced-motion', ...more, 'about:blank'],
      { detached: true, stdio: ['ignore', 'ignore', 'pipe'] },
    );
    const address = await new Promise<string>((done, fail) => {
      let said = '';
      child?.stderr?.on('data', (data: Buffer) => {
        said += String(data);
        const [, found] = /DevTools listening on (ws:\/\/\S+)/.exec(said) ?? [];
        if (found) done(found);
      });
      child?.once('exit', (code) => fail(new Error(`The browser ended at once (${code}): ${said}`)));
    });
    const browser = await chromium.connectOverCDP(address);
    const context = browser.contexts()[0];
    if (!context) throw new Error('The browser has no window.');
    made.page = context.pages()[0] ?? (await context.newPage());
    await made.page.setViewportSize({ width, height });
    return made.page;
  };
  made.remove = async () => {
    await made.kill();
    rmSync(home, { recursive: true, force: true });
  };
  await made.start();
  return made;
}

/** Waits until the device has the program. */
export const programHere = (page: Page): Promise<void> => page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));

/** Waits until the program itself is on the device, and written down there. */
export async function programKept(page: Page): Promise<void> {
  await programHere(page);
  // The browser writes down what it keeps a moment after it says so: killed at once it has none of it.
  await page.waitForTimeout(2000);
}

/** Gives a spec phones of their own, each taken away after its test. */
export function phones(): (more?: string[]) => Promise<Device> {
  const devices: Device[] = [];
  test.afterEach(async () => {
    for (const one of devices.splice(0)) await one.remove();
  });
  return async (more = []) => {
    const one = await device({ more });
    devices.push(one);
    return one;
  };
}
