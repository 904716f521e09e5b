import { fallingRun, levelsAt } from '../alignment';
import { trenchArea } from '../geometry';
import { blankJob, blankRun, productOf, type Reach, type Run } from '../job';
import { largestRun } from '../generators.testing';
import { digWidth } from '../trench';
import { planRun } from './plan';

/** 1 km at 0.5 m stations on rolling ground, with a batter, a bench and three reaches. */
function longRun(): Run {
  const base = blankRun({ name: 'Long', length: 1000, product: 'drain-225', cover: 1, ruleSet: 'US' });
  const reach = base.reaches[0] as Reach;
  const run: Run = {
    ...base,
    stations: Array.from({ length: 2001 }, (_, i) => ({ station: i / 2, ground: 10 + Math.sin(i / 80) * 0.6 + Math.sin(i / 7) * 0.03 })),
    reaches: [
      { ...reach, left: { kind: 'batter', ratio: 1 }, right: { kind: 'batter', ratio: 1 } },
      { ...reach, from: 400, left: { kind: 'bench', riser: 1, tread: 1, count: 1 } },
      { ...reach, from: 700, protection: 'shield' },
    ],
  };
  return { ...run, ...fallingRun(run, 8.4, 7.4) };
}

/** The volume by slices 10 mm thick: what planRun's closed forms stand in for. */
function slices(run: Run): number {
  const product = productOf(blankJob('Bench'), run);
  const step = 0.01;
  let volume = 0;
  let index = 0;
  for (let i = 0; i < 100_000; i++) {
    const station = (i + 0.5) * step;
    while ((run.reaches[index + 1]?.from ?? Infinity) <= station) index++;
    const reach = run.reaches[index] as Reach;
    const { depth } = levelsAt(run, product, reach, station);
    volume += trenchArea(digWidth(reach), reach.left, reach.right, depth) * step;
  }
  return volume;
}

function p95(times: number, work: () => unknown): number {
  const taken = Array.from({ length: times }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return taken[Math.floor(times * 0.95)] ?? NaN;
}

/** An edit of a long run, against what its closed forms stand in for. */
export function benchPlan(): void {
  const job = blankJob('Bench', 'US');
  const run = longRun();
  for (let i = 0; i < 200; i++) planRun(job, run);
  const fast = p95(300, () => planRun(job, run));
  const slow = p95(20, () => slices(run));
  const difference = planRun(job, run).volumes.trench / slices(run) - 1;
  console.log('planRun, 1 km at 0.5 m stations');
  console.log(
    `  p95 ${fast.toFixed(2)} ms; 10 mm slices p95 ${slow.toFixed(2)} ms: ${(slow / fast).toFixed(1)} times as long for the trench volume alone`,
  );
  console.log(`  ${((fast / 16) * 100).toFixed(0)} % of a 16 ms frame; volume differs by ${(difference * 100).toExponential(2)} %`);

  // A run of ten times the nodes takes ten times as long, not a hundred: nothing looks at every node for every node.
  const largest = largestRun();
  const whole = p95(5, () => planRun(job, largest));
  const nodes = planRun(job, largest).profile.station.length / planRun(job, run).profile.station.length;
  console.log(
    `  the largest run a document holds: ${whole.toFixed(0)} ms, ${(whole / fast / nodes).toFixed(1)} times as long a node, with its 400 holes and 100 lines`,
  );
}
