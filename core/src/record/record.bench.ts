import { besideLine } from '../alignment';
import type { Kept } from '../book';
import { readyToCover } from '../gates/cover';
import { blankJob } from '../job';
import { layReport } from '../lay';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { bookEntry, levelRun } from '../testing';
import { asLaidOf, handoverPack, recordOf, whatLiesAt } from '.';

const REVISION = '10000000-0000-4000-8000-000000000001';
/** A year of a small crew: so many runs, and entries of each. */
const [RUNS, ENTRIES] = [60, 334];

/** A run's share of a year: points measured and beds read, along 100 m. */
export const yearOfRun = (line: string): Kept[] =>
  Array.from({ length: ENTRIES }, (_, i) => {
    const station = (i * 100) / ENTRIES;
    return i % 2 === 0
      ? bookEntry({
          kind: 'asLaid',
          what: 'along',
          line,
          name: '',
          of: '',
          station,
          place: { by: 'station', station, offset: 0.01 },
          height: null,
          revision: REVISION,
          note: '',
        })
      : bookEntry({ kind: 'bed', station, thickness: 0.1, revision: REVISION, note: '' });
  });

/** The pack of one run of a year's record put together, and what lies at a spot over all of it. */
export function benchRecord(): void {
  const job = blankJob('Bench', 'UK');
  const run = levelRun({ length: 100, protection: 'none' });
  const plan = planRun(job, run);
  const rules = resolveRules('UK');
  const line = run.laid[0]?.id ?? '';
  const now = Date.now();
  const book = yearOfRun(line);
  const inputs = { job, run, places: plan.places, rules, book, now };
  const force = { id: REVISION, number: 1, job, run, rules, plan };
  const pack = () => {
    const record = recordOf(inputs);
    return handoverPack({
      ...record,
      ...inputs,
      revision: { number: 1, digest: '', at: '', author: '' },
      lay: layReport({ revisions: [force], force, book, now }),
      cover: readyToCover({ revisions: [force], book, device: 'd1', heard: now, now, units: 'metric' }),
      tasks: record.tasks.open,
      issues: [],
      seal: undefined,
    });
  };
  const { points } = asLaidOf(inputs);
  const all = Array.from({ length: RUNS }, (_, i) => ({ id: String(i), run, points }));
  const spot = besideLine(run, 50, 1);
  const time = (what: string, allowed: number, work: () => unknown) => {
    work();
    const start = performance.now();
    work();
    const ms = performance.now() - start;
    console.log(`  ${what}: ${ms.toFixed(1)} ms, ${Math.round((ms / allowed) * 100)} % of the ${allowed} ms allowed`);
  };
  console.log(`A year's record: ${RUNS} runs, ${RUNS * ENTRIES} entries`);
  time('the pack of a run put together, less its pages', 30_000, pack);
  time('what lies at a spot, over all runs', 100, () => whatLiesAt(job, all, spot, 3));
}
