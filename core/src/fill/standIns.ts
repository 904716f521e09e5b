import { normal, seeded } from '../chance';
import type { FillTool } from '../book';
import type { FillTarget } from './readings';

/** A tester of compaction, as a real one would be asked. */
export interface FillTester {
  name: string;
  /** One reading on a lift that had so many passes of those it should have had. */
  read: (passes: number, asked: number) => number;
}

/** Faults a real one can have. `flat`: its battery sags, it reads low; `edge`: it stood on a stone. */
export interface TesterFaults {
  flat: boolean;
  edge: boolean;
}
export const NO_TESTER_FAULTS: TesterFaults = { flat: false, edge: false };

/** A made-up tester: what it reads grows with the passes and scatters by a tenth. Seeded. */
export function madeUpTester(tool: FillTool, target: FillTarget, faults: TesterFaults, seed: number): FillTester {
  const chance = seeded(seed);
  return {
    name: 'made-up tester',
    read: (passes, asked) => {
      const done = Math.min(1.15, 0.55 + (0.6 * passes) / Math.max(1, asked));
      const scatter = 1 + (tool === 'density' ? 0.005 : 0.03) * normal(chance);
      const strength = (tool === 'density' ? 0.9 + 0.1 * done : done) * scatter * (faults.flat ? 0.8 : 1) * (faults.edge ? 1.4 : 1);
      return Math.max(0, target.sense === 'most' ? target.mean / strength : target.mean * strength);
    },
  };
}
