import { estimateOf, personHours } from '../estimate';
import { productOf, type Finding, type Job, type Run } from '../job';
import { extent, levelsOn } from '../alignment';
import type { Plan } from '../plan/plan';

/** The numbers by which two plans are told apart. Metres, m³ in the bank unless said, kg, hours. */
export interface PlanSummary {
  length: number;
  dig: number;
  deepest: number;
  widestTop: number;
  /** Length along which people enter deeper than the protection depth. */
  overProtection: number;
  handDig: number;
  handHours: number;
  /** People's, with machine and without. */
  hours: number;
  bored: number;
  spoilLoose: number;
  surplusLoose: number;
  beddingMass: number;
  importFill: number;
  stops: number;
  cautions: number;
}

const total = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0);
const count = (findings: readonly Finding[], severity: Finding['severity']): number =>
  findings.filter((finding) => finding.severity === severity).length;

/** A plan in the numbers people compare. */
export const summarise = (job: Job, run: Run, plan: Plan): PlanSummary => ({
  length: plan.length,
  dig: plan.dig.hand + plan.dig.machine,
  deepest: plan.deepest.depth,
  widestTop: plan.widestTop,
  overProtection: total(plan.ranges.protection.map(({ from, to }) => to - from)),
  handDig: plan.dig.hand,
  handHours: estimateOf(job, run, plan).hours.hand,
  hours: personHours(job, estimateOf(job, run, plan).hours),
  bored: total(plan.bores.map(({ length }) => Math.max(0, length))),
  spoilLoose: plan.balance.loose,
  surplusLoose: plan.balance.surplusLoose,
  beddingMass: plan.balance.beddingMass,
  importFill: plan.balance.importFill,
  stops: count(plan.findings, 'stop'),
  cautions: count(plan.findings, 'caution'),
});

/** A line's course for a sketch: even stations with ground and trench bottom, metres. */
export interface Sketch {
  name: string;
  points: { station: number; ground: number; bottom: number }[];
}
const SKETCH_POINTS = 240;

/** Ground and trench bottom of a run at even stations, whether or not it can be dug. */
export function sketchOf(job: Pick<Job, 'products' | 'owners'>, run: Run): Sketch {
  const product = productOf(job, run);
  const { start, length } = extent(run);
  const points = Array.from({ length: SKETCH_POINTS + 1 }, (_, i) => {
    const station = start + (length * i) / SKETCH_POINTS;
    const { ground, bottom } = levelsOn(run, product, station);
    return { station, ground, bottom };
  });
  return { name: run.name, points };
}
