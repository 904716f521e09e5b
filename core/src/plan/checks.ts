import { type accessChecks } from '../clearance';
import { byHandOnly, notFound, somethingFound, tooCloseToExisting } from '../existing';
import { boredBlind } from '../alignment/boreChecks';
import { pipeOnCover, pitsMeet, rigidBends, sharpSteps, tightBends, tooFlat, tooSlow, tooSmall } from '../alignment/checks';
import { checkList, type Finding } from '../job';
import { hookTooLow, edgeOfReach, liftsTooMuch, pastReach, standsPastEnd, trapped } from '../machine';
import { bannedBenches, needsEngineer, needsLadder, openPitEnds, shortTermOnly, tooNear, unprotected } from '../protection';
import {
  boxesShorterThanStick,
  boxLongerThanPit,
  bucketWiderThanBox,
  cylinderOutOfStroke,
  hardToDraw,
  linesThroughSupports,
  noShoreSpacing,
  noTable,
  nothingToPressOn,
  pastTable,
  shoresInC,
  tooHeavyToLift,
  tooLow,
  slitDoesNotStand,
  slitTooDeep,
  slitBucketTooWide,
  strutInTheWay,
  noRailLongEnough,
} from '../protection/supportChecks';
import { cannotTip, heapOnShores, noRoomForHeap, suspectGround, tooNearLip } from '../spoil';
import { fittingsMixed, loopPipeGone, loopsUneven, noRods, notOnePiece, purgeWeak, sleeveTight, soakawayFails } from '../purposes/checks';
import { culvertFloods, culvertShort } from '../trench/checks/culvertChecks';
import { noBucketDigs } from '../trench';
import { linesTooClose, noWidthFits, offSupportWidths, shallowLines, surfaceTooThick, tooNarrow } from '../trench/fits';
import {
  noFabric,
  noTape,
  ownerGone,
  ownersLook,
  tapeOfOwner,
  noTracer,
  shapedBed,
  thinBed,
  wrongStone,
  signalTooFar,
} from '../trench/linesOnBed';
import { boreDuctFull, bowTooShort, bowTooTight, holeTooSmall, pulledBack } from '../boring';
import type { PlanContext } from './context';
import { type groundChecks } from './ground';
import { gatesShut } from './shuts';

/** Every check of a plan by its code, in the order people work. Which gate each shuts is told by `gatesShut`. */
export const checks = checkList<PlanContext>()({
  'clearance.window': { gates: gatesShut['clearance.window'], run: byHandOnly },
  'clearance.lost': { gates: gatesShut['clearance.lost'], run: notFound },
  'clearance.found': { gates: gatesShut['clearance.found'], run: somethingFound },
  'clearance.clash': { gates: gatesShut['clearance.clash'], run: tooCloseToExisting },
  'clearance.bore': { gates: gatesShut['clearance.bore'], run: boredBlind },
  'boring.short': { gates: gatesShut['boring.short'], run: bowTooShort },
  'boring.tight': { gates: gatesShut['boring.tight'], run: bowTooTight },
  'boring.hole': { gates: gatesShut['boring.hole'], run: holeTooSmall },
  'boring.duct': { gates: gatesShut['boring.duct'], run: boreDuctFull },
  'boring.pull': { gates: gatesShut['boring.pull'], run: pulledBack },
  'alignment.onCover': { gates: gatesShut['alignment.onCover'], run: pipeOnCover },
  'alignment.fall': { gates: gatesShut['alignment.fall'], run: tooFlat },
  'alignment.velocity': { gates: gatesShut['alignment.velocity'], run: tooSlow },
  'alignment.capacity': { gates: gatesShut['alignment.capacity'], run: tooSmall },
  'alignment.bend': { gates: gatesShut['alignment.bend'], run: rigidBends },
  'alignment.bendRoom': { gates: gatesShut['alignment.bendRoom'], run: tightBends },
  'alignment.ease': { gates: gatesShut['alignment.ease'], run: sharpSteps },
  'alignment.pitsMeet': { gates: gatesShut['alignment.pitsMeet'], run: pitsMeet },
  'trench.conflict': { gates: gatesShut['trench.conflict'], run: noWidthFits },
  'trench.narrow': { gates: gatesShut['trench.narrow'], run: tooNarrow },
  'trench.supportWidth': { gates: gatesShut['trench.supportWidth'], run: offSupportWidths },
  'trench.cover': { gates: gatesShut['trench.cover'], run: shallowLines },
  'trench.floods': { gates: gatesShut['trench.floods'], run: culvertFloods },
  'trench.short': { gates: gatesShut['trench.short'], run: culvertShort },
  'drain.soakaway': { gates: gatesShut['drain.soakaway'], run: soakawayFails },
  'drain.rods': { gates: gatesShut['drain.rods'], run: noRods },
  'house.piece': { gates: gatesShut['house.piece'], run: notOnePiece },
  'house.sleeve': { gates: gatesShut['house.sleeve'], run: sleeveTight },
  'house.order': { gates: gatesShut['house.order'], run: fittingsMixed },
  'loops.purge': { gates: gatesShut['loops.purge'], run: purgeWeak },
  'loops.uneven': { gates: gatesShut['loops.uneven'], run: loopsUneven },
  'loops.pipe': { gates: gatesShut['loops.pipe'], run: loopPipeGone },
  'trench.apart': { gates: gatesShut['trench.apart'], run: linesTooClose },
  'trench.surface': { gates: gatesShut['trench.surface'], run: surfaceTooThick },
  'trench.bed': { gates: gatesShut['trench.bed'], run: thinBed },
  'trench.stone': { gates: gatesShut['trench.stone'], run: wrongStone },
  'trench.tracer': { gates: gatesShut['trench.tracer'], run: noTracer },
  'trench.fabric': { gates: gatesShut['trench.fabric'], run: noFabric },
  'trench.shaped': { gates: gatesShut['trench.shaped'], run: shapedBed },
  'protection.slitGround': { gates: gatesShut['protection.slitGround'], run: slitDoesNotStand },
  'protection.slitDepth': { gates: gatesShut['protection.slitDepth'], run: slitTooDeep },
  'protection.slitBucket': { gates: gatesShut['protection.slitBucket'], run: slitBucketTooWide },
  'protection.strut': { gates: gatesShut['protection.strut'], run: strutInTheWay },
  'protection.rail': { gates: gatesShut['protection.rail'], run: noRailLongEnough },
  'trench.signal': { gates: gatesShut['trench.signal'], run: signalTooFar },
  'trench.tape': { gates: gatesShut['trench.tape'], run: noTape },
  'trench.tapeOwner': { gates: gatesShut['trench.tapeOwner'], run: tapeOfOwner },
  'trench.ownerGone': { gates: gatesShut['trench.ownerGone'], run: ownerGone },
  'trench.owner': { gates: gatesShut['trench.owner'], run: ownersLook },
  'trench.bucket': { gates: gatesShut['trench.bucket'], run: noBucketDigs },
  'protection.unprotected': { gates: gatesShut['protection.unprotected'], run: unprotected },
  'protection.bench': { gates: gatesShut['protection.bench'], run: bannedBenches },
  'protection.noTable': { gates: gatesShut['protection.noTable'], run: noTable },
  'protection.pastTable': { gates: gatesShut['protection.pastTable'], run: pastTable },
  'protection.noSpacing': { gates: gatesShut['protection.noSpacing'], run: noShoreSpacing },
  'protection.shoresC': { gates: gatesShut['protection.shoresC'], run: shoresInC },
  'protection.low': { gates: gatesShut['protection.low'], run: tooLow },
  'protection.upright': { gates: gatesShut['protection.upright'], run: nothingToPressOn },
  'protection.pitEnds': { gates: gatesShut['protection.pitEnds'], run: openPitEnds },
  'protection.pitBox': { gates: gatesShut['protection.pitBox'], run: boxLongerThanPit },
  'protection.stick': { gates: gatesShut['protection.stick'], run: boxesShorterThanStick },
  'protection.bucket': { gates: gatesShut['protection.bucket'], run: bucketWiderThanBox },
  'protection.stroke': { gates: gatesShut['protection.stroke'], run: cylinderOutOfStroke },
  'protection.lift': { gates: gatesShut['protection.lift'], run: tooHeavyToLift },
  'protection.draw': { gates: gatesShut['protection.draw'], run: hardToDraw },
  'protection.line': { gates: gatesShut['protection.line'], run: linesThroughSupports },
  'protection.beside': { gates: gatesShut['protection.beside'], run: tooNear },
  'protection.ladder': { gates: gatesShut['protection.ladder'], run: needsLadder },
  'protection.engineer': { gates: gatesShut['protection.engineer'], run: needsEngineer },
  'protection.shortTerm': { gates: gatesShut['protection.shortTerm'], run: shortTermOnly },
  'machine.reach': { gates: gatesShut['machine.reach'], run: pastReach },
  'machine.edge': { gates: gatesShut['machine.edge'], run: edgeOfReach },
  'machine.past': { gates: gatesShut['machine.past'], run: standsPastEnd },
  'machine.lift': { gates: gatesShut['machine.lift'], run: liftsTooMuch },
  'machine.hook': { gates: gatesShut['machine.hook'], run: hookTooLow },
  'machine.tip': { gates: gatesShut['machine.tip'], run: cannotTip },
  'machine.trapped': { gates: gatesShut['machine.trapped'], run: trapped },
  'spoil.suspect': { gates: gatesShut['spoil.suspect'], run: suspectGround },
  'spoil.setback': { gates: gatesShut['spoil.setback'], run: tooNearLip },
  'spoil.surcharge': { gates: gatesShut['spoil.surcharge'], run: heapOnShores },
  'spoil.room': { gates: gatesShut['spoil.room'], run: noRoomForHeap },
});

type Checks = typeof checks & typeof accessChecks & typeof groundChecks;
export type CheckCode = keyof Checks;
/** The facts each check gives, by its code. */
export type FactsOf = { [K in CheckCode]: ReturnType<Checks[K]['run']>[number]['facts'] };
/** Something a check found, with its code. */
export type PlanFinding = { [K in CheckCode]: Finding<K, FactsOf[K]> }[CheckCode];
