import type { BeddingId } from '../catalogue';
import type { HandWindow } from '../existing';
import { largest } from '../geometry';
import { depthRanges, laddersOf, type DepthRanges, type Ladder, type PlaceSupport } from '../protection';
import { findingsOf, InputError, linesIn, type ExistingLine, type FieldError, type Job, type Reach, type Run } from '../job';
import { extent, isOpen, reachEnd, reachSpan, type Bore } from '../alignment';
import type { CulvertReport } from '../alignment/culvert';
import { legFlows, type LegFlow } from '../alignment/checks';
import type { SetUps } from '../machine';
import { widthBasis, widthFloor, type Place } from '../trench';
import type { RuleSetId } from '../rules';
import type { Balance, Heap, PartVolumes } from '../spoil';
import { checks, type PlanFinding } from './checks';
import { planContext, type HandDug, type PlanContext, type PlannedPit, type PlanProfile } from './context';

/** Everything worked out from one run's inputs. SI: metres, m², m³, kg. Keys are described in docs/job-format.md. */
export interface Plan {
  run: string;
  ruleSet: RuleSetId;
  length: number;
  profile: PlanProfile;
  /** Of the trench; and of any hole, pits included. */
  deepest: { station: number; depth: number };
  deepestHole: number;
  widestTop: number;
  volumes: PartVolumes;
  /** Every hole somebody can get into. */
  places: Place[];
  pits: PlannedPit[];
  bores: Bore[];
  balance: Balance;
  /** Bed and fine fill of each material, m³ compacted. */
  beds: Record<BeddingId, number>;
  /** The heap that comes closest to, or furthest past, its boundary. */
  heap: Heap & { station: number };
  /** Least clear width of each reach at its deepest, and why. */
  widthFloors: { reach: string; width: number; basis: string }[];
  /** The existing lines as known now: expected, or as an exposure showed them. */
  existing: ExistingLine[];
  /** Stretches only hands or vacuum may dig, with their bank volume, pits included, and the hours it takes. */
  handWindows: (HandWindow & HandDug)[];
  /** Stretches no machine gets to, less the windows in them: dug by hand and barrowed. */
  byHand: (HandDug & { why: string })[];
  /** Where the machine stands, place by place, in the order it digs. */
  setUps: SetUps;
  /** What is dug by hand and by machine, pits included, m³ in the bank. */
  dig: { hand: number; machine: number };
  /** Gravity legs: fall, velocity and flow, full and half full. */
  flows: LegFlow[];
  /** The run as a culvert: its length, and how high water stands at both ends; left out where it is none. */
  culvert?: CulvertReport;
  /** Station ranges in which a depth rule speaks. */
  ranges: DepthRanges;
  /** What holds each place, and what that takes. */
  supports: PlaceSupport[];
  ladders: Ladder[];
  findings: PlanFinding[];
}

/**
 * Works out a run: its {@link planContext}, the figures people ask for, and what every check finds. Inputs must have passed the schemas.
 * @throws InputError naming the field when the line or its width cannot be dug at all; {@link tryPlan} says so instead.
 */
export function planRun(job: Job, run: Run): Plan {
  const context = planContext(job, run);
  const { rules, profile, judged, product, culvert } = context;
  return {
    run: run.name,
    ruleSet: job.ruleSet,
    length: extent(run).length,
    profile,
    deepest: deepestOf(run, profile),
    deepestHole: largest(
      context.places.map(({ deepest }) => deepest.depth),
      { first: 0, last: context.places.length - 1 },
    ),
    widestTop: largest(profile.topWidth),
    volumes: context.volumes,
    places: context.places,
    pits: context.pits,
    bores: context.bores,
    balance: context.balance,
    beds: context.beds,
    heap: context.heap,
    widthFloors: widthFloors(context),
    existing: context.known,
    handWindows: context.handWindows,
    byHand: context.byHand,
    setUps: context.setUps,
    dig: context.dig,
    flows: legFlows(run, product),
    ...(culvert ? { culvert } : {}),
    ranges: depthRanges(judged),
    supports: context.supports,
    ladders: laddersOf(judged, rules.egressTravel.value ?? Infinity),
    findings: findingsOf(checks, context),
  };
}

/** A plan, or the fields that stand in its way. */
export type Tried = { plan: Plan } | { errors: readonly FieldError[] };

/** The one way to plan inputs that may not be dug at all, or to say why not. */
export function tryPlan(job: Job, run: Run): Tried {
  try {
    return { plan: planRun(job, run) };
  } catch (error) {
    if (error instanceof InputError) return { errors: error.errors };
    throw error;
  }
}

/** The deepest of the trench; where nothing is dug open, of its levels. */
function deepestOf(run: Run, profile: PlanProfile): Plan['deepest'] {
  const opened = profile.depth.map((depth, i) => (isOpen(run.reaches[profile.reach[i] as number] as Reach) ? depth : -Infinity));
  const at = Math.max(0, opened.indexOf(largest(opened)));
  return { station: profile.station[at] as number, depth: profile.depth[at] as number };
}

const widthFloors = ({ run, rules, placed, profile }: PlanContext): Plan['widthFloors'] =>
  run.reaches.map((reach, index) => ({
    reach: reach.id,
    width: widthFloor(rules, linesIn(placed, reach.from, reachEnd(run, index)), reach, largest(profile.depth, reachSpan(profile, index))),
    basis: widthBasis(rules, reach),
  }));
