import { protections } from '../catalogue';
import { wallOffset, type Range } from '../geometry';
import type { Finding, Reach, Run } from '../job';
import type { Pit, ProfileColumns } from '../alignment';
import type { Rules } from '../rules';
import { formatBatterRatio, formatLength, formatStation, type UnitSystem } from '../units';
import { airTestNeeded } from './air';
import type { ReachSupport } from './schedule';

/** What a plan says of the walls: the part of it that inspections and the gate look at. */
export interface WallPlan {
  profile: ProfileColumns;
  supports: readonly ReachSupport[];
  pits: readonly (Pit & { depth: number })[];
  /** Stations of the ladders. */
  ladders: readonly number[];
  findings: readonly Finding[];
}

/** One question of an inspection. */
export interface InspectionItem {
  id: string;
  ask: string;
}

/** Does a stretch touch another? */
export const touches = (a: Range, b: Range): boolean => a.from <= b.to && a.to >= b.from;

/** The reaches of a stretch that somebody enters, with their guard. */
export const entered = (run: Run, plan: Pick<WallPlan, 'supports'>, range: Range): ReachSupport[] =>
  plan.supports.filter((guard) => touches(guard, range) && (run.reaches[guard.reach] as Reach).entry);

/** What a competent person looks at before a shift, from what stands in the trench there. */
export function inspectionItems(run: Run, rules: Rules, plan: WallPlan, range: Range, units: UnitSystem): InspectionItem[] {
  const length = (metres: number | null) => formatLength(metres ?? 0, units);
  const here = entered(run, plan, range);
  const deepest = here.reduce((most, { depth }) => Math.max(most, depth), 0);
  const inside = plan.ladders.filter((station) => station >= range.from && station <= range.to);
  const items: InspectionItem[] = [
    { id: 'clear', ask: 'Clear to dig still stands, marks and exposed lines are where they were' },
    { id: 'soil', ask: 'The ground is what was tested: no new cracks, bulges, falls or soft spots' },
    ...here.flatMap((guard) => guardItems(run, rules, guard, units)),
    ...plan.pits.filter((pit) => touches(pit, range)).map((pit) => pitItem(pit, rules, units)),
    {
      id: 'spoil',
      ask: `Spoil, kit and machines ${length(Math.max(run.spoil.setback, rules.spoilSetback.value ?? 0))} or more from the lip`,
    },
    { id: 'water', ask: 'No water stands or runs in; the pump works' },
    ...(inside.length > 0
      ? [
          {
            id: 'ladders',
            ask: `Ladders stand at ${inside.map((station) => formatStation(station, units)).join(', ')}, tied, ${length(rules.ladderAbove.value)} above the lip`,
          },
        ]
      : []),
    ...(deepest >= (rules.edgeGuard.value ?? Infinity)
      ? [{ id: 'edge', ask: 'Edges and open ends are guarded, crossings have rails' }]
      : []),
    ...(airTestNeeded(run.conditions.badAir, deepest, rules) ? [{ id: 'air', ask: 'The air was tested today and is good' }] : []),
    { id: 'people', ask: 'Hard hats on, somebody stays at the top, the way to call help is known' },
  ];
  return items;
}

/** A pit is a hole of its own: deeper and wider than the trench beside it, with four sides and its own way out. */
function pitItem(
  { kind, index, name, station, depth, protection }: WallPlan['pits'][number],
  rules: Rules,
  units: UnitSystem,
): InspectionItem {
  const held = protection === 'none' ? 'its sides stand by themselves' : `${protections[protection].name.toLowerCase()} on all its sides`;
  const out = depth >= (rules.egressDepth.value ?? Infinity) - 1e-6 ? ', its own ladder in' : '';
  return {
    id: `pit.${kind}.${index}`,
    ask: `${name} at ${formatStation(station, units)}, ${formatLength(depth, units)} deep: ${held}, ends too${out}; nobody in it else`,
  };
}

function guardItems(
  run: Run,
  rules: Rules,
  { reach: index, from, depth, height, schedule }: ReachSupport,
  units: UnitSystem,
): InspectionItem[] {
  const reach = run.reaches[index] as Reach;
  const length = (metres: number) => formatLength(metres, units);
  const where = run.reaches.length > 1 ? ` from ${formatStation(from, units)}` : '';
  const id = (what: string) => `${what}.${index}`;
  const walls = (['left', 'right'] as const).flatMap((side): InspectionItem[] => {
    const wall = reach[side];
    if (wall.kind === 'vertical') return [];
    const slope = wall.kind === 'batter' ? formatBatterRatio(wall.ratio) : `${wall.count} benches of ${length(wall.riser)}`;
    return [
      { id: id(side), ask: `The ${side} side${where} is ${slope}, ${length(wallOffset(wall, depth))} out at the lip, loose lumps off` },
    ];
  });
  if (reach.protection === 'none')
    return walls.length > 0
      ? walls
      : [{ id: id('face'), ask: `Vertical sides${where}: no sign of movement, no deeper than ${length(depth)}` }];
  const name = protections[reach.protection].name;
  const items: InspectionItem[] = [{ id: id(reach.protection), ask: `${name}${where} as planned, no part bent, missing or struck` }];
  switch (schedule?.kind) {
    case 'shield':
      items.push(
        {
          id: id('stand'),
          ask: `It stands ${length(height)} high on the floor, ${length(rules.supportUpstand.value ?? 0)} above the lip or the toe; at most ${length(rules.belowShield.value ?? 0)} dug below it`,
        },
        { id: id('voids'), ask: 'Voids behind the plates are filled; struts pinned' },
        {
          id: id('ends'),
          ask:
            schedule.ends === 'open'
              ? `${schedule.boxes} boxes in a row; people in the middle ones only`
              : 'Both ends closed, or laid back at 45°',
        },
      );
      break;
    case 'shores':
      items.push(
        {
          id: id('sets'),
          ask: `${schedule.sets.length} sets, no further than ${length(schedule.spacing)} apart, ${schedule.cylinders.length} cylinders to a rail`,
        },
        { id: id('pressure'), ask: 'Every set holds its pressure, read today' },
      );
      break;
    case 'sheets':
      items.push(
        { id: id('frames'), ask: `${schedule.frames.length} frames in each bay, chains tight, top frame loaded` },
        { id: id('toe'), ask: 'Sheets plumb and toed in, no gap between them' },
      );
      break;
    case undefined:
      break;
  }
  return [...items, ...walls];
}

/** FNV-1a, 32 bits: short and the same everywhere; a fingerprint, not a lock. */
function fnv(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
}

/** JSON with the keys of every object in order: the same value gives the same text, also after a database has sorted its keys. */
const ordered = (value: unknown): string =>
  JSON.stringify(value, (_, item: unknown) =>
    typeof item === 'object' && item !== null && !Array.isArray(item)
      ? Object.fromEntries(Object.entries(item).sort(([a], [b]) => (a < b ? -1 : 1)))
      : item,
  );

/** Fingerprint of all that an inspection of a stretch rests on, pits and rules included: change any of it and the inspection does not hold any more. */
export function inspectionPrint(run: Run, rules: Rules, plan: WallPlan, range: Range): string {
  const { profile } = plan;
  const depths = profile.station.flatMap((station, i) =>
    station >= range.from - 1e-9 && station <= range.to + 1e-9 ? [[station, Math.round((profile.depth[i] as number) * 1000)]] : [],
  );
  const reaches = plan.supports
    .filter((guard) => touches(guard, range))
    .map(({ reach, kit, schedule }) => [run.reaches[reach], kit, schedule]);
  const pits = plan.pits.filter((pit) => touches(pit, range));
  return fnv(ordered([depths, reaches, pits, rules, run.conditions, run.spoil, run.water, range]));
}
