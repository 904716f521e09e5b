import type { Service } from '../catalogue';
import { between, EPSILON, hull, largest, rangesWhere, smallest } from '../geometry';
import type { Finding, Fix, Reach, Run } from '../job';
import { isOpen, reachSpan, type ProfileColumns } from '../line';
import type { Rules } from '../rules';
import { formatLength, type UnitSystem } from '../units';
import { widthBasis, widthFloor } from './width';

/** Up to the next whole centimetre: what a crew can set out. */
const centimetre = (value: number) => Math.ceil((value - EPSILON) * 100) / 100;

/** Too narrow to work in, reach by reach, with the width that would do. */
export function widthFindings(run: Run, service: Service, rules: Rules, profile: ProfileColumns, units: UnitSystem): Finding[] {
  return run.reaches.flatMap((reach, index): Finding[] => {
    if (!isOpen(reach)) return [];
    const floorAt = (i: number) => widthFloor(rules, service, reach, between(profile.depth, i));
    const span = reachSpan(profile, index);
    const where = hull(rangesWhere(profile.station, (i) => floorAt(i) > reach.bottomWidth + EPSILON, span));
    if (!where) return [];
    // The least width never falls with depth.
    const widest = widthFloor(rules, service, reach, largest(profile.depth, span));
    const width = centimetre(widest);
    return [
      {
        id: `makeup.width.${index}`,
        severity: 'stop',
        chapter: 'makeup',
        ...where,
        what: `${formatLength(reach.bottomWidth, units)} is too narrow; ${formatLength(widest, units)} is the least here`,
        why: reach.entry
          ? 'Nobody can bed, joint and compact beside the line in less.'
          : 'The line does not fit with room to fill beside it.',
        basis: widthBasis(rules, reach),
        fixes: [{ label: `Widen to ${formatLength(width, units)}`, patches: [{ path: ['reaches', index, 'bottomWidth'], value: width }] }],
      },
    ];
  });
}

/** Cover a line needs in a reach: for its kind under this surface, and below the frost; metres. */
export const leastCover = (run: Pick<Run, 'surface'>, service: Service, reach: Pick<Reach, 'frost'>): number =>
  Math.max(service.minCover[run.surface], reach.frost);

/** Less cover than the line needs in a reach, against the ground there is or as it will be left, or standing out of it. */
export function coverFindings(run: Run, service: Service, profile: ProfileColumns, units: UnitSystem): Finding[] {
  return run.reaches.flatMap((reach, index): Finding[] => {
    const least = leastCover(run, service, reach);
    const span = reachSpan(profile, index);
    const where = hull(rangesWhere(profile.station, (i) => between(profile.cover, i) < least - EPSILON, span));
    if (!where) return [];
    const cover = smallest(profile.cover, span);
    return [
      {
        id: `makeup.cover.${index}`,
        severity: cover < 0 ? 'stop' : 'caution',
        chapter: 'makeup',
        ...where,
        what:
          cover < 0
            ? 'The line stands out of the ground'
            : `Cover is ${formatLength(cover, units)}; this line wants ${formatLength(least, units)}`,
        why: 'Spades, frost and wheels reach a shallow line.',
        basis: `${reach.frost > service.minCover[run.surface] ? 'Frost depth set for this reach' : service.coverBasis}; check your local code`,
        fixes: coverFixes(run, reach, index, least, cover, units),
      },
    ];
  });
}

/** The reach on its least cover, or the whole falling line lowered; nothing where a level must be kept. */
function coverFixes(run: Run, reach: Reach, index: number, least: number, cover: number, units: UnitSystem): Fix[] {
  if (reach.levels.kind === 'cover') {
    // A bore is straight: where the ground dips between its ends it has to lie deeper at both.
    const value = reach.levels.cover + least - cover;
    return [{ label: `Cover ${formatLength(value, units)}`, patches: [{ path: ['reaches', index, 'levels', 'cover'], value }] }];
  }
  if (run.fixed.some(({ keep }) => keep)) return [];
  const fixed = run.fixed.map((level) => ({ ...level, invert: level.invert - (least - cover) }));
  return [{ label: `Lower the line by ${formatLength(least - cover, units)}`, patches: [{ path: ['fixed'], value: fixed }] }];
}
