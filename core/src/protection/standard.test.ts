import fc from 'fast-check';
import { kits, type Kit, type SoilClass } from '../catalogue';
import { anyDig, times } from '../generators.testing';
import type { Job, Wall } from '../job';
import type { Plan } from '../plan/plan';
import type { RuleSetId } from '../rules';
import { depthIn, type Place } from '../trench';

/*
 * The public rules read a second time, from the standard's own tables and figures and without anything of the program that plans by them:
 * 29 CFR 1926.652 and its Subpart P, appendix B (table B-1, figures B-1.1 to B-1.4), and the depths the other schools ask protection from.
 */
const FT = 0.3048;
/** Table B-1, horizontal per vertical, for excavations to 20 ft. */
const SLOPE: Record<SoilClass, number> = { rock: 0, A: 0.75, B: 1, C: 1.5 };
const DEEPEST = 20 * FT;
/** Depth from which somebody in it must be protected, and over which an engineer designs it. */
const SCHOOL: Record<RuleSetId, { protect: number; engineer: number; short: boolean }> = {
  US: { protect: 5 * FT, engineer: 20 * FT, short: true },
  UK: { protect: 1.2, engineer: 6, short: false },
  AUNZ: { protect: 1.5, engineer: Infinity, short: false },
};
/** What is typed to the centimetre is meant to the centimetre, metres; far more than sums of doubles are out by. */
const CENTIMETRE = 0.006;
const TINY = 1e-5;

interface Ground {
  soil: SoilClass;
  granular: boolean;
  /** Hours the cut stands open where it counts on that, within what the school has. */
  short: boolean;
}

/** Heights of the faces of a benched side from the bottom up, and how far it goes out in all: stepped up one by one. */
function stairs({ riser, tread, count }: Extract<Wall, { kind: 'bench' }>, depth: number): { risers: number[]; out: number } {
  const risers: number[] = [];
  let [left, out] = [depth, 0];
  for (let step = 0; step < count && left >= riser; step++) {
    risers.push(riser);
    left -= riser;
    out += tread;
  }
  if (left > TINY) risers.push(left);
  return { risers, out };
}

/** May a face with nothing in front of it stand, by the table and the figures? */
function stands(wall: Wall, { soil, granular, short }: Ground, depth: number): boolean {
  if (depth > DEEPEST + TINY) return false;
  if (soil === 'rock') return true;
  const slope = SLOPE[soil];
  switch (wall.kind) {
    case 'vertical':
      return depth <= TINY;
    case 'batter': {
      const lower = Math.min(wall.foot ?? 0, depth);
      if (lower <= TINY)
        return wall.ratio >= slope - TINY || (short && soil === 'A' && depth <= 12 * FT + TINY && wall.ratio >= 0.5 - TINY);
      // Figure B-1.1: a vertically sided lower portion of 3½ ft in type A, under ¾:1 to 8 ft, under 1:1 to 12 ft.
      if (soil !== 'A' || lower > 3.5 * FT + CENTIMETRE || depth > 12 * FT + TINY) return false;
      return wall.ratio >= (depth <= 8 * FT + TINY ? 0.75 : 1) - TINY;
    }
    case 'bench': {
      // Figures B-1.1 and B-1.2: type A, and cohesive type B; type C has none.
      if (soil === 'C' || (soil === 'B' && granular)) return false;
      const { risers, out } = stairs(wall, depth);
      const [first = 0, ...later] = risers;
      return (
        first <= 4 * FT + CENTIMETRE &&
        later.every((riser) => riser <= (soil === 'A' ? 5 : 4) * FT + CENTIMETRE) &&
        out >= slope * depth - TINY
      );
    }
  }
}

/** Height of the lowest face that has to be held so that all above it stands; everything where nothing does. */
function toHold(wall: Wall, ground: Ground, depth: number): number {
  if (stands(wall, { ...ground, short: false }, Math.min(depth, DEEPEST))) return depth > DEEPEST + TINY ? depth : 0;
  if (wall.kind === 'batter') return wall.ratio >= SLOPE[ground.soil] - TINY ? Math.min(depth, wall.foot ?? 0) : depth;
  if (wall.kind === 'vertical') return depth;
  for (let held = 1; held <= wall.count && held * wall.riser < depth; held++) {
    const above = depth - held * wall.riser;
    const rest = stairs({ ...wall, count: wall.count - held }, above);
    // What is over the held face begins with its tread.
    const [first = 0] = rest.risers;
    const fits = stands({ ...wall, count: wall.count - held }, ground, above) || rest.out + wall.tread >= SLOPE[ground.soil] * above - TINY;
    if (fits && ground.soil !== 'C' && !(ground.soil === 'B' && ground.granular) && first <= 5 * FT + CENTIMETRE) return held * wall.riser;
  }
  return depth;
}

/** Is somebody in a hole this deep protected as the standard asks? */
function isProtected(place: Place, table: Kit | undefined, school: RuleSetId, depth: number): boolean {
  const { protect, engineer, short } = SCHOOL[school];
  const { sides, ends, soil, granular } = place;
  if (depth > engineer + TINY) return false;
  if (!sides.entry || depth < protect - TINY) return true;
  const hours = sides.shortTerm;
  const ground: Ground = { soil, granular, short: short && hours !== null && hours <= 24 };
  const faces = [sides.left, sides.right, ...(ends ? [ends] : [])];
  if (sides.protection === 'none') return faces.every((wall) => stands(wall, ground, depth));
  const plain = { ...ground, short: false };
  const alone = faces.every((wall) => stands(wall, plain, depth));
  if (alone) return !table || depth <= table.depth + TINY;
  if (!table || depth > table.depth + TINY) return false;
  const held = sides.protection === 'shores' ? faces.slice(0, 2) : faces;
  const face = Math.max(...held.map((wall) => toHold(wall, plain, depth)));
  if (face < depth - TINY && depth > DEEPEST + TINY) return false;
  switch (table.kind) {
    case 'shield':
      return table.height + table.extensions * table.extension >= (face < depth - TINY ? face + 1.5 * FT : depth) - CENTIMETRE;
    case 'shores': {
      const upright = (wall: Wall) => (wall.kind === 'vertical' ? depth : wall.kind === 'bench' ? wall.riser : (wall.foot ?? 0));
      // Appendix D has tables for types A and B to 20 ft; C takes sheeting and more than that, from a table of the maker's own.
      if (table.spacings.length === 0 ? soil === 'C' || depth > DEEPEST + TINY : !table.spacings.some((row) => depth <= row.depth + TINY))
        return false;
      return held.every((wall) => upright(wall) >= face - TINY) && (!ends || stands(ends, plain, depth));
    }
    case 'sheets':
      return true;
  }
}

/** Does a stop of the plan speak of this hole there? */
const stopped = ({ findings }: Plan, place: Place, station: number): boolean =>
  findings.some(
    ({ code, severity, subject, where }) =>
      severity === 'stop' &&
      code.startsWith('protection.') &&
      subject?.id === place.id &&
      where.some(({ from, to }) => station >= from - TINY && station <= to + TINY),
  );

const tableOf = (job: Job, { sides }: Place): Kit | undefined =>
  [...kits, ...job.kit].find(({ id, kind }) => id === sides.kit && kind === sides.protection);

test('nobody is let into a hole the standard does not allow: no place of any run is unsafe without a stop that covers it', () => {
  let unsafe = 0;
  fc.assert(
    fc.property(anyDig, fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 20, maxLength: 20 }), ({ job, plan }, shares) => {
      for (const place of plan.places) {
        const table = tableOf(job, place);
        for (const share of [0, 1, ...shares]) {
          const station = place.from + (place.to - place.from) * share;
          const depth = depthIn(place, station);
          if (isProtected(place, table, job.ruleSet, depth)) continue;
          unsafe++;
          if (!stopped(plan, place, station))
            throw new Error(
              `${job.ruleSet}: ${place.kind} ${place.id} at ${station}, ${depth} m deep in ${place.soil}, is unsafe and no stop says so`,
            );
        }
      }
    }),
    { numRuns: times(350) },
  );
  // A campaign that never meets an unsafe place proves nothing.
  expect(unsafe).toBeGreaterThan(times(350));
});
