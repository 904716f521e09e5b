import { seeded } from '../../chance';
import { blankJob, blankRun, machineOf, type Reach, type Run } from '../../job';
import { orderOf } from '../../order';
import { planRun } from '../../plan/plan';
import { carrySpoil, spoilCells } from '../../spoil';
import { programmeInputs, simulateProgramme } from '.';

const job = blankJob('Bench');
const long = (length: number): Run => {
  const base = blankRun({ name: 'Long', length, product: 'drain-160', cover: 1, ruleSet: 'UK' });
  const [reach] = base.reaches as [Reach];
  return {
    ...base,
    stations: Array.from({ length: length + 1 }, (_, i) => ({ station: i, ground: 10 + Math.sin(i / 40) * 0.5 })),
    reaches: [{ ...reach, protection: 'shield', kit: 'box-light', panel: 0.06 }],
    spoil: { ...base.spoil, corridorRight: 3.2 },
  };
};

/** The days of 200 m five thousand times, and the haul of 1 km of spoil. */
export async function benchWorks(): Promise<void> {
  const run = long(200);
  const plan = planRun(job, run);
  const inputs = programmeInputs(job, run, plan, orderOf(job, run, plan));
  simulateProgramme(inputs, 500, seeded(1));
  const start = performance.now();
  simulateProgramme(inputs, 5000, seeded(1));
  const days = performance.now() - start;
  console.log(`Days of 200 m in ${inputs.pieces.length} pieces, 5,000 runs`);
  console.log(`  ${(days / 1000).toFixed(2)} s, ${Math.round((days / 3000) * 100)} % of the 3 s allowed`);

  const far = long(1000);
  const { profile } = planRun(job, far);
  const works = {
    ...far.logistics,
    gaps: [{ id: 'road', from: 300, to: 340, side: 'both' as const, why: 'road' }],
    stockpile: { station: 500, room: 60 },
  };
  const from = performance.now();
  const carried = carrySpoil(spoilCells({ ...far, logistics: works }, profile, [], machineOf(job).arm), works, job.rates);
  const haul = performance.now() - from;
  console.log(
    `Spoil of 1 km in ${carried.cells.length} stretches, ${carried.handled.toFixed(0)} m³ carried on, ${carried.off.toFixed(0)} m³ off site`,
  );
  console.log(`  ${haul.toFixed(0)} ms, ${Math.round((haul / 500) * 100)} % of the 500 ms allowed`);
}
