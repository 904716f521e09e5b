import type { Service } from '../catalogue';
import { between, EPSILON, hull, largest, rangesWhere, smallest } from '../geometry';
import type { Finding, Run } from '../job';
import { reachSpan, type ProfileColumns } from '../line';
import type { Rules } from '../rules';
import { formatLength, type UnitSystem } from '../units';
import { widthBasis, widthFloor } from './width';

/** Up to the next whole centimetre: what a crew can set out. */
const centimetre = (value: number) => Math.ceil((value - EPSILON) * 100) / 100;

/** Too narrow to work in, reach by reach, with the width that would do. */
export function widthFindings(run: Run, service: Service, rules: Rules, profile: ProfileColumns, units: UnitSystem): Finding[] {
  return run.reaches.flatMap((reach, index): Finding[] => {
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

/** Less cover than the line needs under this surface, or standing out of the ground. */
export function coverFindings(run: Run, service: Service, profile: ProfileColumns, units: UnitSystem): Finding[] {
  const least = service.minCover[run.surface];
  const where = hull(rangesWhere(profile.station, (i) => between(profile.cover, i) < least - EPSILON));
  if (!where) return [];
  const cover = smallest(profile.cover);
  const short = least - cover;
  const fix =
    run.profile.kind === 'cover'
      ? { label: `Cover ${formatLength(least, units)}`, patches: [{ path: ['profile', 'cover'], value: least }] }
      : {
          label: `Lower the line by ${formatLength(short, units)}`,
          patches: [
            { path: ['profile', 'start'], value: run.profile.start - short },
            { path: ['profile', 'end'], value: run.profile.end - short },
          ],
        };
  return [
    {
      id: 'makeup.cover',
      severity: cover < 0 ? 'stop' : 'caution',
      chapter: 'makeup',
      ...where,
      what:
        cover < 0
          ? 'The line stands out of the ground'
          : `Cover is ${formatLength(cover, units)}; this line wants ${formatLength(least, units)}`,
      why: 'Spades, frost and wheels reach a shallow line.',
      basis: `${service.coverBasis}; check your local code`,
      fixes: [fix],
    },
  ];
}
