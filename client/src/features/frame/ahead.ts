import { ctx } from 'expo-router/_ctx';
import type * as Frame from './RunFrame';
import { startAhead } from '../../workers/spareWorker';

const segments = (path: string): string[] => path.split('/').filter((segment) => segment !== '');
const segmentsOf = (file: string): string[] => segments(file.replace(/^\.\//, '').replace(/(^|\/)index\.tsx$|\.tsx$/, ''));

/** How well a file of routes fits an address: how many segments it names, -1 where it does not fit. */
function fit(file: string, path: readonly string[]): number {
  if (/(_layout|\+not-found)\.tsx$/.test(file)) return -1;
  const own = segmentsOf(file);
  const rest = own.findIndex((segment) => segment.startsWith('[...'));
  if (rest < 0 ? own.length !== path.length : path.length < rest) return -1;
  const named = (rest < 0 ? own : own.slice(0, rest)).map((segment, i) => (segment.startsWith('[') ? 0 : segment === path[i] ? 1 : -1));
  return named.includes(-1) ? -1 : named.filter((one) => one === 1).length - (rest < 0 ? 0 : 1);
}

/** The file of routes, of those there are, that shows an address. */
export function fileOf(address: string, files: readonly string[]): string | undefined {
  const path = segments(address);
  const [best] = files.map((file) => ({ file, fits: fit(file, path) })).sort((a, b) => b.fits - a.fits);
  return best && best.fits >= 0 ? best.file : undefined;
}

/** What the device was said to have and has not is not waited for any longer, ms: the program, and a run. */
const PATIENCE = { program: 2000, run: 1000 };

let frame: typeof Frame | undefined;
const fetchFrame = async () => (frame ??= await import('./RunFrame'));
/** What stands round every screen of a run. */
export const runFrame = async () => (await fetchFrame()).RunFrame;
/** The same, where it was fetched. */
export const frameHere = () => frame?.RunFrame;
const openRun = async (jobId: string, runId: string) => (await fetchFrame()).openAhead(jobId, runId);

const patiently = (coming: Promise<unknown>, patience: number): Promise<unknown> =>
  Promise.race([coming, new Promise((late) => setTimeout(late, patience))]);

/**
 * Fetches the code of the screen at an address, all of it at once: the router asks for each piece only when the one round it is drawn.
 * What this device has is worth waiting for; over a line it comes behind what stands in for it.
 * What does not come now is asked for again by whoever shows it, and told there.
 * @returns what opens that screen's run once the device is open, so that it is drawn once, with all there is.
 */
export async function fetchAhead(address: string): Promise<() => Promise<unknown>> {
  const file = fileOf(address, ctx.keys());
  if (!file) return nothing;
  const run = file.includes('/[runId]/') ? runOf(address) : undefined;
  if (run) startAhead();
  const come = Promise.allSettled([ctx(file), run && runFrame()]);
  if (!navigator.serviceWorker?.controller) return nothing;
  await patiently(come, PATIENCE.program);
  if (!run) return nothing;
  // What stands in its way the screen tells.
  return () => patiently(openRun(...run).catch(nothing), PATIENCE.run);
}
const nothing = (): Promise<void> => Promise.resolve();
/** The job and the run an address of a run names. */
const runOf = (address: string): [jobId: string, runId: string] => {
  const [, jobId = '', , runId = ''] = segments(address);
  return [jobId, runId];
};
