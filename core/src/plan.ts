import { beddingIds, findService, grounds, machines, type BeddingId, type Service } from './catalogue';
import { clashFindings, handWindows, knownLine, lostFindings, windowFindings, type HandWindow } from './clear';
import { benchHeights, EPSILON, largest, wallOffset } from './geometry';
import {
  benchFindings,
  depthFindings,
  depthRanges,
  pitDepth,
  pitFindings,
  protectionFindings,
  ruleBreakDepths,
  supportFindings,
  type DepthRanges,
} from './guard';
import { InputError, worstFirst, type ExistingLine, type Finding, type Job, type Reach, type Run } from './job';
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
  reachIndexAt,
  reachSpan,
  type Bore,
  type LegFlow,
  type Pit,
  type ProfileColumns,
} from './line';
import { exitFindings } from './machine';
import { coverFindings, digWidth, layerAreas, layerHeights, widthBasis, widthBreakDepths, widthFindings, widthFloor } from './makeup';
import { resolveRules, type RuleSetId } from './rules';
import { balance, heapExcess, heapsAt, roomFindings, setbackFindings, type Balance, type Heap, type PartVolumes } from './spoil';

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
  profile: ProfileColumns & { topWidth: number[]; area: number[] };
  deepest: { station: number; depth: number };
  widestTop: number;
  volumes: PartVolumes;
  pits: PlannedPit[];
  bores: Bore[];
  balance: Balance;
  /** The heap that comes closest to, or furthest past, its boundary. */
  heap: Heap & { station: number };
  /** Least clear width of each reach at its deepest, and why. */
  widthFloors: { reach: number; width: number; basis: string }[];
  /** The existing lines as known now: expected, or as an exposure showed them. */
  lines: ExistingLine[];
  /** Stretches only hands or vacuum may dig, with their bank volume and the hours it takes; `lines` index the run's. */
  handWindows: (HandWindow & { volume: number; hours: number })[];
  /** What is dug by hand and by machine, pits included, m³ in the bank. */
  dig: { hand: number; machine: number };
  /** Gravity legs: fall, velocity and flow, full and half full. */
  flows: LegFlow[];
  /** Station ranges in which a depth rule speaks. */
  ranges: DepthRanges;
  findings: Finding[];
}

/**
 * Works out a run, in the order people work: clear, line and levels, make-up, guard, machine, spoil.
 * Inputs must have passed the schemas.
 * @throws InputError naming the field when the line or its width cannot be dug at all.
 */
export function planRun(job: Job, run: Run): Plan {
  const rules = resolveRules(job.ruleSet, job.overrides);
  const service = findService(run.service);
  const machine = machines[job.machine];
  mustHoldTheLine(run, service.od);

  const ruleDepths = [...ruleBreakDepths(rules), ...widthBreakDepths(rules)];
  const { start, end, length } = extent(run);
  const lines = run.lines.map(knownLine);
  const windows = handWindows(lines, rules, { from: start, to: end }, (from, to) => halfTop(run, service, from, to));
  const bores = boresOf(run);
  const ends = [...windows, ...bores, ...pitsOf(run)].flatMap(({ from, to }) => [from, to]);
  const profile = layProfile(
    run,
    service,
    (reach) => {
      if (!isOpen(reach)) return [];
      const { crown, surround } = layerHeights(reach, service);
      return [...ruleDepths, ...benchHeights(reach.left), ...benchHeights(reach.right), crown, surround];
    },
    ends.filter((station) => station > start && station < end),
  );

  const { volumes, bedding, area, topWidth, cumulative } = measure(run, profile);
  const pits = pitsOf(run).map((pit) => planPit(run, profile, area, pit));
  const pitTotals = { dig: total(pits, ({ dig }) => dig), fill: total(pits, ({ fill }) => fill) };
  const { handRate } = grounds[run.spoil.ground];
  const handDig = windows.map((window) => {
    const volume =
      (cumulative[profile.station.lastIndexOf(window.to)] as number) - (cumulative[profile.station.indexOf(window.from)] as number);
    return { ...window, volume, hours: volume / handRate };
  });
  const hand = total(handDig, ({ volume }) => volume);
  const opened = profile.depth.map((depth, i) => (isOpen(run.reaches[profile.reach[i] as number] as Reach) ? depth : -Infinity));
  const deepestIndex = Math.max(0, opened.indexOf(largest(opened)));
  const ranges = depthRanges(run, profile, rules);
  const excess = heapExcess(run, profile, area);
  const heap = tightestHeap(run, profile, area, excess);
  const deepestIn = (reach: number) => largest(profile.depth, reachSpan(profile, reach));
  const columns = { ...profile, topWidth, area };

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
    balance: balance(run, volumes, bedding, pitTotals),
    lines,
    handWindows: handDig,
    dig: { hand, machine: volumes.trench + pitTotals.dig - hand },
    heap,
    widthFloors: run.reaches.map((reach, index) => ({
      reach: index,
      width: widthFloor(rules, service, reach, deepestIn(index)),
      basis: widthBasis(rules, reach),
    })),
    flows: legFlows(run, service),
    ranges,
    findings: worstFirst([
      ...windowFindings(lines, windows, rules, job.units),
      ...lostFindings(run.lines, job.units),
      ...clashFindings(lines, rules, job.units, (station) => newLineAt(run, service, station)),
      ...boreLineFindings(run, lines, job.units),
      ...fallFindings(run, service, profile, job.units),
      ...flowFindings(run, service, profile, job.units),
      ...bendFindings(run, service, job.units),
      ...easeFindings(run, service, profile, job.units),
      ...boreFindings(run, job.units),
      ...widthFindings(run, service, rules, profile, job.units),
      ...coverFindings(run, service, profile, job.units),
      ...protectionFindings(run, rules, profile, job.units),
      ...pitFindings(run, rules, job.units),
      ...benchFindings(run, rules),
      ...supportFindings(run),
      ...depthFindings(ranges, rules, job.units),
      ...exitFindings(run, columns, machine, rules, job.units),
      ...setbackFindings(run, rules, job.units),
      ...roomFindings(run, profile, area, excess, heap, job.units),
    ]),
  };
}

const total = <T>(items: readonly T[], of: (item: T) => number): number => items.reduce((sum, item) => sum + of(item), 0);

function mustHoldTheLine(run: Run, od: number): void {
  const errors = run.reaches.flatMap((reach, index) =>
    isOpen(reach) && reach.bottomWidth < od
      ? [
          {
            field: `reaches[${index}].bottomWidth`,
            message: `The bottom is ${reach.bottomWidth} m wide and the line is ${od} m; it does not go in.`,
          },
        ]
      : [],
  );
  if (errors.length > 0) throw new InputError(errors);
}

const NOTHING = { trench: 0, bedding: 0, surround: 0, pipe: 0, fill: 0 };

/**
 * Areas at the nodes, volumes between them and the trench volume up to each node, by the prismoidal rule V = L/6·(A₁ + 4A_m + A₂), A_m at the middle depth.
 * Exact here: the depth is linear between nodes and no wall or layer changes within an interval.
 */
function measure(run: Run, profile: ProfileColumns) {
  const service = findService(run.service);
  const volumes: PartVolumes = { trench: 0, bedding: 0, surround: 0, pipe: 0, fill: 0 };
  const bedding = Object.fromEntries(beddingIds.map((material) => [material, 0])) as Record<BeddingId, number>;
  const reachOf = (i: number) => run.reaches[profile.reach[i] as number] as Reach;
  const areasAt = (i: number, depth: number) => (isOpen(reachOf(i)) ? layerAreas(reachOf(i), service, depth) : NOTHING);
  const topWidth = profile.depth.map((depth, i) =>
    isOpen(reachOf(i)) ? digWidth(reachOf(i)) + wallOffset(reachOf(i).left, depth) + wallOffset(reachOf(i).right, depth) : 0,
  );
  const areas = profile.depth.map((depth, i) => areasAt(i, depth));
  const cumulative = [0];
  for (let i = 0; i + 1 < profile.station.length; i++) {
    cumulative.push(cumulative[i] as number);
    const length = (profile.station[i + 1] as number) - (profile.station[i] as number);
    if (length <= 0) continue;
    const [a, b] = [areas[i] as PartVolumes, areas[i + 1] as PartVolumes];
    const middle = areasAt(i, ((profile.depth[i] as number) + (profile.depth[i + 1] as number)) / 2);
    const prismoidal = (first: number, mid: number, last: number) => (length / 6) * (first + 4 * mid + last);
    const bed = prismoidal(a.bedding, middle.bedding, b.bedding);
    const surround = prismoidal(a.surround, middle.surround, b.surround);
    volumes.trench += prismoidal(a.trench, middle.trench, b.trench);
    cumulative[i + 1] = volumes.trench;
    volumes.bedding += bed;
    volumes.surround += surround;
    volumes.pipe += prismoidal(a.pipe, middle.pipe, b.pipe);
    volumes.fill += prismoidal(a.fill, middle.fill, b.fill);
    bedding[reachOf(i).beddingMaterial] += bed + surround;
  }
  return { volumes, bedding, area: areas.map((area) => area.trench), topWidth, cumulative };
}

/**
 * What a pit adds to the trench: vertical sides, as long and wide as asked, held at the run's last depth where it reaches past an end,
 * less what the trench takes anyway. What stands in it is not filled again.
 */
function planPit(run: Run, profile: ProfileColumns, area: readonly number[], pit: Pit): PlannedPit {
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
  const depth = pitDepth(run, pit);
  const stands = Math.min(dig, (Math.PI / 4) * pit.diameter ** 2 * depth);
  return { ...pit, depth, dig, fill: dig - stands };
}

/** Widest half of the trench's top between two stations, metres: sampled at both ends, at every typed station and reach between. */
function halfTop(run: Run, service: Service, from: number, to: number): number {
  const inside = [...run.stations.map(({ station }) => station), ...run.reaches.map((reach) => reach.from)].filter(
    (station) => station > from && station < to,
  );
  const halves = [from, to, ...inside].map((station) => {
    const reach = run.reaches[reachIndexAt(run, station)] as Reach;
    const { depth } = levelsAt(run, service, reach, station);
    return digWidth(reach) / 2 + Math.max(wallOffset(reach.left, depth), wallOffset(reach.right, depth));
  });
  return largest(halves);
}

function newLineAt(run: Run, service: Service, station: number) {
  const { ground, crown } = levelsOn(run, service, station);
  return { ground, crown, underside: crown - service.od };
}

function tightestHeap(run: Run, profile: ProfileColumns, area: readonly number[], excess: readonly number[]): Plan['heap'] {
  const i = excess.indexOf(largest(excess));
  const heaps = heapsAt(run.spoil, run.reaches[profile.reach[i] as number] as Reach, profile.depth[i] as number, area[i] as number);
  const tightest = heaps.reduce((a, b) => (b.outer - b.corridor > a.outer - a.corridor ? b : a));
  // Where nothing is dug anywhere there is no heap to fit.
  return { ...tightest, fits: (excess[i] as number) <= EPSILON, station: profile.station[i] as number };
}
