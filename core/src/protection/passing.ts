import { evidences } from '../catalogue';
import { knownParts } from '../existing/known';
import type { KnownPart } from '../existing';
import { common, joined, type Range } from '../geometry';
import type { ExistingLine } from '../job';
import type { Rules } from '../rules';
import { depthIn, dugWidth } from '../trench/places';
import type { Place } from '../trench';

/** Room between a line and the rail beside it, metres. Source: half a rail and a hand. */
const RAIL = 0.15;

/** Where what stands against the sides of a place would stand in a line, whatever its level: right and left of the centre line it takes from–to. */
function across(place: Place, { line, across: part, ends }: KnownPart, room: number): Range[] {
  const { where } = line;
  const half = line.size / 2 + evidences[line.evidence].uncertainty + room;
  const [inside, outside] = [place.width / 2, dugWidth(place) / 2];
  if (where.kind === 'parallel') {
    const hit = [1, -1].some((side) => {
      const [a, b] = side > 0 ? [inside, outside] : [-outside, -inside];
      return where.offset + half > a && where.offset - half < b;
    });
    const along = { from: where.from - (ends.from ? half : 0), to: where.to + (ends.to ? half : 0) };
    const shared = hit ? common(along, place) : undefined;
    return shared ? [shared] : [];
  }
  const [sin, cos] = [Math.sin(where.angle), Math.cos(where.angle)];
  return [1, -1].flatMap((side): Range[] => {
    const faces = [side * inside, side * outside];
    // Along the line the run's left comes first; a part of it reaches only so far.
    if (part && faces.every((y) => -y / sin < part.from || -y / sin > part.to)) return [];
    const stations = faces.map((y) => where.station - (y * cos) / sin);
    const hit = common({ from: Math.min(...stations) - half / sin, to: Math.max(...stations) + half / sin }, place);
    return hit && hit.to > hit.from ? [hit] : [];
  });
}

/** Does the level band of a line meet supports that stand from `below` under the floor to `above` over it, anywhere in a stretch? Metres. */
function levelMeets(place: Place, line: ExistingLine, stretch: Range, above: number, below: number): boolean {
  const inside = place.station.filter((at) => at > stretch.from && at < stretch.to);
  // The band is level with the ground, the floor even between its nodes: the deepest and the shallowest of the stretch decide.
  const depths = [stretch.from, ...inside, stretch.to].map((at) => depthIn(place, at));
  const [shallow, deep] = [Math.min(...depths), Math.max(...depths)];
  return line.coverMin < deep + below && line.coverMax + line.size > shallow - above;
}

/** A line that passes through what stands against the sides of a place. */
export interface PassingLine {
  line: ExistingLine;
  where: Range[];
}

/**
 * Existing lines that pass through plates or sheets of a place: their level band and the stations they may lie at against what stands there.
 * @param above height of the supports over the floor, @param below of the toe under it, metres. A line to be joined is meant to be met.
 */
export const passingLines = (place: Place, existing: readonly ExistingLine[], rules: Rules, above: number, below: number): PassingLine[] =>
  existing.flatMap((line): PassingLine[] => {
    if (line.join) return [];
    const where = knownParts(line, rules).flatMap((part) =>
      across(place, part, 0).filter((stretch) => levelMeets(place, part.line, stretch, above, below)),
    );
    return where.length > 0 ? [{ line, where: joined(where.sort((a, b) => a.from - b.from)) }] : [];
  });

/** Stretches of a place in which no set of shores may stand, because a rail would stand in a line; ascending, stations. */
export const blockedFor = (place: Place, existing: readonly ExistingLine[], rules: Rules): Range[] =>
  joined(
    existing
      .filter(({ join }) => !join)
      .flatMap((line) => knownParts(line, rules))
      .flatMap((part) => across(place, part, RAIL).filter((stretch) => levelMeets(place, part.line, stretch, place.deepest.depth, 0)))
      .sort((a, b) => a.from - b.from),
  );
