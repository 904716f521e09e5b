import type { RuleSetId } from '../rules';
import { ruleSets } from '../rules';
import type { Job, Run } from './schema';
import type { UnitSystem } from '../units';

/** A job to start from. */
export const blankJob = (name: string, ruleSet: RuleSetId = 'UK', units: UnitSystem = 'metric'): Job => ({
  name,
  ruleSet,
  units,
  overrides: [],
});

/** What a new run asks for; everything else starts at a sensible default and is one touch away. */
export interface RunStart {
  name: string;
  /** Length of the line, metres. */
  length: number;
  /** Ground level at the start and end; level ground at 10 m when not known yet. */
  ground?: { start: number; end: number };
  service: string;
  cover: number;
  ruleSet: RuleSetId;
}

/** A run that plans at once: straight, constant cover, vertical unsupported walls, one reach. */
export const blankRun = ({ name, length, ground = { start: 10, end: 10 }, service, cover, ruleSet }: RunStart): Run => ({
  name,
  stations: [
    { station: 0, ground: ground.start },
    { station: length, ground: ground.end },
  ],
  profile: { kind: 'cover', cover },
  service,
  surface: 'field',
  reaches: [
    {
      from: 0,
      soil: 'B',
      bottomWidth: 0.6,
      entry: true,
      left: { kind: 'vertical' },
      right: { kind: 'vertical' },
      protection: 'none',
      bedding: 0.1,
      surround: 0.15,
      beddingMaterial: 'granular',
    },
  ],
  spoil: {
    ground: 'loam',
    side: 'right',
    setback: ruleSets[ruleSet].rules.spoilSetback.value ?? 1,
    corridorLeft: 3,
    corridorRight: 4,
    reuse: true,
  },
  lines: [],
});
