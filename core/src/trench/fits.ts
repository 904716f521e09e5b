import { kits } from '../catalogue';
import { ByDepth, common, EPSILON, joinedPieces, smallest, wallOffset, whereAtMost, joined, type Range } from '../geometry';
import { kitChosen, linesIn, STATION_SLACK, type Fix, type Found, type Job, type PlacedLine, type Reach, type Run } from '../job';
import { isOpen, reachEnd, reachSpan, type ProfileColumns } from '../alignment';
import type { CulvertReport } from '../alignment/culvert';
import type { Rules } from '../rules';
import { tidy, widthFor } from './arrange';
import { coveredStretch, leastCover } from '../alignment/cover';
import { apartInRun, arrangedPatches, laidTogether, widthCeiling } from './joint';
import { surfaceDepth } from './layers';
import { otherSchools } from './schools';
import { isPit, placeSubject, which, wholeOf, widthPath, type Place, type WhichPlace } from './places';
import { leastWidth, widthBasis, widthBreakDepths, widthFloor } from './width';

/** What the checks of width, cover and distances are given. */
export interface TrenchContext {
  job: Job;
  run: Run;
  rules: Rules;
  placed: readonly PlacedLine[];
  profile: ProfileColumns;
  places: readonly Place[];
  /** The run as a culvert, where it is one. */
  culvert: CulvertReport | undefined;
}

/** Up to the next whole centimetre: what a crew can set out. */
const centimetre = (value: number) => Math.ceil((value - EPSILON) * 100) / 100;

/** Least clear width of a hole at a depth, metres: for the lines in a reach, and for who gets in. */
function floorOf({ run, rules, placed }: TrenchContext, place: Place): (depth: number) => number {
  if (isPit(place)) return (depth) => leastWidth(rules, place.sides, depth);
  const reach = run.reaches[place.reach] as Reach;
  const lines = linesIn(placed, place.from, place.to);
  return (depth) => widthFloor(rules, lines, reach, depth);
}

const setWidth = (place: Place, width: number): Fix => ({
  code: width > place.width ? 'widen' : 'narrow',
  facts: { width },
  patches: [{ path: widthPath(place), value: width }],
});

/** Wider than what is coming or the corridor allows: the least that is needed does not go in. */
export function noWidthFits(context: TrenchContext): Found<{ needed: number; room: number; by: 'supports' | 'corridor'; basis: string }>[] {
  const { job, run, rules } = context;
  return context.places.flatMap((place) => {
    if (isPit(place)) return [];
    const reach = run.reaches[place.reach] as Reach;
    const needed = floorOf(context, place)(place.deepest.depth);
    const ceiling = widthCeiling(run, reach, wallOffset(reach.left, place.deepest.depth) + wallOffset(reach.right, place.deepest.depth));
    if (needed <= ceiling.width + EPSILON) return [];
    // Other supports of the kind, that open far enough: never forgetting what is coming.
    const wider =
      ceiling.by === 'supports'
        ? [...job.kit, ...kits].filter(
            (kit) => kit.kind === reach.protection && kit.id !== reach.kit && kit.least <= needed && kit.most >= needed,
          )
        : [];
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { needed, room: Math.max(0, ceiling.width), by: ceiling.by, basis: `${widthBasis(rules, reach)}; ${ceiling.basis}` },
        fixes: wider.map((kit) => ({
          code: 'takeKit',
          facts: { name: kit.name },
          patches: [...kitChosen(place.path, kit), { path: widthPath(place), value: centimetre(needed) }],
        })),
      },
    ];
  });
}

/** Does a width find its needs met whatever the ceiling? Then {@link noWidthFits} has nothing to say of the place. */
const fitsSomehow = (context: TrenchContext, place: Place): boolean => noWidthFits({ ...context, places: [place] }).length === 0;

/** Too narrow to work in: everywhere the depth asks for more. */
export function tooNarrow(context: TrenchContext): Found<{
  place: WhichPlace;
  width: number;
  needed: number;
  entry: boolean;
  lines: boolean;
  basis: string;
}>[] {
  const { rules } = context;
  return context.places.flatMap((place) => {
    const floor = floorOf(context, place);
    // The least width never falls with depth.
    const needed = floor(place.deepest.depth);
    if (needed <= place.width + EPSILON || !fitsSomehow(context, place)) return [];
    const narrow = new ByDepth(widthBreakDepths(rules), (depth) => floor(depth) > place.width + EPSILON);
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: joinedPieces(narrow.along(place.station, place.depth).filter(({ answer }) => answer)),
        facts: {
          place: which(place),
          width: place.width,
          needed,
          entry: place.sides.entry,
          lines: !isPit(place),
          basis: widthBasis(rules, place.sides),
        },
        fixes: [setWidth(place, centimetre(needed))],
      },
    ];
  });
}

/** A width the supports that are coming cannot be set to. */
export function offSupportWidths(
  context: TrenchContext,
): Found<{ place: WhichPlace; width: number; least: number; most: number; source: string }>[] {
  return context.places.flatMap((place) => {
    const range = place.sides.supportWidths;
    if (!range || (place.width >= range.least - EPSILON && place.width <= range.most + EPSILON)) return [];
    const needed = floorOf(context, place)(place.deepest.depth);
    if (needed > place.width + EPSILON || !fitsSomehow(context, place)) return [];
    const width = place.width > range.most ? Math.max(centimetre(needed), Math.floor(range.most * 100) / 100) : centimetre(range.least);
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { place: which(place), width: place.width, least: range.least, most: range.most, source: range.source },
        fixes: [setWidth(place, width)],
      },
    ];
  });
}

/** Lines of one trench closer to each other than their owners allow, pair by pair, with the nearest way to mend all of them. */
export function linesTooClose({ job, run, rules, placed }: TrenchContext): Found<{
  names: [string, string];
  missing: number;
  across: number;
  over: number;
  upper: string | null | undefined;
  basis: string;
}>[] {
  const seen = new Set<string>();
  return run.reaches.flatMap((reach, index) => {
    const inReach = linesIn(placed, reach.from, reachEnd(run, index));
    if (inReach.length < 2 || !isOpen(reach)) return [];
    const { problem, places, close } = laidTogether(job, run, rules, index, inReach);
    if (close.length === 0) return [];
    const moved = tidy(problem, places);
    return close.flatMap(({ i, j, missing }) => {
      const [a, b] = [inReach[i] as PlacedLine, inReach[j] as PlacedLine];
      const both = common(common(a, b), { from: reach.from, to: reachEnd(run, index) });
      if (seen.has(`${a.id} ${b.id}`) || !both || both.to - both.from < STATION_SLACK) return [];
      seen.add(`${a.id} ${b.id}`);
      const { across, over, upper, basis } = apartInRun(job, run, a, b);
      return [
        {
          severity: 'stop' as const,
          subject: { kind: 'laid' as const, id: a.id },
          with: { kind: 'laid' as const, id: b.id },
          where: [both],
          facts: {
            names: [a.name, b.name] as [string, string],
            missing,
            across,
            over,
            upper: upper === null ? null : upper === 0 ? a.name : upper === 1 ? b.name : undefined,
            basis,
          },
          fixes: moved
            ? [
                {
                  code: 'tidy',
                  facts: {},
                  patches: arrangedPatches(run, rules, index, inReach, {
                    places: moved,
                    width: Math.max(reach.bottomWidth, widthFor(problem, moved, 0)),
                  }),
                },
              ]
            : [],
        },
      ];
    });
  });
}

/** Where an even column of a profile falls below a value within a stretch, exactly, and the least of it there. */
function below(
  profile: ProfileColumns,
  reach: number,
  within: Range,
  column: readonly number[],
  value: number,
): { where: Range[]; least: number } {
  const { first, last } = reachSpan(profile, reach);
  const where: Range[] = [];
  let least = Infinity;
  for (let i = first; i < last; i++) {
    const node = { from: profile.station[i] as number, to: profile.station[i + 1] as number };
    const part = node.to > node.from ? common(node, within) : undefined;
    if (!part) continue;
    const at = (station: number) =>
      (column[i] as number) + (((column[i + 1] as number) - (column[i] as number)) * (station - node.from)) / (node.to - node.from);
    const even = [at(part.from), at(part.to)] as const;
    least = Math.min(least, ...even);
    const low = whereAtMost(part, even, value - EPSILON);
    if (low) where.push(low);
  }
  return { where: joined(where), least };
}

/**
 * Less cover than a line needs, reach by reach and where the line goes: against the ground there is and as it will be left. A stop where it stands out
 * of the ground.
 */
export function shallowLines({ job, run, placed, profile }: TrenchContext): Found<{
  name: string | undefined;
  cover: number;
  needed: number;
  basis: string;
  others: string[];
}>[] {
  const lead = placed[0] as PlacedLine;
  return run.reaches.flatMap((reach, index) =>
    linesIn(placed, reach.from, reachEnd(run, index)).flatMap((line) => {
      const { product } = line;
      const { cover: needed, basis } = leastCover(run, line, reach);
      // Every line lies at its own height above the leading one.
      const higher = line.up + product.od - lead.product.od;
      const { where, least } = below(profile, index, coveredStretch(run, line), profile.cover, needed + higher);
      if (where.length === 0) return [];
      const cover = least - higher;
      return [
        {
          severity: cover < 0 ? ('stop' as const) : ('caution' as const),
          subject: { kind: 'reach' as const, id: reach.id },
          with: { kind: 'laid' as const, id: line.id },
          where,
          facts: {
            name: line.leads ? undefined : line.name,
            cover,
            needed,
            basis,
            others: otherSchools(
              job,
              line,
              ({ cover: asked }) => asked !== null && Math.max(asked[run.surface], reach.frost) <= cover + EPSILON,
            ),
          },
          fixes: coverFixes(run, reach, needed - cover),
        },
      ];
    }),
  );
}

/** The reach on its least cover, or the whole falling line lowered; nothing where a level must be kept. @param missing metres. */
function coverFixes(run: Run, reach: Reach, missing: number): Fix[] {
  if (reach.levels.kind === 'cover') {
    // A bore is straight: where the ground dips between its ends it has to lie deeper at both.
    const cover = reach.levels.cover + missing;
    return [{ code: 'cover', facts: { cover }, patches: [{ path: ['reaches', reach.id, 'levels', 'cover'], value: cover }] }];
  }
  if (reach.levels.kind === 'depth') {
    const depth = reach.levels.depth + missing;
    return [{ code: 'dig', facts: { depth }, patches: [{ path: ['reaches', reach.id, 'levels', 'depth'], value: depth }] }];
  }
  if (run.inverts.some(({ keep }) => keep)) return [];
  const inverts = run.inverts.map((level) => ({ ...level, invert: level.invert - missing }));
  return [{ code: 'lower', facts: { by: missing }, patches: [{ path: ['inverts'], value: inverts }] }];
}

/** Surface layers thicker than the trench is deep. */
export const surfaceTooThick = ({ run, places }: TrenchContext): Found<{ thickness: number; depth: number }>[] =>
  places.flatMap((place) => {
    const thickness = isPit(place) ? 0 : surfaceDepth(run.reaches[place.reach] as Reach);
    if (thickness === 0) return [];
    const thick = new ByDepth([thickness], (depth) => depth < thickness - EPSILON);
    const pieces = thick.along(place.station, place.depth).filter(({ answer }) => answer);
    if (pieces.length === 0) return [];
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: joinedPieces(pieces),
        facts: { thickness, depth: smallest(place.depth) },
        fixes: [],
      },
    ];
  });
