import { normal, seeded } from '../chance';
import { blankJob, machineOf, type Run } from '../job';
import { longGradeRun } from '../alignment/grade/grade.bench';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { bookEntry } from '../testing';
import { designsOf, digCard, digNotes, digReport } from '.';
import { check } from './facts.testing';

const CHECKS = 2000;
const FRAME = 1000 / 60;

/** A run of 1 km with 2,000 levels in its book: everything they say, and the card at the next station. */
export function benchDig(): void {
  const job = blankJob('Bench', 'UK');
  const run: Run = longGradeRun();
  const plan = planRun(job, run);
  const rules = resolveRules('UK');
  const designs = designsOf(job, run, plan.places);
  const chance = seeded(1);
  const book = Array.from({ length: CHECKS }, (_, i) => {
    const station = (i + 0.5) * (plan.length / CHECKS);
    return bookEntry(check(station, { found: { as: 'level', value: (designs(station, null)?.bottom ?? 0) + 0.008 * normal(chance) } }));
  });
  const report = () => digReport({ job, run, places: plan.places, rules, book, now: Date.now() });
  const known = report();
  digNotes({ report: known, places: plan.places, supports: plan.supports, rules, units: 'metric' });
  const time = (what: string, rounds: number, work: () => unknown) => {
    // The middle of many: the first few are worked out by code nobody has run yet.
    const each = Array.from({ length: rounds }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }).sort((a, b) => a - b)[rounds >> 1] as number;
    console.log(`  ${what}: ${each.toFixed(2)} ms, ${Math.round((each / FRAME) * 100)} % of a frame`);
  };
  console.log(`${known.checks.length} levels along ${plan.length} m of ${machineOf(job).name}`);
  time('everything they say', 30, report);
  time('put into words', 30, () => digNotes({ report: known, places: plan.places, supports: plan.supports, rules, units: 'metric' }));
  let station = 0;
  time('the card at the next station', 200, () =>
    digCard({ job, run, plan, designs, instrument: undefined }, (station = (station + 1) % plan.length), 10),
  );
}
