import { beddingIds, findService, type BeddingId } from './catalogue';
import { benchHeights, largest, wallOffset } from './geometry';
import { benchFindings, depthFindings, depthRanges, protectionFindings, ruleBreakDepths, supportFindings, type DepthRanges } from './guard';
import { InputError, worstFirst, type Finding, type Job, type Reach, type Run } from './job';
import { extent, fallFindings, layProfile, type ProfileColumns } from './line';
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
  /** Station ranges in which a depth rule speaks. */
  ranges: DepthRanges;
  findings: Finding[];
}

/**
 * Works out a run, in the order people work: line and levels, make-up, guard, spoil.
 * Inputs must have passed the schemas.
 * @throws InputError naming the field when the line or its width cannot be dug at all.
 */
export function planRun(job: Job, run: Run): Plan {
  const rules = resolveRules(job.ruleSet, job.overrides);
  const service = findService(run.service);
  mustHoldTheLine(run, service.od);

  const ruleDepths = [...ruleBreakDepths(rules), ...widthBreakDepths(rules)];
  const profile = layProfile(run, service, (reach) => {
    const { crown, surround } = layerHeights(reach, service);
    return [...ruleDepths, ...benchHeights(reach.left), ...benchHeights(reach.right), crown, surround];
  });

  const { volumes, bedding, area, topWidth } = measure(run, profile);
  const deepestIndex = profile.depth.indexOf(largest(profile.depth));
  const ranges = depthRanges(run, profile, rules);
  const excess = heapExcess(run, profile, area);
  const heap = tightestHeap(run, profile, area, excess);
  const deepestIn = (reach: number) =>
    profile.depth.reduce((most, depth, i) => (profile.reach[i] === reach && depth > most ? depth : most), 0);

  return {
    run: run.name,
    ruleSet: job.ruleSet,
    length: extent(run).length,
    profile: { ...profile, topWidth, area },
    deepest: { station: profile.station[deepestIndex] as number, depth: profile.depth[deepestIndex] as number },
    widestTop: largest(topWidth),
    volumes,
    balance: balance(run, volumes, bedding),
    heap,
    widthFloors: run.reaches.map((reach, index) => ({
      reach: index,
      width: widthFloor(rules, service, reach, deepestIn(index)),
      basis: widthBasis(rules, reach),
    })),
    ranges,
    findings: worstFirst([
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
 * Areas at the nodes and volumes between them by the prismoidal rule V = L/6·(A₁ + 4A_m + A₂), A_m at the middle depth.
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
  for (let i = 0; i + 1 < profile.station.length; i++) {
    const length = (profile.station[i + 1] as number) - (profile.station[i] as number);
    if (length <= 0) continue;
    const [a, b] = [areas[i] as PartVolumes, areas[i + 1] as PartVolumes];
    const middle = areasAt(i, ((profile.depth[i] as number) + (profile.depth[i + 1] as number)) / 2);
    const prismoidal = (first: number, mid: number, last: number) => (length / 6) * (first + 4 * mid + last);
    const bed = prismoidal(a.bedding, middle.bedding, b.bedding);
    const surround = prismoidal(a.surround, middle.surround, b.surround);
    volumes.trench += prismoidal(a.trench, middle.trench, b.trench);
    volumes.bedding += bed;
    volumes.surround += surround;
    volumes.pipe += prismoidal(a.pipe, middle.pipe, b.pipe);
    volumes.fill += prismoidal(a.fill, middle.fill, b.fill);
    bedding[reachOf(i).beddingMaterial] += bed + surround;
  }
  return { volumes, bedding, area: areas.map((area) => area.trench), topWidth };
}

function tightestHeap(run: Run, profile: ProfileColumns, area: readonly number[], excess: readonly number[]): Plan['heap'] {
  const i = excess.indexOf(largest(excess));
  const heaps = heapsAt(run.spoil, run.reaches[profile.reach[i] as number] as Reach, profile.depth[i] as number, area[i] as number);
  const tightest = heaps.reduce((a, b) => (b.outer - b.corridor > a.outer - a.corridor ? b : a));
  return { ...tightest, station: profile.station[i] as number };
}
