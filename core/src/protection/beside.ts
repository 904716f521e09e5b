import { EPSILON, largest, wallPoints } from '../geometry';
import { panelOf, type Beside, type Finding, type Reach, type Run } from '../job';
import { isOpen, reachEnd, reachSpan, type ProfileColumns } from '../alignment';
import type { Rules } from '../rules';
import { formatLength, type UnitSystem } from '../units';

/**
 * How far a dig reaches past what it must keep clear of, metres; at most 0 where it does not. Trees and boundaries: the lip. Footings and roads also the
 * line going down from the near edge of their base, `ratio` out per metre down.
 */
export function reachesPast({ kind, side, offset, depth: base }: Beside, reach: Reach, depth: number, ratio: number): number {
  const half = reach.bottomWidth / 2 + panelOf(reach);
  const loaded = kind === 'footing' || kind === 'road';
  return largest(
    wallPoints(reach[side], 0, depth).map(({ offset: out, height }) => {
      const below = loaded ? Math.max(0, depth - height - base) : 0;
      return half + out - (offset - ratio * below);
    }),
  );
}

/** What stands beside the run and the dig comes too near, and sides that reach past the room there is. */
export function besideFindings(run: Run, rules: Rules, profile: ProfileColumns, units: UnitSystem): Finding[] {
  return run.reaches.flatMap((reach, index): Finding[] => {
    if (!isOpen(reach)) return [];
    const depth = largest(profile.depth, reachSpan(profile, index));
    const span = { from: reach.from, to: reachEnd(run, index) };
    const things: Beside[] = [
      ...run.conditions.beside,
      ...(['left', 'right'] as const).map((side): Beside => ({
        name: `The room on the ${side}`,
        kind: 'boundary',
        side,
        ...span,
        offset: side === 'left' ? run.spoil.corridorLeft : run.spoil.corridorRight,
        depth: 0,
      })),
    ];
    return things.flatMap((thing, k): Finding[] => {
      if (thing.from >= span.to || thing.to <= span.from) return [];
      const past = reachesPast(thing, reach, depth, rules.footingLine.value ?? 0);
      if (past <= EPSILON) return [];
      const loaded = thing.kind === 'footing' || thing.kind === 'road';
      const holds = reach.protection === 'shores' || reach.protection === 'sheets';
      return [
        {
          id: `guard.beside.${index}.${k}`,
          severity: loaded && holds ? 'caution' : 'stop',
          chapter: 'guard',
          from: Math.max(thing.from, span.from),
          to: Math.min(thing.to, span.to),
          what: loaded
            ? `${thing.name}: the dig goes ${formatLength(past, units)} into what carries it`
            : `${thing.name}: the dig reaches ${formatLength(past, units)} past it`,
          why: !loaded
            ? 'Steeper sides or supports, or more room.'
            : holds
              ? 'Its weight comes onto the supports: an engineer designs them.'
              : 'A shield protects people and does not hold the ground: it settles and cracks. Supports that press on the wall, designed, or further off.',
          basis: loaded ? rules.footingLine.basis : thing.kind === 'tree' ? 'Edge of its roots, as entered' : 'Room as entered',
          fixes: [],
        },
      ];
    });
  });
}
