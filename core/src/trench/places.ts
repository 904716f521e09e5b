import { structureTypes, type SoilClass, type StructureKind } from '../catalogue';
import { EPSILON, firstFrom, largest, wallOffset, benchHeights, valueAt, type Extent, type Range } from '../geometry';
import { panelOf, type PathStep, type PitBody, type Reach, type Run, type Sides, type Subject, type Wall } from '../job';
import { extent, isOpen, reachEnd, reachIndexAt, reachSpan, type ProfileColumns } from '../alignment';

export type PlaceKind = 'reach' | 'end' | 'launch' | 'receiving' | StructureKind;

/**
 * A hole somebody can get into: a reach dug open, or a pit. One concept, one set of rules: geometry, sides, ground, floor and supports of each are its own.
 * Stations and lengths in metres.
 */
export interface Place extends Range {
  /** Of the reach or structure it belongs to; boring pits say which end. */
  id: string;
  kind: PlaceKind;
  /** Of a pit: what people call it. Reaches go by their stations. */
  name: string;
  /** Index of the run's reach it lies in. */
  reach: number;
  /** Where its sides stand among the run's inputs. */
  path: readonly PathStep[];
  sides: Sides;
  /** Its two faces across the run; a reach has none of its own. */
  ends: Wall | undefined;
  soil: SoilClass;
  /** Does the ground run rather than stick? */
  granular: boolean;
  /** Clear width at the bottom, and what supports take from the dig on each side. */
  width: number;
  panel: number;
  /** Dug this much deeper than the trench. */
  below: number;
  /** What stands in it afterwards, across. */
  diameter: number;
  /** Its floor: depth below the ground at stations, ascending, even between; two at one station where it steps. */
  station: number[];
  depth: number[];
  deepest: { station: number; depth: number };
}

/** Which hole something is said of, for its words. */
export type WhichPlace = Pick<Place, 'kind' | 'name'>;
export const which = ({ kind, name }: Place): WhichPlace => ({ kind, name });

/** What a finding about a hole is about. */
export const placeSubject = ({ id }: Pick<Place, 'id'>): Subject => ({ kind: 'place', id });

/** From where the first of some holes begins to where the last ends. */
export const wholeOfPlaces = (places: readonly Range[]): Range => ({
  from: Math.min(...places.map(({ from }) => from)),
  to: Math.max(...places.map(({ to }) => to)),
});

/** The whole of a hole, as where something holds. */
export const wholeOf = ({ from, to }: Range): Range[] => [{ from, to }];

/** Where the clear width of a hole stands among the run's inputs. */
export const widthPath = (place: Pick<Place, 'kind' | 'path'>): PathStep[] => [...place.path, isPit(place) ? 'width' : 'bottomWidth'];

/** Full dug width at the bottom, metres. */
export const dugWidth = ({ width, panel }: Pick<Place, 'width' | 'panel'>): number => width + 2 * panel;

/** The lip of a hole on a side where it is deepest, metres from the centre line. */
export const lipOf = (place: Place, side: 'left' | 'right'): number =>
  dugWidth(place) / 2 + wallOffset(place.sides[side], place.deepest.depth);

/** Is it a hole dug for itself, not a part of the trench? */
export const isPit = ({ kind }: Pick<Place, 'kind'>): boolean => kind !== 'reach';

const deepestOf = (station: readonly number[], depth: readonly number[]): Place['deepest'] => {
  const most = largest(depth);
  return { depth: most, station: station[depth.indexOf(most)] as number };
};

/** Is the ground of a run one that runs rather than sticks? */
export const runsLoose = ({ spoil: { ground } }: Pick<Run, 'spoil'>): boolean => ground === 'sand' || ground === 'rock';

/** Every hole of a run: the reaches dug open, then the pits in the order they stand. */
export function placesOf(run: Run, profile: ProfileColumns): Place[] {
  const granular = runsLoose(run);
  const reaches = run.reaches.flatMap((reach, index): Place[] => {
    if (!isOpen(reach)) return [];
    const { first, last } = reachSpan(profile, index);
    const [station, depth] = [profile.station.slice(first, last + 1), profile.depth.slice(first, last + 1)];
    return [
      {
        id: reach.id,
        kind: 'reach',
        name: '',
        reach: index,
        path: ['reaches', reach.id],
        sides: reach,
        ends: undefined,
        soil: reach.soil,
        granular,
        width: reach.bottomWidth,
        panel: panelOf(reach),
        below: 0,
        diameter: 0,
        from: reach.from,
        to: reachEnd(run, index),
        station,
        depth,
        deepest: deepestOf(station, depth),
      },
    ];
  });
  return [...reaches, ...pitsOf(run, profile, granular)];
}

/** The ids of the two ends of a reach as holes of their own. */
export const endIdsOf = (reach: string): [start: string, end: string] => [`${reach}-start`, `${reach}-end`];

/**
 * The ends of reaches where the ground is laid back: each a hole of no length whose one face leans away from the reach. What else is dug there counts once.
 * They are dug and filled like pits; nobody works in them.
 * @param face how it leans, by the ground.
 */
export const endsLaidBack = (run: Run, places: readonly Place[], face: (place: Place) => Wall): Place[] =>
  places.flatMap((place) => {
    if (isPit(place) || !(run.reaches[place.reach] as Reach).endsBack) return [];
    return endIdsOf(place.id).map((id, index): Place => {
      const [at, depth] = index === 0 ? [place.from, place.depth[0] as number] : [place.to, place.depth.at(-1) as number];
      return {
        ...place,
        id,
        kind: 'end',
        name: 'End laid back',
        ends: face(place),
        from: at,
        to: at,
        station: [at],
        depth: [depth],
        deepest: { station: at, depth },
      };
    });
  });

/** A pit before its floor is known. */
interface Hole {
  id: string;
  kind: PlaceKind;
  name: string;
  path: PathStep[];
  body: PitBody;
  from: number;
  diameter: number;
}

/** Structures with a pit, and the two pits of every bore, which lie inside its reach. */
const holesOf = (run: Run): Hole[] => [
  ...run.structures.flatMap(({ id, name, kind, station, diameter, pit }): Hole[] =>
    pit ? [{ id, kind, name, path: ['structures', id, 'pit'], body: pit, from: station - pit.length / 2, diameter }] : [],
  ),
  ...run.reaches.flatMap(({ id, from, method }, index): Hole[] => {
    if (method.kind !== 'bored') return [];
    const { launch, receiving } = method;
    const hole = (kind: 'launch' | 'receiving', name: string, body: PitBody, at: number): Hole => ({
      id: `${id}-${kind}`,
      kind,
      name,
      path: ['reaches', id, 'method', kind],
      body,
      from: at,
      diameter: 0,
    });
    return [
      hole('launch', 'Launch pit', launch, from),
      hole('receiving', 'Receiving pit', receiving, reachEnd(run, index) - receiving.length),
    ];
  }),
];

/** Where the pits of a run begin and end, stations: nodes of the profile. They may reach past the run's ends. */
export const pitEnds = (run: Run): Range[] => holesOf(run).map(({ from, body }) => ({ from, to: from + body.length }));

function pitsOf(run: Run, profile: ProfileColumns, granular: boolean): Place[] {
  const { start, end } = extent(run);
  return holesOf(run).map(({ id, kind, name, path, body, from, diameter }): Place => {
    const to = from + body.length;
    const middle = Math.min(end, Math.max(start, (from + to) / 2));
    const index = reachIndexAt(run, middle);
    const floor = floorOf(profile, from, to, body.below);
    return {
      id,
      kind,
      name,
      reach: index,
      path,
      sides: body,
      ends: body.ends,
      soil: body.soil ?? (run.reaches[index] as Reach).soil,
      granular,
      width: body.width,
      panel: panelOf(body),
      below: body.below,
      diameter,
      from,
      to,
      ...floor,
      deepest: deepestOf(floor.station, floor.depth),
    };
  });
}

/** The floor of a pit follows the trench's, so much below it; past the run's ends it goes on level with the last of it. */
function floorOf({ station, depth }: ProfileColumns, from: number, to: number, below: number): Pick<Place, 'station' | 'depth'> {
  const [first, last] = [firstFrom(station, from + 2 * EPSILON), firstFrom(station, to)];
  const at = (one: number) => valueAt(station, depth, one);
  return {
    station: [from, ...station.slice(first, last), to],
    depth: [at(from), ...depth.slice(first, last), at(to)].map((deep) => deep + below),
  };
}

/** Depth of a hole at a station in it, metres; at a step the deeper of the two. */
export function depthIn({ station, depth }: Pick<Place, 'station' | 'depth'>, at: number): number {
  let deep = -Infinity;
  for (let i = firstFrom(station, at); i < station.length && (station[i] as number) <= at + EPSILON; i++)
    deep = Math.max(deep, depth[i] as number);
  return deep > -Infinity ? deep : valueAt(station, depth, at);
}

/** How far the ends of a pit reach past its bottom at the ground, before and behind, metres; a reach has no ends of its own. */
export function endsOut({ ends, depth }: Pick<Place, 'ends' | 'depth'>): { before: number; behind: number } {
  const out = (deep: number) => (ends ? wallOffset(ends, deep) : 0);
  return { before: out(depth[0] as number), behind: out(depth.at(-1) as number) };
}

/** What people call a kind of hole. */
export const placeKindName = (kind: PlaceKind): string =>
  kind === 'reach'
    ? 'Trench'
    : kind === 'end'
      ? 'End laid back'
      : kind === 'launch'
        ? 'Launch pit'
        : kind === 'receiving'
          ? 'Receiving pit'
          : structureTypes[kind].name;

/**
 * How far every hole reaches to both sides at the ground, piece by piece along the run. Where two holes overlap each has its pieces. Between the heights at
 * which a side steps or begins to lean a lip runs straight.
 */
export function extentsOf(places: readonly Place[]): Extent[] {
  return places.flatMap((place) => {
    const { sides, station, depth } = place;
    const half = dugWidth(place) / 2;
    const breaks = [...benchHeights(sides.left), ...benchHeights(sides.right)];
    const pieces: Extent[] = [];
    for (let i = 0; i + 1 < station.length; i++) {
      const [from, to, a, b] = [station[i], station[i + 1], depth[i], depth[i + 1]] as [number, number, number, number];
      if (to - from <= 0) continue;
      const inside = breaks.filter((height) => (a - height) * (b - height) < 0).map((height) => (height - a) / (b - a));
      const shares = [0, ...inside.sort((one, other) => one - other), 1];
      for (let k = 1; k < shares.length; k++) {
        const [one, other] = [shares[k - 1] as number, shares[k] as number];
        const [first, last, middle] = [a + (b - a) * one, a + (b - a) * other, a + ((b - a) * (one + other)) / 2];
        const lip = (wall: Wall): [number, number] =>
          // A bench steps at its height: from there on it counts whole, up to there not at all.
          wall.kind === 'bench'
            ? [half + wallOffset(wall, middle), half + wallOffset(wall, middle)]
            : [half + wallOffset(wall, first), half + wallOffset(wall, last)];
        pieces.push({ from: from + (to - from) * one, to: from + (to - from) * other, left: lip(sides.left), right: lip(sides.right) });
      }
    }
    // Ends that lean or step back are dug as far as they reach.
    const { before, behind } = endsOut(place);
    const level = (deep: number, from: number, to: number): Extent => {
      const [left, right] = [half + wallOffset(sides.left, deep), half + wallOffset(sides.right, deep)];
      return { from, to, left: [left, left], right: [right, right] };
    };
    if (before > 0) pieces.push(level(depth[0] as number, place.from - before, place.from));
    if (behind > 0) pieces.push(level(depth.at(-1) as number, place.to, place.to + behind));
    return pieces;
  });
}
