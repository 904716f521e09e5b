import { beddingIds, findService, grounds, type BeddingId, type Service } from './catalogue';
import { clashFindings, handWindows, windowFindings, type HandWindow } from './clear';
import { benchHeights, largest, wallOffset } from './geometry';
import { benchFindings, depthFindings, depthRanges, protectionFindings, ruleBreakDepths, supportFindings, type DepthRanges } from './guard';
import { InputError, worstFirst, type Finding, type Job, type Reach, type Run } from './job';
import { extent, fallFindings, layProfile, levelsAt, reachIndexAt, reachSpan, type ProfileColumns } from './line';
import { coverFindings, digWidth, layerAreas, layerHeights, widthBasis, widthBreakDepths, widthFindings, widthFloor } from './makeup';
import { resolveRules, type RuleSetId } from './rules';
import { balance, heapExcess, heapsAt, roomFindings, setbackFindings, type Balance, type Heap, type PartVolumes } from './spoil';

/** Everything worked out from one run's inputs. SI: metres, m², m³, kg. Keys are described in docs/job-format.md. */
export interface Plan {
  run: string;
  ruleSet: RuleSetId;
  length: number;
  profile: ProfileColumns & { topWidth: number[]; area: number[] };
  deepest: { station: number; depth: number };
  widestTop: number;
  volumes: PartVolumes;
  balance: Balance;
  /** The heap that comes closest to, or furthest past, its boundary. */
  heap: Heap & { station: number };
  /** Least clear width of each reach at its deepest, and why. */
  widthFloors: { reach: number; width: number; basis: string }[];
  /** Stretches only hands or vacuum may dig, with their bank volume and the hours it takes; `lines` index the run's. */
  handWindows: (HandWindow & { volume: number; hours: number })[];
  /** Trench volume by hand and by machine, m³ in the bank. */
  dig: { hand: number; machine: number };
  /** Station ranges in which a depth rule speaks. */
  ranges: DepthRanges;
  findings: Finding[];
}

/**
 * Works out a run, in the order people work: clear, line and levels, make-up, guard, spoil.
 * Inputs must have passed the schemas.
 * @throws InputError naming the field when the line or its width cannot be dug at all.
 */
export function planRun(job: Job, run: Run): Plan {
  const rules = resolveRules(job.ruleSet, job.overrides);
  const service = findService(run.service);
  mustHoldTheLine(run, service.od);

  const ruleDepths = [...ruleBreakDepths(rules), ...widthBreakDepths(rules)];
  const { start, end, length } = extent(run);
  const windows = handWindows(run.lines, rules, { from: start, to: end }, (from, to) => halfTop(run, service, from, to));
  const profile = layProfile(
    run,
    service,
    (reach) => {
      const { crown, surround } = layerHeights(reach, service);
      return [...ruleDepths, ...benchHeights(reach.left), ...benchHeights(reach.right), crown, surround];
    },
    windows.flatMap(({ from, to }) => [from, to]),
  );

  const { volumes, bedding, area, topWidth, cumulative } = measure(run, profile);
  const { handRate } = grounds[run.spoil.ground];
  const handDig = windows.map((window) => {
    const volume =
      (cumulative[profile.station.lastIndexOf(window.to)] as number) - (cumulative[profile.station.indexOf(window.from)] as number);
    return { ...window, volume, hours: volume / handRate };
  });
  const hand = handDig.reduce((sum, window) => sum + window.volume, 0);
  const deepestIndex = profile.depth.indexOf(largest(profile.depth));
  const ranges = depthRanges(run, profile, rules);
  const excess = heapExcess(run, profile, area);
  const heap = tightestHeap(run, profile, area, excess);
  const deepestIn = (reach: number) => largest(profile.depth, reachSpan(profile, reach));

  return {
    run: run.name,
    ruleSet: job.ruleSet,
    length,
    profile: { ...profile, topWidth, area },
    deepest: { station: profile.station[deepestIndex] as number, depth: profile.depth[deepestIndex] as number },
    widestTop: largest(topWidth),
    volumes,
    balance: balance(run, volumes, bedding),
    handWindows: handDig,
    dig: { hand, machine: volumes.trench - hand },
    heap,
    widthFloors: run.reaches.map((reach, index) => ({
      reach: index,
      width: widthFloor(rules, service, reach, deepestIn(index)),
      basis: widthBasis(rules, reach),
    })),
    ranges,
    findings: worstFirst([
      ...windowFindings(run.lines, windows, rules, job.units),
      ...clashFindings(run.lines, rules, job.units, (station) => newLineAt(run, service, station), largest(topWidth) / 2),
      ...fallFindings(run, service, profile, job.units),
      ...widthFindings(run, service, rules, profile, job.units),
      ...coverFindings(run, service, profile, job.units),
      ...protectionFindings(run, rules, profile, job.units),
      ...benchFindings(run, rules),
      ...supportFindings(run),
      ...depthFindings(ranges, rules, job.units),
      ...setbackFindings(run, rules, job.units),
      ...roomFindings(run, profile, area, excess, heap, job.units),
    ]),
  };
}

function mustHoldTheLine(run: Run, od: number): void {
  const errors = run.reaches.flatMap((reach, index) =>
    reach.bottomWidth < od
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

/**
 * Areas at the nodes, volumes between them and the trench volume up to each node, by the prismoidal rule V = L/6·(A₁ + 4A_m + A₂), A_m at the middle depth.
 * Exact here: the depth is linear between nodes and no wall or layer changes within an interval.
 */
function measure(run: Run, profile: ProfileColumns) {
  const service = findService(run.service);
  const volumes: PartVolumes = { trench: 0, bedding: 0, surround: 0, pipe: 0, fill: 0 };
  const bedding = Object.fromEntries(beddingIds.map((material) => [material, 0])) as Record<BeddingId, number>;
  const reachOf = (i: number) => run.reaches[profile.reach[i] as number] as Reach;
  const areasAt = (i: number, depth: number) => layerAreas(reachOf(i), service, depth);
  const topWidth = profile.depth.map(
    (depth, i) => digWidth(reachOf(i)) + wallOffset(reachOf(i).left, depth) + wallOffset(reachOf(i).right, depth),
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
  const { ground, crown } = levelsAt(run, service, run.reaches[reachIndexAt(run, station)] as Reach, station);
  return { ground, crown, underside: crown - service.od };
}

function tightestHeap(run: Run, profile: ProfileColumns, area: readonly number[], excess: readonly number[]): Plan['heap'] {
  const i = excess.indexOf(largest(excess));
  const heaps = heapsAt(run.spoil, run.reaches[profile.reach[i] as number] as Reach, profile.depth[i] as number, area[i] as number);
  const tightest = heaps.reduce((a, b) => (b.outer - b.corridor > a.outer - a.corridor ? b : a));
  return { ...tightest, station: profile.station[i] as number };
}
