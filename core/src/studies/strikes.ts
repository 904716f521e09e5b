import { keepOut, stationOfLine, type StrikeCase } from '../existing';
import { largest } from '../geometry';
import { productOf, type Job, type Run } from '../job';
import { levelsOn } from '../alignment';
import { digRate, handRate } from '../machine';
import type { Plan } from '../plan/plan';
import { resolveRules } from '../rules';

/**
 * What the strike-risk simulation asks of each existing line, from the plan: its window, the depth and the volume there. Lines that share
 * a window share its volume evenly. In the order of `run.lines`.
 */
export function strikeCases(job: Job, run: Run, plan: Plan): StrikeCase[] {
  const rules = resolveRules(job.ruleSet, job.overrides);
  const product = productOf(job, run);
  const handHours = 1 / handRate(job, run.spoil.ground);
  const machineHours = 1 / digRate(job, run.spoil.ground, largest(run.reaches.map(({ bottomWidth }) => bottomWidth)));
  return plan.existing.map((line) => {
    const window = plan.handWindows.find(({ lines }) => lines.includes(line.id));
    const shared = window?.lines.length ?? 1;
    return {
      evidence: line.evidence,
      window: keepOut(line, rules),
      seenWindow: keepOut({ ...line, evidence: 'exposed' }, rules),
      coverMin: line.coverMin,
      coverMax: line.coverMax,
      size: line.size,
      depth: levelsOn(run, product, stationOfLine(line)).depth,
      beside: line.where.kind === 'parallel' ? { offset: line.where.offset, halfTop: plan.widestTop / 2 } : undefined,
      volume: (window?.volume ?? 0) / shared,
      handHours,
      machineHours,
      length: Math.max(0.1, window ? (window.to - window.from) / shared : 0),
    };
  });
}
