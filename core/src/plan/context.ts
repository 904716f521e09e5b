import { boringOf, type Boring } from '../boring';
import { beddingIds, type BeddingId, type Machine, type Product } from '../catalogue';
import { handWindows, knownLine, tooMuchBeside, type ClearanceContext, type HandWindow } from '../existing';
import { EPSILON, benchHeights, joined, largest, wallOffset, without, type Range } from '../geometry';
import { endFace, judge, placeSupports, type Judged, type PlaceSupport, type ProtectionContext } from '../protection';
import { culvertOf } from '../alignment/culvert';
import { volumeDugTo } from './dugTo';
import { InputError, linesIn, machineOf, placedLines, type ExistingLine, type Job, type PlacedLine, type Reach, type Run } from '../job';
import { boresOf, bowNodes, extent, concreteIn, isOpen, layProfile, reachEnd, stoneIn, type Bore, type ProfileColumns } from '../alignment';
import type { AlignmentContext } from '../alignment/checks';
import { handRate, setUpsOf, type MachineContext, type SetUps } from '../machine';
import {
  addedByPits,
  endsLaidBack,
  addedIn,
  digWidth,
  dropOf,
  extentsOf,
  isPit,
  layerAreas,
  layerBreaks,
  layerHeights,
  pitEnds,
  placesOf,
  surfaceDepth,
  type LayerHeights,
  type Place,
} from '../trench';
import { tooNarrowForLines } from '../trench';
import type { TrenchContext } from '../trench/fits';
import { resolveRules, type Rules } from '../rules';
import {
  balance,
  heapColumns,
  heapsAt,
  isSuspect,
  suspectRanges,
  topsoilArea,
  type Balance,
  type Heap,
  type HeapColumns,
  type PartVolumes,
  type SpoilContext,
} from '../spoil';

/** Levels at the nodes of a run, with width at the ground, sectional area dug, and volume dug up to each, m³ in the bank. */
export type PlanProfile = ProfileColumns & { topWidth: number[]; area: number[]; dug: number[] };

/** A pit with what digging it adds to the trench, m³ in the bank, and what fills it again, m³ compacted. */
export interface PlannedPit extends Range {
  /** Of its place. */
  id: string;
  name: string;
  kind: Place['kind'];
  station: number;
  depth: number;
  width: number;
  dig: number;
  fill: number;
}

/** A stretch dug by hand, with its bank volume and the hours it takes. */
export interface HandDug extends Range {
  volume: number;
  hours: number;
}

/** What is dug, and what goes back in. */
interface Volumes {
  profile: PlanProfile;
  volumes: PartVolumes;
  /** Bed and fine fill of each material, m³ compacted. */
  beds: Record<BeddingId, number>;
  pits: PlannedPit[];
  handWindows: (HandWindow & HandDug)[];
  byHand: (HandDug & { why: string })[];
  dig: { hand: number; machine: number };
}

/** Everything worked out of a run, made stage by stage: what every check and every figure of a plan is taken from. */
export interface PlanContext
  extends
    Omit<ClearanceContext, 'levels'>,
    AlignmentContext,
    TrenchContext,
    Omit<ProtectionContext, 'job'>,
    Omit<MachineContext, 'job' | 'profile'>,
    Omit<SpoilContext, 'heap' | 'profile'>,
    Omit<Volumes, 'profile'> {
  job: Job;
  run: Run;
  rules: Rules;
  machine: Machine;
  product: Product;
  placed: PlacedLine[];
  levels: ClearanceContext['levels'];
  profile: PlanProfile;
  /** Existing lines as found so far. */
  known: ExistingLine[];
  places: Place[];
  windows: HandWindow[];
  bores: Bore[];
  /** The same with what each takes. */
  boring: Boring[];
  supports: PlaceSupport[];
  judged: Judged[];
  setUps: SetUps;
  balance: Balance;
  heaps: HeapColumns;
  heap: Heap & { station: number };
}

/**
 * Works a run out, stage by stage, in the order people work. Inputs must have passed the schemas.
 * @throws InputError naming the field when the line or its width cannot be dug at all.
 */
export function planContext(job: Job, run: Run): PlanContext {
  const rules = resolveRules(job.ruleSet, job.overrides);
  const machine = machineOf(job);
  const placed = placedLines(job, run);
  const { product } = placed[0] as PlacedLine;
  const narrow = tooNarrowForLines(run, placed);
  if (narrow.length > 0) throw new InputError(narrow);

  const levels = levelStage(run, placed);
  const much = tooMuchBeside(run.existing, placed, levels);
  if (much.length > 0) throw new InputError(much);
  const places = placesOf(run, levels);
  const ends = endsLaidBack(run, places, ({ soil }) => endFace(rules, soil));
  const windows = run.existing.length > 0 ? handWindows(run.existing, rules, extentsOf([...places, ...ends])) : [];
  const supports = placeSupports(job, run, rules, places, run.existing);
  const judged = judge(places, supports, rules);
  const volumes = volumeStage(job, run, placed, levels, [...places, ...ends], windows);
  const { profile } = volumes;
  const spoil = spoilStage(run, volumes, machine);
  return {
    ...volumes,
    ...spoil,
    job,
    run,
    rules,
    machine,
    product,
    placed,
    existing: run.existing,
    known: run.existing.map(knownLine),
    levels: profile,
    places,
    culvert: culvertOf(run, product, profile),
    windows,
    bores: boresOf(run),
    boring: boringOf(job, run),
    supports,
    judged,
    setUps: setUpsOf(run, profile, machine),
  };
}

/** Levels along the run, with a node wherever a wall or a layer changes with depth, and where something begins or ends. Rules find their own crossings. */
function levelStage(run: Run, placed: readonly PlacedLine[]): ProfileColumns {
  const { product } = placed[0] as PlacedLine;
  const { start, end } = extent(run);
  const { byHand, gaps, suspect } = run.logistics;
  const bores = boresOf(run);
  const dips = bores.flatMap(({ from, bow }) => (bow ? bowNodes(bow).map((along) => from + along) : []));
  const ends = [...bores, ...pitEnds(run), ...placed, ...byHand, ...gaps, ...suspect].flatMap(({ from, to }) => [from, to]);
  return layProfile(
    run,
    product,
    (reach, index) => {
      if (!isOpen(reach)) return [];
      const inReach = linesIn(placed, reach.from, reachEnd(run, index));
      const heights = layerHeights(reach, inReach);
      const benches = [...benchHeights(reach.left), ...benchHeights(reach.right)];
      // The surface layers hang from the ground: what changes at a height changes again that much deeper.
      const thick = surfaceDepth(reach);
      const hung = thick > 0 ? [thick, ...[...benches, heights.surround].map((height) => height + thick)] : [];
      return [...benches, ...layerBreaks(heights, inReach), ...hung];
    },
    [...ends, ...dips].filter((station) => station > start && station < end),
  );
}

const total = <T>(items: readonly T[], of: (item: T) => number): number => items.reduce((sum, item) => sum + of(item), 0);

/** Areas and volumes of the trench, what pits add to it, and what of all that hands dig. What overlaps counts once. */
function volumeStage(
  job: Job,
  run: Run,
  placed: readonly PlacedLine[],
  levels: ProfileColumns,
  places: readonly Place[],
  windows: readonly HandWindow[],
): Volumes {
  const { volumes, bedding, area, topWidth, cumulative, dugTo } = measure(run, placed, levels);
  const added = addedByPits(places);
  const rate = handRate(job, run.spoil.ground);
  const pitVolumes = [...added.values()];
  const byHands = (stretch: Range): HandDug => {
    const volume = dugTo(stretch.to) - dugTo(stretch.from) + total(pitVolumes, (pieces) => addedIn(pieces, stretch));
    return { ...stretch, volume, hours: volume / rate };
  };
  const handWindowsDug = windows.map((window) => ({ ...window, ...byHands({ from: window.from, to: window.to }) }));
  const barrowed = run.logistics.byHand.flatMap(({ from, to, why }, index) => {
    const before = run.logistics.byHand.slice(0, index);
    return without({ from, to }, joined([...windows, ...before].sort((a, b) => a.from - b.from))).map((piece) => ({
      ...byHands(piece),
      why,
    }));
  });
  const pits = places.filter(isPit).map((place): PlannedPit => {
    const dig = addedIn(added.get(place.id) ?? []);
    const full = total(run.structures, (one) => (one.id === place.id ? stoneIn(one) + concreteIn(one) : 0));
    const stands = Math.min(dig, (Math.PI / 4) * place.diameter ** 2 * place.deepest.depth + full);
    const { id, name, kind, from, to, width } = place;
    return { id, name, kind, from, to, width, station: (from + to) / 2, depth: place.deepest.depth, dig, fill: dig - stands };
  });
  const hand = total(handWindowsDug, ({ volume }) => volume) + total(barrowed, ({ volume }) => volume);
  return {
    profile: { ...levels, topWidth, area, dug: cumulative },
    volumes,
    beds: bedding,
    pits,
    handWindows: handWindowsDug,
    byHand: barrowed,
    dig: { hand, machine: Math.max(0, volumes.trench + total(pits, ({ dig }) => dig) - hand) },
  };
}

/** Heaps and where the dirt goes. */
function spoilStage(
  run: Run,
  { profile, volumes, beds, pits }: Volumes,
  { arm }: Machine,
): Pick<PlanContext, 'balance' | 'heaps' | 'heap'> {
  const pitTotals = { dig: total(pits, ({ dig }) => dig), fill: total(pits, ({ fill }) => fill) };
  const apart = suspectRanges(run);
  const topsoil = along(
    profile,
    (i) => topsoilArea(run.reaches[profile.reach[i] as number] as Reach, profile.depth[i] as number),
    // What lies on suspect ground goes with it.
    (at) => !isSuspect(apart, at),
  );
  const suspect = total(apart, ({ from, to }) => dugBetween(profile, from, to));
  const heaps = heapColumns(run, profile, profile.area, arm);
  return { balance: balance(run, volumes, beds, pitTotals, { topsoil, suspect }), heaps, heap: tightestHeap(run, profile, heaps, arm) };
}

/** Volume dug between two nodes of a profile, m³. */
const dugBetween = ({ station, dug }: PlanProfile, from: number, to: number): number =>
  (dug[station.lastIndexOf(to)] ?? dug.at(-1) ?? 0) - (dug[station.indexOf(from)] ?? 0);

/** A sectional area along the run as a volume, by the trapezium rule between nodes, where it counts. */
function along(profile: ProfileColumns, area: (i: number) => number, counts: (at: number) => boolean): number {
  let volume = 0;
  for (let i = 0; i + 1 < profile.station.length; i++) {
    const [from, to] = [profile.station[i] as number, profile.station[i + 1] as number];
    const length = to - from;
    if (length > 0 && counts((from + to) / 2)) volume += (length * (area(i) + area(i + 1))) / 2;
  }
  return volume;
}

const NOTHING = { trench: 0, bedding: 0, surround: 0, pipe: 0, fill: 0, surface: 0 };

/**
 * Areas at the nodes, volumes between them and the trench volume up to each node, by the prismoidal rule V = L/6·(A₁ + 4A_m + A₂), A_m at the middle depth.
 * Exact here: the depth is linear between nodes and no wall or layer changes within an interval.
 */
function measure(run: Run, placed: readonly PlacedLine[], profile: ProfileColumns) {
  const volumes: PartVolumes = { ...NOTHING };
  const bedding = Object.fromEntries(beddingIds.map((material) => [material, 0])) as Record<BeddingId, number>;
  const reachOf = (i: number) => run.reaches[profile.reach[i] as number] as Reach;
  const areasAt = (i: number, depth: number, { lines, heights }: Filling) =>
    isOpen(reachOf(i)) ? layerAreas(reachOf(i), lines, depth, heights) : NOTHING;
  const topWidth = profile.depth.map((depth, i) =>
    isOpen(reachOf(i)) ? digWidth(reachOf(i)) + wallOffset(reachOf(i).left, depth) + wallOffset(reachOf(i).right, depth) : 0,
  );
  const area = profile.depth.map(() => 0);
  const cumulative = [0];
  const fillings = run.reaches.map((reach, index) =>
    fillingsOf(reach, reachEnd(run, index), linesIn(placed, reach.from, reachEnd(run, index))),
  );
  let before: Filling | undefined;
  let areas: PartVolumes = NOTHING;
  for (let i = 0; i + 1 < profile.station.length; i++) {
    cumulative.push(cumulative[i] as number);
    const [from, to] = [profile.station[i] as number, profile.station[i + 1] as number];
    const length = to - from;
    if (length <= 0) continue;
    const filling = fillings[profile.reach[i] as number]?.((from + to) / 2) as Filling;
    // The node between two intervals of one filling is worked out once.
    const a = before === filling ? areas : areasAt(i, profile.depth[i] as number, filling);
    const b = areasAt(i, profile.depth[i + 1] as number, filling);
    [before, areas] = [filling, b];
    area[i] = a.trench;
    area[i + 1] = b.trench;
    const middle = areasAt(i, ((profile.depth[i] as number) + (profile.depth[i + 1] as number)) / 2, filling);
    const prismoidal = (first: number, mid: number, last: number) => (length / 6) * (first + 4 * mid + last);
    const bed = prismoidal(a.bedding, middle.bedding, b.bedding);
    const surround = prismoidal(a.surround, middle.surround, b.surround);
    volumes.trench += prismoidal(a.trench, middle.trench, b.trench);
    cumulative[i + 1] = volumes.trench;
    volumes.bedding += bed;
    volumes.surround += surround;
    volumes.pipe += prismoidal(a.pipe, middle.pipe, b.pipe);
    volumes.fill += prismoidal(a.fill, middle.fill, b.fill);
    volumes.surface += prismoidal(a.surface, middle.surface, b.surface);
    bedding[reachOf(i).beddingMaterial] += bed + surround;
  }
  const dugTo = (at: number): number => volumeDugTo({ station: profile.station, area, dug: cumulative }, at);
  return { volumes, bedding, area, topWidth, cumulative, dugTo };
}

/** The lines in a stretch of a reach, and where their layers lie. */
interface Filling {
  lines: PlacedLine[];
  heights: LayerHeights;
}

/** What lies in a reach at a station: the same object all along a stretch in which no line begins or ends. */
function fillingsOf(reach: Reach, end: number, lines: readonly PlacedLine[]): (station: number) => Filling {
  const drop = dropOf(lines);
  const made = new Map<string, Filling>();
  const throughout = lines.every(({ from, to }) => from <= reach.from && to >= end);
  const all: Filling = { lines: [...lines], heights: layerHeights(reach, lines, drop) };
  if (throughout) return () => all;
  return (station) => {
    const here = linesIn(lines, station, station);
    const key = here.map(({ id }) => id).join();
    const known = made.get(key);
    if (known) return known;
    const filling = { lines: [...here], heights: layerHeights(reach, here, drop) };
    made.set(key, filling);
    return filling;
  };
}

function tightestHeap(run: Run, profile: PlanProfile, { excess }: HeapColumns, arm: Machine['arm']): PlanContext['heap'] {
  const i = Math.max(0, excess.indexOf(largest(excess)));
  const reach = run.reaches[profile.reach[i] as number] as Reach;
  const heaps = heapsAt(run.spoil, reach, profile.depth[i] as number, profile.area[i] as number, arm);
  const tightest = heaps.reduce((a, b) => (b.outer - b.corridor > a.outer - a.corridor ? b : a));
  // Where nothing is dug anywhere there is no heap to fit.
  return { ...tightest, fits: (excess[i] as number) <= EPSILON, station: profile.station[i] as number };
}
