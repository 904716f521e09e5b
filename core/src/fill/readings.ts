import type { FillLayer, FillTool } from '../book';
import type { Surface } from '../catalogue';
import { without, type Range } from '../geometry';
import type { Rule, Rules } from '../rules';
import type { FilledLift } from './report';

/** What a lift is held to by a tool: each the least (impact, density) or the most (penetration) it may read. */
export interface FillTarget {
  tool: FillTool;
  sense: 'least' | 'most';
  /** The mean of its readings, and any one of them. */
  mean: number;
  each: number;
  basis: string;
}

const RULES = {
  impact: { soft: 'impactFill', hard: 'impactRoad' },
  penetration: { soft: 'penetrationFill', hard: 'penetrationRoad' },
  density: { soft: 'densityFill', hard: 'densityRoad' },
} as const;

/** The target of a layer under a surface. Fields ask less than footways and roads. */
export function fillTarget(tool: FillTool, layer: FillLayer, surface: Surface, rules: Rules): FillTarget {
  const rule: Rule = rules[RULES[tool][surface === 'field' || layer === 'fine' ? 'soft' : 'hard']];
  const share = rules.readingLeast.value ?? 1;
  const sense = tool === 'penetration' ? 'most' : 'least';
  const mean = rule.value ?? (sense === 'most' ? Infinity : 0);
  return { tool, sense, mean, each: sense === 'most' ? mean / share : mean * share, basis: rule.basis };
}

/** What readings of a lift come to. `low` are the stations at which one is below what each has to be. */
export interface FillVerdict {
  state: 'unread' | 'passed' | 'below';
  count: number;
  mean: number;
  worst: number;
  target: FillTarget | undefined;
  low: number[];
}

/** Readings of one tool against their target: their mean, and each. Of several tools each decides by itself; the worst counts. */
export function judgeFill(
  readings: readonly { tool: FillTool; station: number; value: number }[],
  target: (tool: FillTool) => FillTarget,
): FillVerdict {
  const tools = [...new Set(readings.map(({ tool }) => tool))];
  const verdicts = tools.map((tool): FillVerdict => {
    const held = target(tool);
    const own = readings.filter((one) => one.tool === tool);
    const values = own.map(({ value }) => value);
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    const under = (value: number, limit: number) => (held.sense === 'least' ? value < limit - 1e-9 : value > limit + 1e-9);
    const low = own.filter(({ value }) => under(value, held.each)).map(({ station }) => station);
    const bad = low.length > 0 || under(mean, held.mean);
    return {
      state: bad ? 'below' : 'passed',
      count: own.length,
      mean,
      worst: held.sense === 'least' ? Math.min(...values) : Math.max(...values),
      target: held,
      low,
    };
  });
  return (
    verdicts.find(({ state }) => state === 'below') ??
    verdicts[0] ?? { state: 'unread', count: 0, mean: NaN, worst: NaN, target: undefined, low: [] }
  );
}

/**
 * Where of a lift nobody read what it came to: a reading speaks for half a spacing either way. What is not compacted, and fine fill put in by hand, is not read.
 * @example unreadIn({ from: 0, to: 24, readings: [{ station: 5 }] }, 10 m apart) // 10 to 24
 */
export function unreadIn(
  { from, to, compactor, layer, readings }: Pick<FilledLift, 'from' | 'to' | 'compactor' | 'layer' | 'readings'>,
  rules: Rules,
): Range[] {
  if (compactor === null || layer === 'fine') return [];
  if (from === to) return readings.length > 0 ? [] : [{ from, to }];
  const half = (rules.readingApart.value ?? Infinity) / 2;
  return without(
    { from, to },
    readings.map(({ station }) => ({ from: station - half, to: station + half })),
  );
}

/** Where a lift is read next: half a spacing in, then a spacing on from the last, metres to the nearest tenth. */
export function nextReading(
  { from, to, readings }: { from: number; to: number; readings: readonly { station: number }[] },
  rules: Rules,
): number {
  const apart = rules.readingApart.value ?? to - from;
  const last = Math.max(...readings.map(({ station }) => station), -Infinity);
  const next = Number.isFinite(last) ? last + apart : from + Math.min(apart, to - from) / 2;
  return Math.min(to, Math.round(Math.min(to, next) * 10) / 10);
}
