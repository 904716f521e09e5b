import { protections } from '../catalogue';
import { wallOffset, type Range } from '../geometry';
import { fingerprint, type Run } from '../job';
import { isPit, type Place } from '../trench';
import type { Rules } from '../rules';
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

/** One question of an inspection. */
export interface InspectionItem {
  id: string;
  ask: string;
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

/** What a competent person looks at before a shift, from what stands in the holes there. */
export function inspectionItems(run: Run, rules: Rules, plan: HoldingPlan, range: Range, units: UnitSystem): InspectionItem[] {
  const length = (metres: number | null) => formatLength(metres ?? 0, units);
  const here = entered(plan, range);
  const deepest = here.reduce((most, { deepest: { depth } }) => Math.max(most, depth), 0);
  const trenches = plan.ladders.filter(
    ({ place, station }) => station >= range.from && station <= range.to && here.some((one) => one.id === place && !isPit(one)),
  );
  return [
    { id: 'clear', ask: 'Clear to dig still stands, marks and exposed lines are where they were' },
    { id: 'soil', ask: 'The ground is what was tested: no new cracks, bulges, falls or soft spots' },
    ...here.flatMap((place) => placeItems(place, plan, rules, units)),
    {
      id: 'spoil',
      ask: `Spoil, kit and machines ${length(Math.max(run.spoil.setback, rules.spoilSetback.value ?? 0))} or more from the lip`,
    },
    { id: 'water', ask: 'No water stands or runs in; the pump works' },
    ...(trenches.length > 0
      ? [
          {
            id: 'ladders',
            ask: `Ladders stand at ${trenches.map(({ station }) => formatStation(station, units)).join(', ')}, tied, ${length(rules.ladderAbove.value)} above the lip`,
          },
        ]
      : []),
    ...(deepest >= (rules.edgeGuard.value ?? Infinity)
      ? [{ id: 'edge', ask: 'Edges and open ends are guarded, crossings have rails' }]
      : []),
    ...(airTestNeeded(run.conditions.badAir, deepest, rules) ? [{ id: 'air', ask: 'The air was tested today and is good' }] : []),
    { id: 'people', ask: 'Hard hats on, somebody stays at the top, the way to call help is known' },
  ];
}

/** Everything asked of one place: the same for a reach and for a pit, which has ends and a ladder of its own. */
function placeItems(place: Place, plan: HoldingPlan, rules: Rules, units: UnitSystem): InspectionItem[] {
  const { sides, ends } = place;
  const { depth } = place.deepest;
  const length = (metres: number) => formatLength(metres, units);
  const where = nameOf(place, plan, units);
  const id = (what: string) => `${what}.${place.id}`;
  const walls = ([['left', sides.left], ['right', sides.right], ...(ends ? [['ends', ends] as const] : [])] as const).flatMap(
    ([side, wall]): InspectionItem[] => {
      if (wall.kind === 'vertical') return [];
      const slope = wall.kind === 'batter' ? formatBatterRatio(wall.ratio) : `${wall.count} benches of ${length(wall.riser)}`;
      const name = side === 'ends' ? `The ends${where} are` : `The ${side} side${where} is`;
      return [{ id: id(side), ask: `${name} ${slope}, ${length(wallOffset(wall, depth))} out at the lip, loose lumps off` }];
    },
  );
  const pit: InspectionItem[] = isPit(place)
    ? [
        {
          id: id('pit'),
          ask: `${place.name} at ${formatStation((place.from + place.to) / 2, units)} is no deeper than ${length(depth)}, no longer than ${length(place.to - place.from)}, no wider than ${length(place.width)}`,
        },
        ...(plan.ladders.some((one) => one.place === place.id)
          ? [{ id: id('ladder'), ask: `${place.name} has its own ladder, tied, ${length(rules.ladderAbove.value ?? 0)} above the lip` }]
          : []),
      ]
    : [];
  if (sides.protection === 'none') {
    const face = { id: id('face'), ask: `Vertical sides${where}: no sign of movement, no deeper than ${length(depth)}` };
    return [...pit, ...(walls.length > 0 ? walls : [face])];
  }
  return [...pit, ...supportItems(place, plan, rules, where, length), ...walls];
}

function supportItems(place: Place, plan: HoldingPlan, rules: Rules, where: string, length: (metres: number) => string): InspectionItem[] {
  const { protection } = place.sides;
  const support = plan.supports.find((one) => one.place === place.id);
  const schedule = support?.schedule;
  const id = (what: string) => `${what}.${place.id}`;
  const items: InspectionItem[] = [
    { id: id(protection), ask: `${protections[protection].name}${where} as planned, no part bent, missing or struck` },
  ];
  switch (schedule?.kind) {
    case 'shield':
      return [
        ...items,
        {
          id: id('stand'),
          ask: `It stands ${length(support?.height ?? 0)} high on the floor, ${length(rules.supportUpstand.value ?? 0)} above the lip or the toe; at most ${length(rules.belowShield.value ?? 0)} dug below it`,
        },
        { id: id('voids'), ask: 'Voids behind the plates are filled; struts pinned' },
        {
          id: id('ends'),
          ask:
            schedule.ends === 'open'
              ? `${schedule.boxes} boxes in a row; people in the middle ones only`
              : 'Both ends closed, or laid back at 45°',
        },
      ];
    case 'shores':
      return [
        ...items,
        {
          id: id('sets'),
          ask: `${schedule.sets.length} sets, no further than ${length(schedule.spacing)} apart, ${schedule.cylinders.length} cylinders to a rail`,
        },
        { id: id('pressure'), ask: 'Every set holds its pressure, read today' },
      ];
    case 'sheets':
      return [
        ...items,
        { id: id('frames'), ask: `${schedule.frames.length} frames in each bay, chains tight, top frame loaded` },
        { id: id('toe'), ask: 'Sheets plumb and toed in, no gap between them' },
      ];
    case undefined:
      return items;
  }
}

/**
 * Mark of all that an inspection of a stretch rests on, place by place, with rules and tables: change any of it and the inspection does not hold any more.
 * The same on every device, through files and databases.
 */
export function inspectionPrint(run: Run, rules: Rules, plan: HoldingPlan, range: Range): string {
  const places = plan.places
    .filter((place) => touches(place, range))
    .map(({ id, sides, ends, soil, granular, width, panel, from, to, station, depth }) => {
      const support = plan.supports.find((one) => one.place === id);
      const floor = station.flatMap((at, i) =>
        at >= range.from - 1e-9 && at <= range.to + 1e-9 ? [[Math.round(at * 1000), Math.round((depth[i] as number) * 1000)]] : [],
      );
      const { entry, left, right, protection, shortTerm } = sides;
      return [
        id,
        from,
        to,
        { entry, left, right, ends, protection, shortTerm },
        soil,
        granular,
        width,
        panel,
        floor,
        support?.kit,
        support?.schedule,
      ];
    });
  return fingerprint([places, rules, run.conditions, run.spoil, run.water, range]);
}
