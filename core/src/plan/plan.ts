import { beddingIds, grounds, type BeddingId } from '../catalogue';
import { clashFindings, handWindows, knownLine, lostFindings, windowFindings, type HandWindow } from '../clearance';
import { benchHeights, EPSILON, largest, wallOffset, type Range } from '../geometry';
import {
  benchFindings,
  besideFindings,
  depthFindings,
  depthRanges,
  kitFindings,
  ladders,
  pitDepth,
  pitFindings,
  protectionFindings,
  reachSupports,
  ruleBreakDepths,
  supportFindings,
  type DepthRanges,
  type ReachSupport,
} from '../protection';
import {
  InputError,
  placedLines,
  linesIn,
  machineOf,
  worstFirst,
  type ExistingLine,
  type Finding,
  type Job,
  type PlacedLine,
  type Reach,
  type Run,
} from '../job';
import {
  bendFindings,
  boreFindings,
  boreLineFindings,
  boresOf,
  easeFindings,
  extent,
  fallFindings,
  flowFindings,
  isOpen,
  layProfile,
  legFlows,
  levelsAt,
  levelsOn,
  pitsOf,
  reachEnd,
  reachIndexAt,
  reachSpan,
  type Bore,
  type LegFlow,
  type Pit,
  type ProfileColumns,
} from '../alignment';
import { dumpFindings, exitFindings, liftFindings, reachFindings, standFindings, setUpsOf, without, type SetUps } from '../machine';
import {
  apartFindings,
  beddingFindings,
  bucketFindings,
  coverFindings,
  digWidth,
  dropOf,
  layerAreas,
  layerBreaks,
  layerHeights,
  surfaceDepth,
  widthBasis,
  widthBreakDepths,
  widthFindings,
  widthFloor,
  tooNarrowForLines,
  type LayerHeights,
} from '../trench';
import { resolveRules, type RuleSetId } from '../rules';
import {
  balance,
  heapExcess,
  heapsAt,
  roomFindings,
  setbackFindings,
  suspectFindings,
  surchargeFindings,
  topsoilArea,
  type Balance,
  type Heap,
  type PartVolumes,
} from '../spoil';

/** A pit with what digging it adds to the trench, m³ in the bank, and what fills it again, m³ compacted. */
export interface PlannedPit extends Pit {
  depth: number;
  dig: number;
  fill: number;
}

/** Everything worked out from one run's inputs. SI: metres, m², m³, kg. Keys are described in docs/job-format.md. */
export interface Plan {
  run: string;
  ruleSet: RuleSetId;
  length: number;
  /** At every node: width at the ground, sectional area dug, and volume dug up to it, m³ in the bank. */
  profile: ProfileColumns & { topWidth: number[]; area: number[]; dug: number[] };
  deepest: { station: number; depth: number };
  widestTop: number;
  volumes: PartVolumes;
  pits: PlannedPit[];
  bores: Bore[];
  balance: Balance;
  /** Bed and fine fill of each material, m³ compacted. */
  beds: Record<BeddingId, number>;
  /** The heap that comes closest to, or furthest past, its boundary. */
  heap: Heap & { station: number };
  /** Least clear width of each reach at its deepest, and why. */
  widthFloors: { reach: number; width: number; basis: string }[];
  /** The existing lines as known now: expected, or as an exposure showed them. */
  existing: ExistingLine[];
  /** Stretches only hands or vacuum may dig, with their bank volume and the hours it takes; `lines` index the run's. */
  handWindows: (HandWindow & { volume: number; hours: number })[];
  /** Stretches no machine gets to, less the windows in them: dug by hand and barrowed. */
  byHand: (Range & { why: string; volume: number; hours: number })[];
  /** Where the machine stands, place by place, in the order it digs. */
  setUps: SetUps;
  /** What is dug by hand and by machine, pits included, m³ in the bank. */
  dig: { hand: number; machine: number };
  /** Gravity legs: fall, velocity and flow, full and half full. */
  flows: LegFlow[];
  /** Station ranges in which a depth rule speaks. */
  ranges: DepthRanges;
  /** What holds each reach that is dug open, and what that takes. */
  supports: ReachSupport[];
  /** Stations of the ladders. */
  ladders: number[];
  findings: Finding[];
}

/**
 * Works out a run, in the order people work: clear, line and levels, make-up, guard, machine, spoil.
 * Inputs must have passed the schemas.
 * @throws InputError naming the field when the line or its width cannot be dug at all.
 */
export function planRun(job: Job, run: Run): Plan {
  const rules = resolveRules(job.ruleSet, job.overrides);
  const laid = placedLines(job, run);
  const { product } = laid[0] as PlacedLine;
  const machine = machineOf(job);
  const misfits = tooNarrowForLines(run, laid);
  if (misfits.length > 0) throw new InputError(misfits);

  const ruleDepths = [...ruleBreakDepths(rules), ...widthBreakDepths(rules)];
  const { start, end, length } = extent(run);
  const lines = run.existing.map(knownLine);
  const windows = handWindows(lines, rules, { from: start, to: end }, (from, to) => halfTop(run, laid, from, to));
  const bores = boresOf(run);
  const { byHand, gaps, suspect } = run.logistics;
  const ends = [...windows, ...bores, ...pitsOf(run), ...laid, ...byHand, ...gaps, ...suspect].flatMap(({ from, to }) => [from, to]);
  const profile = layProfile(
    run,
    product,
    (reach, index) => {
      if (!isOpen(reach)) return [];
      const inReach = linesIn(laid, reach.from, reachEnd(run, index));
      const heights = layerHeights(reach, inReach);
      const benches = [...benchHeights(reach.left), ...benchHeights(reach.right)];
      // The surface layers hang from the ground: what changes at a height changes again that much deeper.
      const thick = surfaceDepth(reach);
      const hung = thick > 0 ? [...benches, heights.surround].map((height) => height + thick) : [];
      return [...ruleDepths, ...benches, ...layerBreaks(heights, inReach), ...hung];
    },
    ends.filter((station) => station > start && station < end),
  );

  const { volumes, bedding, area, topWidth, cumulative } = measure(run, laid, profile);
  const pits = pitsOf(run).map((pit) => planPit(run, laid, profile, area, pit));
  const pitTotals = { dig: total(pits, ({ dig }) => dig), fill: total(pits, ({ fill }) => fill) };
  const { handRate } = grounds[run.spoil.ground];
  const dugIn = ({ from, to }: Range) =>
    (cumulative[profile.station.lastIndexOf(to)] as number) - (cumulative[profile.station.indexOf(from)] as number);
  const handDig = windows.map((window) => ({ ...window, volume: dugIn(window), hours: dugIn(window) / handRate }));
  const barrowed = byHand.flatMap(({ why, ...stretch }) =>
    without(stretch, windows).map((piece) => ({ ...piece, why, volume: dugIn(piece), hours: dugIn(piece) / handRate })),
  );
  const hand = total(handDig, ({ volume }) => volume) + total(barrowed, ({ volume }) => volume);
  const topsoil = along(profile, (i) => topsoilArea(run.reaches[profile.reach[i] as number] as Reach, profile.depth[i] as number));
  const opened = profile.depth.map((depth, i) => (isOpen(run.reaches[profile.reach[i] as number] as Reach) ? depth : -Infinity));
  const deepestIndex = Math.max(0, opened.indexOf(largest(opened)));
  const ranges = depthRanges(run, profile, rules);
  const excess = heapExcess(run, profile, area);
  const heap = tightestHeap(run, profile, area, excess);
  const deepestIn = (reach: number) => largest(profile.depth, reachSpan(profile, reach));
  const columns = { ...profile, topWidth, area, dug: cumulative };
  const supports = reachSupports(job, run, rules, profile);
  const stands = setUpsOf(run, profile, machine);

  return {
    run: run.name,
    ruleSet: job.ruleSet,
    length,
    profile: columns,
    deepest: { station: profile.station[deepestIndex] as number, depth: profile.depth[deepestIndex] as number },
    widestTop: largest(topWidth),
    volumes,
    pits,
    bores,
    balance: balance(run, volumes, bedding, pitTotals, { topsoil, suspect: total(suspect, dugIn) }),
    beds: bedding,
    existing: lines,
    handWindows: handDig,
    byHand: barrowed,
    setUps: stands,
    dig: { hand, machine: volumes.trench + pitTotals.dig - hand },
    heap,
    widthFloors: run.reaches.map((reach, index) => ({
      reach: index,
      width: widthFloor(rules, linesIn(laid, reach.from, reachEnd(run, index)), reach, deepestIn(index)),
      basis: widthBasis(rules, reach),
    })),
    flows: legFlows(run, product),
    ranges,
    supports,
    ladders: ladders(ranges.egress, rules.egressTravel.value ?? Infinity),
    findings: worstFirst([
      ...windowFindings(lines, windows, rules, job.units),
      ...lostFindings(run.existing, job.units),
      ...clashFindings(lines, rules, job.units, (station) => newLineAt(run, laid, station)),
      ...boreLineFindings(run, lines, job.units),
      ...fallFindings(run, product, profile, job.units),
      ...flowFindings(run, product, profile, job.units),
      ...bendFindings(run, product, job.units),
      ...easeFindings(run, product, profile, job.units),
      ...boreFindings(run, job.units),
      ...widthFindings(run, laid, rules, profile, job.units),
      ...coverFindings(run, laid, profile, job.units),
      ...apartFindings(job, run, laid, rules),
      ...beddingFindings(run, laid, job.units),
      ...bucketFindings(job, run, job.units),
      ...protectionFindings(run, rules, profile, job.units),
      ...pitFindings(run, product, rules, job.units),
      ...benchFindings(run, rules),
      ...supportFindings(run),
      ...kitFindings(job, run, rules, supports),
      ...besideFindings(run, rules, profile, job.units),
      ...depthFindings(ranges, rules, job.units),
      ...reachFindings(run, profile, machine, job.units),
      ...standFindings(run, stands, machine, job.units),
      ...liftFindings(job, run, columns, supports, machine),
      ...dumpFindings(heap, heap.station, machine, job.units),
      ...exitFindings(run, columns, machine, rules, job.units),
      ...suspectFindings(run),
      ...setbackFindings(run, rules, job.units),
      ...surchargeFindings(run, rules, profile, area, job.units),
      ...roomFindings(run, profile, area, excess, heap, job.units),
    ]),
  };
}

/** A sectional area along the run as a volume, by the trapezium rule between nodes. */
function along(profile: ProfileColumns, area: (i: number) => number): number {
  let volume = 0;
  for (let i = 0; i + 1 < profile.station.length; i++) {
    const length = (profile.station[i + 1] as number) - (profile.station[i] as number);
    if (length > 0) volume += (length * (area(i) + area(i + 1))) / 2;
  }
  return volume;
}

const total = <T>(items: readonly T[], of: (item: T) => number): number => items.reduce((sum, item) => sum + of(item), 0);

const NOTHING = { trench: 0, bedding: 0, surround: 0, pipe: 0, fill: 0, surface: 0 };

/**
 * Areas at the nodes, volumes between them and the trench volume up to each node, by the prismoidal rule V = L/6·(A₁ + 4A_m + A₂), A_m at the middle depth.
 * Exact here: the depth is linear between nodes and no wall or layer changes within an interval.
 */
function measure(run: Run, laid: readonly PlacedLine[], profile: ProfileColumns) {
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
    fillingsOf(reach, reachEnd(run, index), linesIn(laid, reach.from, reachEnd(run, index))),
  );
  let after: { filling: Filling; areas: PartVolumes } | undefined;
  for (let i = 0; i + 1 < profile.station.length; i++) {
    cumulative.push(cumulative[i] as number);
    const [from, to] = [profile.station[i] as number, profile.station[i + 1] as number];
    const length = to - from;
    if (length <= 0) continue;
    const filling = fillings[profile.reach[i] as number]?.((from + to) / 2) as Filling;
    // The node between two intervals of one filling is worked out once.
    const a = after?.filling === filling ? after.areas : areasAt(i, profile.depth[i] as number, filling);
    const b = areasAt(i, profile.depth[i + 1] as number, filling);
    after = { filling, areas: b };
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
  return { volumes, bedding, area, topWidth, cumulative };
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
    const key = here.map(({ index }) => index).join();
    const known = made.get(key);
    if (known) return known;
    const filling = { lines: [...here], heights: layerHeights(reach, here, drop) };
    made.set(key, filling);
    return filling;
  };
}

/**
 * What a pit adds to the trench: vertical sides, as long and wide as asked, held at the run's last depth where it reaches past an end,
 * less what the trench takes anyway. What stands in it is not filled again.
 */
function planPit(run: Run, laid: readonly PlacedLine[], profile: ProfileColumns, area: readonly number[], pit: Pit): PlannedPit {
  const { start, end } = extent(run);
  const depthAt = (i: number) => (profile.depth[i] as number) + pit.below;
  const beyond =
    Math.max(0, start - pit.from) * pit.width * depthAt(0) + Math.max(0, pit.to - end) * pit.width * depthAt(profile.depth.length - 1);
  let dig = beyond;
  for (let i = 0; i + 1 < profile.station.length; i++) {
    const [from, to] = [profile.station[i] as number, profile.station[i + 1] as number];
    if (to <= from || from < pit.from - 1e-9 || to > pit.to + 1e-9) continue;
    const more = (k: number) => Math.max(0, pit.width * depthAt(k) - (area[k] as number));
    dig += ((to - from) * (more(i) + more(i + 1))) / 2;
  }
  const depth = pitDepth(run, (laid[0] as PlacedLine).product, pit);
  const stands = Math.min(dig, (Math.PI / 4) * pit.diameter ** 2 * depth);
  return { ...pit, depth, dig, fill: dig - stands };
}

/** Widest half of the trench's top between two stations, metres: sampled at both ends, at every typed station and reach between. */
function halfTop(run: Run, laid: readonly PlacedLine[], from: number, to: number): number {
  const inside = [...run.stations.map(({ station }) => station), ...run.reaches.map((reach) => reach.from)].filter(
    (station) => station > from && station < to,
  );
  const halves = [from, to, ...inside].map((station) => {
    const reach = run.reaches[reachIndexAt(run, station)] as Reach;
    const { depth } = levelsAt(run, (laid[0] as PlacedLine).product, reach, station);
    return digWidth(reach) / 2 + Math.max(wallOffset(reach.left, depth), wallOffset(reach.right, depth));
  });
  return largest(halves);
}

/** The new lines at a station as one: from the highest crown to the lowest underside, metres. */
function newLineAt(run: Run, laid: readonly PlacedLine[], station: number) {
  const { product } = laid[0] as PlacedLine;
  const { ground, crown } = levelsOn(run, product, station);
  const here = linesIn(laid, station, station);
  const underside = crown - product.od;
  const top = here.reduce((highest, line) => Math.max(highest, line.up + line.product.od), product.od);
  return { ground, crown: underside + top, underside: underside - dropOf(here) };
}

function tightestHeap(run: Run, profile: ProfileColumns, area: readonly number[], excess: readonly number[]): Plan['heap'] {
  const i = excess.indexOf(largest(excess));
  const heaps = heapsAt(run.spoil, run.reaches[profile.reach[i] as number] as Reach, profile.depth[i] as number, area[i] as number);
  const tightest = heaps.reduce((a, b) => (b.outer - b.corridor > a.outer - a.corridor ? b : a));
  // Where nothing is dug anywhere there is no heap to fit.
  return { ...tightest, fits: (excess[i] as number) <= EPSILON, station: profile.station[i] as number };
}
