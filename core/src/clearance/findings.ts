import { evidences } from '../catalogue';
import { EPSILON } from '../geometry';
import type { ExistingLine, Finding } from '../job';
import type { Rules } from '../rules';
import { formatLength, type UnitSystem } from '../units';
import { lostRecord } from './known';
import type { HandWindow } from './windows';

/** Where no machine may dig, and lines known from drawings only. `lines` as known now. */
export function windowFindings(lines: readonly ExistingLine[], windows: readonly HandWindow[], rules: Rules, units: UnitSystem): Finding[] {
  return windows.map((window, index): Finding => {
    const inside = window.lines.flatMap((i) => lines[i] ?? []);
    const guesses = inside.filter((line) => line.evidence === 'drawing');
    return {
      id: `clear.window.${index}`,
      severity: 'caution',
      chapter: 'clear',
      from: window.from,
      to: window.to,
      what: `By hand or vacuum only for ${formatLength(window.to - window.from, units)}: ${inside.map((line) => line.name).join(', ')}`,
      why:
        guesses.length > 0
          ? 'Known from a drawing only: detect or expose it first, and the window shrinks.'
          : 'A mark is a best guess. Expose the line before any machine comes near.',
      basis: [rules.locateTolerance.basis, ...new Set(inside.map((line) => evidences[line.evidence].basis))].join('. '),
      fixes: [],
    };
  });
}

/** The new line at a station, metres: what an existing line must stay clear of. */
export interface NewLine {
  ground: number;
  crown: number;
  underside: number;
}

/**
 * Existing lines that lie, or may lie, closer to the new line than the clear distance.
 * A stop when the whole expected range is too close, a caution when part of it is.
 */
export function clashFindings(
  lines: readonly ExistingLine[],
  rules: Rules,
  units: UnitSystem,
  at: (station: number) => NewLine,
): Finding[] {
  const clearance = rules.lineClearance.value ?? 0;
  return lines.flatMap((line, index): Finding[] => {
    // A line to be joined is meant to be met.
    if (line.join) return [];
    const stations = line.where.kind === 'crossing' ? [line.where.station] : [line.where.from, line.where.to];
    const verdicts = stations.map((station) => tooClose(line, at(station), clearance));
    if (verdicts.every((verdict) => verdict === 'never')) return [];
    const sure = verdicts.includes('always');
    return [
      {
        id: `clear.clash.${index}`,
        severity: sure ? 'stop' : 'caution',
        chapter: 'clear',
        from: stations[0] as number,
        to: stations.at(-1) as number,
        what: `${line.name} ${sure ? 'is' : 'may be'} within ${formatLength(clearance, units)} of the new line`,
        why: sure
          ? 'The two cannot lie there together: change the level or ask the owner.'
          : 'Expose it before the levels are settled: they may have to pass over or under.',
        basis: rules.lineClearance.basis,
        fixes: [],
      },
    ];
  });
}

/** Is the gap below the clearance for every cover expected, for some, or for none? Lines beside the new one have a gap across, too. */
function tooClose(line: ExistingLine, own: NewLine, clearance: number): 'always' | 'sometimes' | 'never' {
  if (line.where.kind === 'parallel' && Math.abs(line.where.offset) - (line.size + own.crown - own.underside) / 2 >= clearance - EPSILON)
    return 'never';
  // The tops the existing line may have for which it is too close: an open interval.
  const [low, high] = [own.underside - clearance, own.crown + clearance + line.size];
  const [deepestTop, shallowestTop] = [own.ground - line.coverMax, own.ground - line.coverMin];
  if (shallowestTop <= low + EPSILON || deepestTop >= high - EPSILON) return 'never';
  return deepestTop > low + EPSILON && shallowestTop < high - EPSILON ? 'always' : 'sometimes';
}

/** Lines looked for in vain: they may be anywhere. */
export function lostFindings(lines: readonly ExistingLine[], units: UnitSystem): Finding[] {
  return lines.flatMap((line, index): Finding[] => {
    const lost = lostRecord(line);
    if (!lost) return [];
    const [from, to] = line.where.kind === 'crossing' ? [line.where.station, line.where.station] : [line.where.from, line.where.to];
    return [
      {
        id: `clear.lost.${index}`,
        severity: 'stop',
        chapter: 'clear',
        from,
        to,
        what: `${line.name} not found down to ${formatLength(lost.depth, units)}`,
        why: 'It may be elsewhere; it is not proven absent. Stop, ask the locator again, and enter what comes of it.',
        basis: `Recorded by ${lost.by}`,
        fixes: [],
      },
    ];
  });
}

/** How the new line passes an existing one, at its worst expected level: the clear distance between them, negative when they meet. */
export interface Pass {
  side: 'over' | 'under';
  gap: number;
}

/** Which side of an existing line the new one passes, and how far from it at the worst of its expected covers; metres. */
export function passOf(line: ExistingLine, own: NewLine): Pass {
  const over = own.underside - (own.ground - line.coverMin);
  const under = own.ground - line.coverMax - line.size - own.crown;
  return over >= under ? { side: 'over', gap: over } : { side: 'under', gap: under };
}
