import { between, EPSILON, hull, largest, rangesWhere, smallest, wallOffset } from '../geometry';
import { linesIn, type FieldError, type Finding, type Fix, type Job, type PlacedLine, type Reach, type Run } from '../job';
import { isOpen, reachEnd, reachSpan, type ProfileColumns } from '../alignment';
import type { Rules } from '../rules';
import { formatLength, type UnitSystem } from '../units';
import { tidy, widthFor } from './arrange';
import { leastCover } from './cover';
import { apartInRun, arrangedPatches, laidTogether, widthCeiling } from './joint';
import { widthBasis, widthFloor } from './width';

/** Up to the next whole centimetre: what a crew can set out. */
const centimetre = (value: number) => Math.ceil((value - EPSILON) * 100) / 100;

/** Reaches narrower than a line in them: nothing can be dug to that. */
export const tooNarrowForLines = (run: Run, lines: readonly PlacedLine[]): FieldError[] =>
  run.reaches.flatMap((reach, index) => {
    const od = largest(linesIn(lines, reach.from, reachEnd(run, index)).map(({ product }) => product.od));
    return isOpen(reach) && reach.bottomWidth < od
      ? [
          {
            field: `reaches[${index}].bottomWidth`,
            message: `${run.reaches.length > 1 ? `Reach ${index + 1}: the` : 'The'} bottom is ${reach.bottomWidth} m wide and the line is ${od} m; it does not go in.`,
          },
        ]
      : [];
  });

/** Too narrow to work in, or wider than what is coming or the corridor allows, reach by reach, with the width that would do. */
export function widthFindings(run: Run, lines: readonly PlacedLine[], rules: Rules, profile: ProfileColumns, units: UnitSystem): Finding[] {
  return run.reaches.flatMap((reach, index): Finding[] => {
    if (!isOpen(reach)) return [];
    const inReach = linesIn(lines, reach.from, reachEnd(run, index));
    const floorAt = (i: number) => widthFloor(rules, inReach, reach, between(profile.depth, i));
    const span = reachSpan(profile, index);
    // The least width never falls with depth.
    const widest = widthFloor(rules, inReach, reach, largest(profile.depth, span));
    const set = (width: number): Fix => ({
      label: `${width > reach.bottomWidth ? 'Widen' : 'Narrow'} to ${formatLength(width, units)}`,
      patches: [{ path: ['reaches', index, 'bottomWidth'], value: width }],
    });
    const { supportWidths } = reach;
    const deepest = largest(profile.depth, span);
    const ceiling = widthCeiling(run, reach, wallOffset(reach.left, deepest) + wallOffset(reach.right, deepest));
    if (widest > ceiling.width + EPSILON)
      return [
        {
          id: `makeup.conflict.${index}`,
          severity: 'stop',
          chapter: 'makeup',
          from: reach.from,
          to: reachEnd(run, index),
          what: `It must be ${formatLength(widest, units)} wide at least, and ${
            ceiling.by === 'supports'
              ? `the supports open to ${formatLength(ceiling.width, units)} at most`
              : `the corridor leaves ${formatLength(Math.max(0, ceiling.width), units)}`
          }`,
          why:
            ceiling.by === 'supports'
              ? 'A width outside the range of the supports is not something to pack out: order others, or lay the lines closer.'
              : 'Steeper walls, supports, fewer lines or more room: one of them has to give.',
          basis: `${widthBasis(rules, reach)}; ${ceiling.basis}`,
          fixes:
            ceiling.by === 'supports'
              ? [
                  {
                    label: 'Order wider supports: forget this range',
                    patches: [{ path: ['reaches', index, 'supportWidths'], value: null }],
                  },
                ]
              : [],
        },
      ];
    const where = hull(rangesWhere(profile.station, (i) => floorAt(i) > reach.bottomWidth + EPSILON, span));
    const width = centimetre(widest);
    if (where)
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
          fixes: [set(width)],
        },
      ];
    if (!supportWidths || (reach.bottomWidth >= supportWidths.least - EPSILON && reach.bottomWidth <= supportWidths.most + EPSILON))
      return [];
    const wide = reach.bottomWidth > supportWidths.most;
    return [
      {
        id: `makeup.supports.${index}`,
        severity: 'stop',
        chapter: 'makeup',
        from: reach.from,
        to: reachEnd(run, index),
        what: `${formatLength(reach.bottomWidth, units)} is ${wide ? 'wider' : 'narrower'} than the supports allow: ${formatLength(supportWidths.least, units)} to ${formatLength(supportWidths.most, units)}`,
        why: 'Too wide and they do not reach the wall; too narrow and they do not go in.',
        basis: supportWidths.source || 'As typed for this reach; the hire firm’s table rules',
        fixes: [set(wide ? Math.max(width, Math.floor(supportWidths.most * 100) / 100) : centimetre(supportWidths.least))],
      },
    ];
  });
}

/** Lines of one trench closer to each other than their owners allow, pair by pair, with the nearest way to mend all of them. */
export function apartFindings(job: Job, run: Run, lines: readonly PlacedLine[], rules: Rules): Finding[] {
  const findings: Finding[] = [];
  run.reaches.forEach((reach, index) => {
    const inReach = linesIn(lines, reach.from, reachEnd(run, index));
    if (inReach.length < 2 || !isOpen(reach)) return;
    const { problem, places, close } = laidTogether(job, run, rules, index, inReach);
    close.forEach(({ i, j, missing }) => {
      const [a, b] = [inReach[i] as PlacedLine, inReach[j] as PlacedLine];
      const id = `makeup.apart.${a.index}.${b.index}`;
      if (findings.some((finding) => finding.id === id)) return;
      const rule = apartInRun(job, run, a, b);
      const moved = tidy(problem, places);
      const upper = rule.upper === 0 ? a.name : rule.upper === 1 ? b.name : undefined;
      findings.push({
        id,
        severity: 'stop',
        chapter: 'makeup',
        from: Math.max(reach.from, a.from, b.from),
        to: Math.min(reachEnd(run, index), a.to, b.to),
        what: `${a.name} and ${b.name} are ${formatLength(missing, job.units)} too close`,
        why: `Keep ${formatLength(rule.across, job.units)} beside each other${rule.upper === null ? ', never one over the other' : `, or ${formatLength(rule.over, job.units)} one over the other${upper ? `, ${upper} above` : ''}`}.`,
        basis: `${rule.basis}; check with the owners`,
        fixes: moved
          ? [
              {
                label: 'Tidy: move them apart',
                patches: arrangedPatches(run, rules, index, inReach, {
                  places: moved,
                  width: Math.max(reach.bottomWidth, widthFor(problem, moved, 0)),
                }),
              },
            ]
          : [],
      });
    });
  });
  return findings;
}

/** Less cover than a line needs, reach by reach, against the ground there is or as it will be left, or standing out of it. */
export function coverFindings(run: Run, lines: readonly PlacedLine[], profile: ProfileColumns, units: UnitSystem): Finding[] {
  const lead = lines[0] as PlacedLine;
  return run.reaches.flatMap((reach, index) =>
    linesIn(lines, reach.from, reachEnd(run, index)).flatMap((line): Finding[] => {
      const { product } = line;
      const least = leastCover(run, product, reach);
      const span = reachSpan(profile, index);
      // Every line lies at its own height above the leading one.
      const higher = line.up + product.od - lead.product.od;
      const where = hull(rangesWhere(profile.station, (i) => between(profile.cover, i) - higher < least - EPSILON, span));
      const cover = smallest(profile.cover, span) - higher;
      if (!where || where.from >= line.to || where.to <= line.from) return [];
      const name = line.index === 0 ? '' : `${line.name}: `;
      return [
        {
          id: `makeup.cover.${index}${line.index === 0 ? '' : `.${line.index}`}`,
          severity: cover < 0 ? 'stop' : 'caution',
          chapter: 'makeup',
          from: Math.max(where.from, line.from),
          to: Math.min(where.to, line.to),
          what:
            cover < 0
              ? `${name}${name ? 'it' : 'The line'} stands out of the ground`
              : `${name}${name ? 'cover' : 'Cover'} is ${formatLength(cover, units)}; this line wants ${formatLength(least, units)}`,
          why: 'Spades, frost and wheels reach a shallow line.',
          basis: `${reach.frost > product.minCover[run.surface] ? 'Frost depth set for this reach' : product.coverBasis}; check your local code`,
          fixes: coverFixes(run, reach, index, least, cover, units),
        },
      ];
    }),
  );
}

/** The reach on its least cover, or the whole falling line lowered; nothing where a level must be kept. */
function coverFixes(run: Run, reach: Reach, index: number, least: number, cover: number, units: UnitSystem): Fix[] {
  if (reach.levels.kind === 'cover') {
    // A bore is straight: where the ground dips between its ends it has to lie deeper at both.
    const value = reach.levels.cover + least - cover;
    return [{ label: `Cover ${formatLength(value, units)}`, patches: [{ path: ['reaches', index, 'levels', 'cover'], value }] }];
  }
  if (run.inverts.some(({ keep }) => keep)) return [];
  const fixed = run.inverts.map((level) => ({ ...level, invert: level.invert - (least - cover) }));
  return [{ label: `Lower the line by ${formatLength(least - cover, units)}`, patches: [{ path: ['inverts'], value: fixed }] }];
}
