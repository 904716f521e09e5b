import { evidences } from '../catalogue';
import type { Range } from '../geometry';
import type { ExistingLine } from '../job';
import type { Rules } from '../rules';

/** A stretch in which only hands or vacuum may dig until the lines in it are exposed. `lines` are indices into `run.lines`. */
export interface HandWindow extends Range {
  lines: number[];
}

/** Half the width of the strip around a line that machines keep out of, metres: size/2 + max(uncertainty, tolerance). */
export const keepOut = (line: Pick<ExistingLine, 'size' | 'evidence'>, rules: Rules): number =>
  line.size / 2 + Math.max(evidences[line.evidence].uncertainty, rules.locateTolerance.value ?? 0);

/**
 * Half the length along the run that a crossing line's strip covers, metres.
 * Source: (half-width + half top width·|cos a|) / sin a, so that the strip is clear over the whole top width.
 * @param angle between line and run, radians, 0 < a ≤ π/2.
 */
export const crossingHalfLength = (halfWidth: number, halfTop: number, angle: number): number =>
  (halfWidth + halfTop * Math.abs(Math.cos(angle))) / Math.sin(angle);

/**
 * Hand-dig windows of a run, merged where they touch, ascending.
 * @param halfTop widest half of the trench's top between two stations, metres.
 */
export function handWindows(
  lines: readonly ExistingLine[],
  rules: Rules,
  run: Range,
  halfTop: (from: number, to: number) => number,
): HandWindow[] {
  const single = lines.flatMap((line, index): HandWindow[] => {
    const reach = reachAlong(line, keepOut(line, rules), halfTop);
    if (!reach) return [];
    return [{ from: Math.max(run.from, reach.from), to: Math.min(run.to, reach.to), lines: [index] }];
  });
  const merged: HandWindow[] = [];
  for (const window of single.sort((a, b) => a.from - b.from)) {
    const last = merged.at(-1);
    if (last && window.from <= last.to) Object.assign(last, { to: Math.max(last.to, window.to), lines: [...last.lines, ...window.lines] });
    else merged.push(window);
  }
  return merged;
}

/** What one line's strip covers of the run; undefined for a parallel line whose strip misses the trench. */
function reachAlong(line: ExistingLine, halfWidth: number, halfTop: (from: number, to: number) => number): Range | undefined {
  const { where } = line;
  if (where.kind === 'crossing') {
    const half = crossingHalfLength(halfWidth, halfTop(where.station, where.station), where.angle);
    return { from: where.station - half, to: where.station + half };
  }
  const touches = Math.abs(where.offset) - halfWidth < halfTop(where.from, where.to);
  return touches ? { from: where.from - halfWidth, to: where.to + halfWidth } : undefined;
}
