import { accessChecks } from '../clearance';
import { byHandOnly, notFound, somethingFound, tooCloseToExisting } from '../existing';
import { boredBlind, pipeOnCover, pitsMeet, rigidBends, sharpSteps, tightBends, tooFlat, tooSlow, tooSmall } from '../alignment';
import { untestedGround, weakerThanPlanned, type GroundContext } from '../ground';
import { checkList, type Finding, type GateName, type Severity } from '../job';
import { hookTooLow, edgeOfReach, liftsTooMuch, pastReach, standsPastEnd, trapped } from '../machine';
import {
  bannedBenches,
  boxesShorterThanStick,
  boxLongerThanPit,
  bucketWiderThanBox,
  cylinderOutOfStroke,
  hardToDraw,
  linesThroughSupports,
  needsEngineer,
  needsLadder,
  noShoreSpacing,
  noTable,
  nothingToPressOn,
  openPitEnds,
  pastTable,
  shoresInC,
  shortTermOnly,
  tooHeavyToLift,
  tooLow,
  tooNear,
  unprotected,
  slitDoesNotStand,
  slitTooDeep,
  slitBucketTooWide,
  strutInTheWay,
  noRailLongEnough,
} from '../protection';
import { cannotTip, heapOnShores, noRoomForHeap, suspectGround, tooNearLip } from '../spoil';
import {
  linesTooClose,
  noBucketDigs,
  noFabric,
  noTape,
  ownerGone,
  ownersLook,
  tapeOfOwner,
  noTracer,
  noWidthFits,
  offSupportWidths,
  shallowLines,
  shapedBed,
  surfaceTooThick,
  thinBed,
  tooNarrow,
  wrongStone,
  signalTooFar,
} from '../trench';
import { boreDuctFull, bowTooShort, bowTooTight, holeTooSmall, pulledBack } from '../boring';
import type { PlanContext } from './context';

const DIG = ['dig'] as const;
const ENTER = ['enter'] as const;
const COVER = ['cover'] as const;
const NONE = [] as const;

/** Every check of a plan by its code, in the order people work. The one list that says which gate each shuts. */
export const checks = checkList<PlanContext>()({
  'clearance.window': { gates: NONE, run: byHandOnly },
  'clearance.lost': { gates: DIG, run: notFound },
  'clearance.found': { gates: DIG, run: somethingFound },
  'clearance.clash': { gates: DIG, run: tooCloseToExisting },
  'clearance.bore': { gates: DIG, run: boredBlind },
  'boring.short': { gates: DIG, run: bowTooShort },
  'boring.tight': { gates: DIG, run: bowTooTight },
  'boring.hole': { gates: DIG, run: holeTooSmall },
  'boring.duct': { gates: DIG, run: boreDuctFull },
  'boring.pull': { gates: DIG, run: pulledBack },
  'alignment.onCover': { gates: NONE, run: pipeOnCover },
  'alignment.fall': { gates: COVER, run: tooFlat },
  'alignment.velocity': { gates: NONE, run: tooSlow },
  'alignment.capacity': { gates: NONE, run: tooSmall },
  'alignment.bend': { gates: NONE, run: rigidBends },
  'alignment.bendRoom': { gates: NONE, run: tightBends },
  'alignment.ease': { gates: NONE, run: sharpSteps },
  'alignment.pitsMeet': { gates: NONE, run: pitsMeet },
  'trench.conflict': { gates: ENTER, run: noWidthFits },
  'trench.narrow': { gates: ENTER, run: tooNarrow },
  'trench.supportWidth': { gates: ENTER, run: offSupportWidths },
  'trench.cover': { gates: COVER, run: shallowLines },
  'trench.apart': { gates: COVER, run: linesTooClose },
  'trench.surface': { gates: COVER, run: surfaceTooThick },
  'trench.bed': { gates: COVER, run: thinBed },
  'trench.stone': { gates: COVER, run: wrongStone },
  'trench.tracer': { gates: NONE, run: noTracer },
  'trench.fabric': { gates: NONE, run: noFabric },
  'trench.shaped': { gates: NONE, run: shapedBed },
  'protection.slitGround': { gates: ENTER, run: slitDoesNotStand },
  'protection.slitDepth': { gates: ENTER, run: slitTooDeep },
  'protection.slitBucket': { gates: ENTER, run: slitBucketTooWide },
  'protection.strut': { gates: ENTER, run: strutInTheWay },
  'protection.rail': { gates: ENTER, run: noRailLongEnough },
  'trench.signal': { gates: NONE, run: signalTooFar },
  'trench.tape': { gates: NONE, run: noTape },
  'trench.tapeOwner': { gates: NONE, run: tapeOfOwner },
  'trench.ownerGone': { gates: NONE, run: ownerGone },
  'trench.owner': { gates: NONE, run: ownersLook },
  'trench.bucket': { gates: NONE, run: noBucketDigs },
  'protection.unprotected': { gates: ENTER, run: unprotected },
  'protection.bench': { gates: ENTER, run: bannedBenches },
  'protection.noTable': { gates: ENTER, run: noTable },
  'protection.pastTable': { gates: ENTER, run: pastTable },
  'protection.noSpacing': { gates: ENTER, run: noShoreSpacing },
  'protection.shoresC': { gates: ENTER, run: shoresInC },
  'protection.low': { gates: ENTER, run: tooLow },
  'protection.upright': { gates: ENTER, run: nothingToPressOn },
  'protection.pitEnds': { gates: ENTER, run: openPitEnds },
  'protection.pitBox': { gates: ENTER, run: boxLongerThanPit },
  'protection.stick': { gates: ENTER, run: boxesShorterThanStick },
  'protection.bucket': { gates: ENTER, run: bucketWiderThanBox },
  'protection.stroke': { gates: ENTER, run: cylinderOutOfStroke },
  'protection.lift': { gates: ENTER, run: tooHeavyToLift },
  'protection.draw': { gates: NONE, run: hardToDraw },
  'protection.line': { gates: ENTER, run: linesThroughSupports },
  'protection.beside': { gates: ENTER, run: tooNear },
  'protection.ladder': { gates: NONE, run: needsLadder },
  'protection.engineer': { gates: ENTER, run: needsEngineer },
  'protection.shortTerm': { gates: ENTER, run: shortTermOnly },
  'machine.reach': { gates: NONE, run: pastReach },
  'machine.edge': { gates: NONE, run: edgeOfReach },
  'machine.past': { gates: NONE, run: standsPastEnd },
  'machine.lift': { gates: NONE, run: liftsTooMuch },
  'machine.hook': { gates: NONE, run: hookTooLow },
  'machine.tip': { gates: NONE, run: cannotTip },
  'machine.trapped': { gates: NONE, run: trapped },
  'spoil.suspect': { gates: NONE, run: suspectGround },
  'spoil.setback': { gates: ENTER, run: tooNearLip },
  'spoil.surcharge': { gates: ENTER, run: heapOnShores },
  'spoil.room': { gates: NONE, run: noRoomForHeap },
});

/** Checks of what is planned against what was seen of the ground. */
export const groundChecks = checkList<GroundContext>()({
  'ground.claim': { gates: ENTER, run: weakerThanPlanned },
  'ground.untested': { gates: ENTER, run: untestedGround },
});

const all = { ...checks, ...accessChecks, ...groundChecks };
type Checks = typeof all;
export type CheckCode = keyof Checks;
/** The facts each check gives, by its code. */
export type FactsOf = { [K in CheckCode]: ReturnType<Checks[K]['run']>[number]['facts'] };
/** Something a check found, with its code. */
export type PlanFinding = { [K in CheckCode]: Finding<K, FactsOf[K]> }[CheckCode];

/** Does a stop of a check shut a gate? */
export const shuts = (code: CheckCode, gate: GateName): boolean => (all[code].gates as readonly GateName[]).includes(gate);

/** Findings of a severity. */
export const ofSeverity = (findings: readonly PlanFinding[], severity: Severity): PlanFinding[] =>
  findings.filter((finding) => finding.severity === severity);
