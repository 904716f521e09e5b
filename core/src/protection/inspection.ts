import { protections } from '../catalogue';
import { wallOffset, type Range } from '../geometry';
import type { Run } from '../job';
import type { Rules } from '../rules';
import { isPit } from '../trench/places';
import type { Place } from '../trench';
import { formatBatterRatio, formatLength, formatStation, type UnitSystem } from '../units';
import { airTestNeeded } from './air';
import type { PlaceSupport } from './schedule';
import type { Ladder } from './thresholds';

/** A shift is this long at most, hours: an inspection does not outlast it. */
export const LONGEST_SHIFT = 14;

/** What of a plan inspections and the gate look at. */
export interface HoldingPlan {
  places: readonly Place[];
  supports: readonly PlaceSupport[];
  ladders: readonly Ladder[];
}

/** One question of an inspection, and the stretch it is about, no more than is inspected. */
export interface InspectionItem extends Range {
  id: string;
  ask: string;
}

/** Sets of shores as they stand, named, with their stations: what a stretch leans on is asked by name. */
export interface StandingSet extends Range {
  name: string;
}

/** Does a stretch touch another? */
export const touches = (a: Range, b: Range): boolean => a.from <= b.to && a.to >= b.from;

/** The places of a stretch that somebody enters. */
export const entered = ({ places }: Pick<HoldingPlan, 'places'>, range: Range): Place[] =>
  places.filter((place) => touches(place, range) && place.sides.entry);

/** How a place is named in a question: pits by name, a reach by where it begins where there is more than one. */
function nameOf(place: Place, plan: HoldingPlan, units: UnitSystem): string {
  if (isPit(place)) return ` of ${place.name}`;
  const reaches = plan.places.filter((one) => !isPit(one));
  return reaches.length > 1 ? ` from ${formatStation(place.from, units)}` : '';
}

type Ask = (id: string, ask: string, about?: Range) => InspectionItem;

/**
 * What a competent person looks at before a shift, from what is to stand in the holes of a stretch. Where nobody is to go in, nothing is asked.
 * @param stands the sets of shores that stand now: a stretch with none inside leans on those on both sides of it.
 */
export function inspectionItems(
  run: Run,
  rules: Rules,
  plan: HoldingPlan,
  range: Range,
  units: UnitSystem,
  stands: readonly StandingSet[] = [],
): InspectionItem[] {
  const length = (metres: number | null) => formatLength(metres ?? 0, units);
  const here = entered(plan, range);
  if (here.length === 0) return [];
  const deepest = here.reduce((most, { deepest: { depth } }) => Math.max(most, depth), 0);
  const ask: Ask = (id, words, { from, to } = range) => ({
    id,
    ask: words,
    from: Math.max(range.from, Math.min(range.to, from)),
    to: Math.min(range.to, Math.max(range.from, to)),
  });
  return [
    ask('clear', 'Clear to dig still stands, marks and exposed lines are where they were'),
    ask('soil', 'The ground is what was tested: no new cracks, bulges, falls or soft spots'),
    ...here.flatMap((place) => placeItems(place, plan, rules, units, ask, stands)),
    ask('spoil', `Spoil, kit and machines ${length(Math.max(run.spoil.setback, rules.spoilSetback.value ?? 0))} or more from the lip`),
    ask('water', 'No water stands or runs in; the pump works'),
    ask('ladders', `A way out stands where it is entered here, tied, ${length(rules.ladderAbove.value)} above the lip`),
    ...(deepest >= (rules.edgeGuard.value ?? Infinity) ? [ask('edge', 'Edges and open ends are guarded, crossings have rails')] : []),
    ...(airTestNeeded(run.conditions.badAir, deepest, rules) ? [ask('air', 'The air was tested today and is good')] : []),
    ask('people', 'Hard hats on, somebody stays at the top, the way to call help is known'),
  ];
}

/** Everything asked of one place: the same for a reach and for a pit, which has ends and a ladder of its own. */
function placeItems(
  place: Place,
  plan: HoldingPlan,
  rules: Rules,
  units: UnitSystem,
  ask: Ask,
  stands: readonly StandingSet[],
): InspectionItem[] {
  const { sides, ends } = place;
  const { depth } = place.deepest;
  const length = (metres: number) => formatLength(metres, units);
  const where = nameOf(place, plan, units);
  const of = (what: string, words: string) => ask(`${what}.${place.id}`, words, place);
  const walls = ([['left', sides.left], ['right', sides.right], ...(ends ? [['ends', ends] as const] : [])] as const).flatMap(
    ([side, wall]): InspectionItem[] => {
      if (wall.kind === 'vertical') return [];
      const slope = wall.kind === 'batter' ? formatBatterRatio(wall.ratio) : `${wall.count} benches of ${length(wall.riser)}`;
      const name = side === 'ends' ? `The ends${where} are` : `The ${side} side${where} is`;
      return [of(side, `${name} ${slope}, ${length(wallOffset(wall, depth))} out at the lip, loose lumps off`)];
    },
  );
  const pit: InspectionItem[] = isPit(place)
    ? [
        of(
          'pit',
          `${place.name} at ${formatStation((place.from + place.to) / 2, units)} is no deeper than ${length(depth)}, no longer than ${length(place.to - place.from)}, no wider than ${length(place.width)}`,
        ),
        ...(plan.ladders.some((one) => one.place === place.id)
          ? [of('ladder', `${place.name} has its own ladder, tied, ${length(rules.ladderAbove.value ?? 0)} above the lip`)]
          : []),
      ]
    : [];
  if (sides.protection === 'none') {
    const face = of('face', `Vertical sides${where}: no sign of movement, no deeper than ${length(depth)}`);
    return [...pit, ...(walls.length > 0 ? walls : [face])];
  }
  return [...pit, ...supportItems(place, plan, rules, units, of, where, stands), ...walls];
}

function supportItems(
  place: Place,
  plan: HoldingPlan,
  rules: Rules,
  units: UnitSystem,
  of: (what: string, ask: string) => InspectionItem,
  where: string,
  stands: readonly StandingSet[],
): InspectionItem[] {
  const { protection } = place.sides;
  const length = (metres: number) => formatLength(metres, units);
  const support = plan.supports.find((one) => one.place === place.id);
  const schedule = support?.schedule;
  const items = [of(protection, `${protections[protection].name}${where} as planned, no part bent, missing or struck`)];
  switch (schedule?.kind) {
    case 'shield':
      return [
        ...items,
        of(
          'stand',
          `It stands ${length(support?.height ?? 0)} high on the floor, ${length(rules.supportUpstand.value ?? 0)} above the lip or the toe; at most ${length(rules.belowShield.value ?? 0)} dug below it`,
        ),
        of('voids', `Voids behind the plates${where} are filled; struts pinned`),
        of('corners', `Corners${where} read at each push, none more than ${length(rules.cornerAhead.value ?? 0)} ahead of the next`),
        of(
          'ends',
          schedule.ends === 'open'
            ? `${rules.shieldRow.value ?? 1} boxes or more in a row, people in the middle ones only`
            : 'Both ends closed, or laid back at 45°',
        ),
      ];
    case 'shores':
      return [
        ...items,
        of(
          'sets',
          `${setsAsked(place, schedule.spacing, units, stands)}${schedule.cylinders.length} ${schedule.cylinders.length === 1 ? 'cylinder' : 'cylinders'} to a rail`,
        ),
        of('pressure', `Every set${where} holds its pressure, read today after the pump can was tried`),
      ];
    case 'sheets':
      return [
        ...items,
        of('frames', `${schedule.frames.length} frames in each bay${where}, every one at its preload, chains counted and tight`),
        of('toe', `Sheets${where} plumb by the level and toed in, no gap between them`),
      ];
    case undefined:
      return items;
  }
}

/** Which sets of shores a stretch leans on: those in it and the nearest on both sides, by name where they stand. */
function setsAsked(place: Place, spacing: number, units: UnitSystem, stands: readonly StandingSet[]): string {
  const here = setsHolding(stands, place).map(({ name, from }) => `${name} at ${formatStation(from, units)}`);
  return `${here.length > 0 ? `${here.join(', ')}: ` : 'Sets '}no further than ${formatLength(spacing, units)} apart, `;
}

/** Sets that hold a stretch: those in it, and the nearest on both sides of it, for the walls between lean on them. */
export function setsHolding<T extends Range>(stands: readonly T[], range: Range): T[] {
  const sets = [...stands].sort((a, b) => a.from - b.from);
  const first = Math.max(
    0,
    sets.findLastIndex(({ from }) => from <= range.from + 1e-9),
  );
  const next = sets.findIndex(({ from }) => from >= range.to - 1e-9);
  return sets.slice(first, next < 0 ? undefined : next + 1);
}
