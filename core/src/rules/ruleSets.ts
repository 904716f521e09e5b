import { FOOT, INCH, type UnitSystem } from '../units';

/** The three schools. A job picks one; every number in it can be overridden with a reason. */
export type RuleSetId = 'US' | 'UK' | 'AUNZ';
export const ruleSetIds = ['US', 'UK', 'AUNZ'] as const satisfies readonly RuleSetId[];

/** What each rule measures: decides its unit on screen and the bounds an override must keep. */
export type RuleQuantity =
  | 'length'
  | 'batter'
  | 'days'
  | 'hours'
  | 'minutes'
  | 'count'
  | 'share'
  | 'parts'
  | 'strength'
  | 'makeUp'
  | 'ratio'
  | 'pressure'
  | 'ohms'
  | 'speed';
interface RuleInfo {
  label: string;
  quantity: RuleQuantity;
}

/** The most a changed rule may be, by what it measures; `whole`: no fraction of it. */
export const ruleLimits: Record<RuleQuantity, { most: number; whole?: true }> = {
  length: { most: 30 },
  batter: { most: 10 },
  hours: { most: 72 },
  minutes: { most: 1440 },
  days: { most: 400, whole: true },
  count: { most: 100, whole: true },
  share: { most: 1 },
  parts: { most: 1000 },
  makeUp: { most: 0.01 },
  pressure: { most: 1e7 },
  ohms: { most: 1e12 },
  speed: { most: 10 },
  ratio: { most: 10 },
  strength: { most: 1e6 },
};

/** Every number a rule set holds. Lengths in metres, slopes as horizontal per vertical, strengths in pascals, parts of a gas in a million. */
export const ruleInfo = {
  protectionDepth: { label: 'Protection needed from', quantity: 'length' },
  protectionPromptDepth: { label: 'Look for signs of cave-in from', quantity: 'length' },
  engineerDepth: { label: 'Engineer’s design over', quantity: 'length' },
  egressDepth: { label: 'Ladder or ramp from', quantity: 'length' },
  egressTravel: { label: 'Furthest travel to a ladder', quantity: 'length' },
  ladderAbove: { label: 'Ladder stands above the lip', quantity: 'length' },
  spoilSetback: { label: 'Spoil and kit from the lip', quantity: 'length' },
  locateTolerance: { label: 'Hand-dig each side of a marked line', quantity: 'length' },
  lineClearance: { label: 'Clear distance to an existing line', quantity: 'length' },
  spadeDepth: { label: 'Layer cleared by hand before the machine takes it', quantity: 'length' },
  exposureMargin: { label: 'A line laid bare counts as seen this much further', quantity: 'length' },
  searchMargin: { label: 'Search this much deeper than a line is expected, then stop', quantity: 'length' },
  sideRoom: { label: 'Room beside a line where nobody enters', quantity: 'length' },
  permitDepth: { label: 'Permit to dig needed from', quantity: 'length' },
  locateWait: { label: 'Full working days to wait after a locate request', quantity: 'days' },
  locateLife: { label: 'Days a locate request and its marks hold', quantity: 'days' },
  overheadExclusion: { label: 'Keep this far from live overhead lines', quantity: 'length' },
  slopeRock: { label: 'Steepest batter, stable rock', quantity: 'batter' },
  slopeA: { label: 'Steepest batter, type A', quantity: 'batter' },
  slopeB: { label: 'Steepest batter, type B', quantity: 'batter' },
  slopeC: { label: 'Steepest batter, type C', quantity: 'batter' },
  slopeDepth: { label: 'Slopes and benches of the table down to', quantity: 'length' },
  benchFirstRiser: { label: 'First bench riser up to', quantity: 'length' },
  benchRiserA: { label: 'Later bench risers up to, type A', quantity: 'length' },
  benchRiserB: { label: 'Later bench risers up to, type B', quantity: 'length' },
  footA: { label: 'Vertical lower face up to, type A', quantity: 'length' },
  footDepth: { label: 'That face in cuts no deeper than', quantity: 'length' },
  footShallow: { label: 'That face under the slope of its class in cuts no deeper than', quantity: 'length' },
  footSlope: { label: 'Batter over that face in deeper cuts', quantity: 'batter' },
  slopeAShort: { label: 'Steepest batter, type A, open for a short time', quantity: 'batter' },
  shortDepth: { label: 'Short-term batter in cuts no deeper than', quantity: 'length' },
  shortHours: { label: 'Short-term batter stands open no longer than', quantity: 'hours' },
  strengthA: { label: 'Type A: unconfined strength from', quantity: 'strength' },
  strengthB: { label: 'Type B: unconfined strength over', quantity: 'strength' },
  supportUpstand: { label: 'Shield stands above the lip', quantity: 'length' },
  supportOverToe: { label: 'Support stands above the toe of a batter', quantity: 'length' },
  belowShield: { label: 'Dig below a shield up to', quantity: 'length' },
  preDig: { label: 'Dig ahead of a shield up to', quantity: 'length' },
  pushStep: { label: 'Push a shield down by, each corner in turn', quantity: 'length' },
  shieldEnds: { label: 'Open-ended shields down to', quantity: 'length' },
  shieldRow: { label: 'Shields in a row with open ends, people in the middle ones', quantity: 'count' },
  slitDepth: { label: 'Sheets in a slit down to', quantity: 'length' },
  slitBucket: { label: 'Bucket for the slit no wider than', quantity: 'length' },
  chainApart: { label: 'Chains of a frame apart by at most', quantity: 'length' },
  layRoom: { label: 'Room to lay under the lowest strut of a box', quantity: 'length' },
  slotRoom: { label: 'Each side of a line in a slot filled with sand that flows', quantity: 'length' },
  shoreSets: { label: 'Shores in a row, at least', quantity: 'count' },
  shoreTop: { label: 'Top cylinder below the lip up to', quantity: 'length' },
  shoreBottom: { label: 'Bottom cylinder above the floor up to', quantity: 'length' },
  shoreApart: { label: 'Cylinders one over the other up to', quantity: 'length' },
  shoreSurcharge: { label: 'Spoil beside shores up to', quantity: 'length' },
  shoreDrop: { label: 'Pressure lost in the hold test up to', quantity: 'share' },
  footingLine: { label: 'Keep outside the line from the base of a footing', quantity: 'batter' },
  edgeGuard: { label: 'Guard the edge from', quantity: 'length' },
  airDepth: { label: 'Test the air from, where it could be bad', quantity: 'length' },
  oxygenLeast: { label: 'Oxygen at least', quantity: 'share' },
  oxygenMost: { label: 'Oxygen at most', quantity: 'share' },
  flammable: { label: 'Flammable gas up to, of its lower limit', quantity: 'share' },
  sulphide: { label: 'Hydrogen sulphide up to', quantity: 'parts' },
  monoxide: { label: 'Carbon monoxide up to', quantity: 'parts' },
  airApart: { label: 'Air read along a hole at least every', quantity: 'length' },
  cornerAhead: { label: 'No corner of a box ahead of the next by more than', quantity: 'length' },
  holdTime: { label: 'Hold test of shores lasts at least', quantity: 'minutes' },
  hearing: { label: 'Open out of hearing of the server no longer than', quantity: 'minutes' },
  clockOff: { label: 'A device’s clock counts as right within', quantity: 'minutes' },
  sightBack: { label: 'A sight back comes to the same within', quantity: 'length' },
  levelFalling: { label: 'Levels of a line that falls within, up or down', quantity: 'length' },
  levelOther: { label: 'Levels of any other line within, up or down', quantity: 'length' },
  levelApart: { label: 'Levels checked at least every', quantity: 'length' },
  rereadWithin: { label: 'An earlier cut reads the same within', quantity: 'length' },
  slipFrom: { label: 'Asked again when a level is off by', quantity: 'length' },
  returnsWithin: { label: 'Sensors say the same of one point within', quantity: 'length' },
  machineOver: { label: 'Over a line nobody has seen the machine digs no closer than', quantity: 'length' },
  bedApart: { label: 'Bed measured at least every', quantity: 'length' },
  bedThin: { label: 'Bed thinner than planned by up to', quantity: 'length' },
  photoApart: { label: 'A photo of what was laid at least every', quantity: 'length' },
  ringLimit: { label: 'A flexible pipe may lose of its height', quantity: 'share' },
  mandrelShare: { label: 'Mandrel of the bore of a duct or flexible pipe', quantity: 'share' },
  makeUpPipes: { label: 'Water test, pipes: make-up a square metre wetted', quantity: 'makeUp' },
  makeUpBoth: { label: 'Water test, pipes and chambers: make-up a square metre wetted', quantity: 'makeUp' },
  makeUpChambers: { label: 'Water test, chambers: make-up a square metre wetted', quantity: 'makeUp' },
  mainHold: { label: 'Pressure test of a main holds', quantity: 'minutes' },
  mainDrop: { label: 'Pressure test of a main loses up to', quantity: 'pressure' },
  insulationLeast: { label: 'Insulation of a cable at least', quantity: 'ohms' },
  flushSpeed: { label: 'Loops flushed at least at', quantity: 'speed' },
  liftFactor: { label: 'A load on the move weighs, times', quantity: 'ratio' },
  liftHand: { label: 'Lift by hand tamper, compacted, up to', quantity: 'length' },
  liftRammer: { label: 'Lift by rammer, compacted, up to', quantity: 'length' },
  liftPlate: { label: 'Lift by light plate, compacted, up to', quantity: 'length' },
  liftRoller: { label: 'Lift by trench roller, compacted, up to', quantity: 'length' },
  fillPasses: { label: 'Passes a lift at least', quantity: 'count' },
  impactFill: { label: 'Impact value of fill, mean at least', quantity: 'ratio' },
  impactRoad: { label: 'Impact value under a road or footway, mean at least', quantity: 'ratio' },
  penetrationFill: { label: 'Penetration a blow in fill, mean up to', quantity: 'length' },
  penetrationRoad: { label: 'Penetration a blow under a road or footway, mean up to', quantity: 'length' },
  densityFill: { label: 'Density of fill, of the greatest, mean at least', quantity: 'share' },
  densityRoad: { label: 'Density under a road or footway, of the greatest, mean at least', quantity: 'share' },
  readingLeast: { label: 'Each reading of a lift at least, of its target', quantity: 'share' },
  readingApart: { label: 'A lift read at least every', quantity: 'length' },
  reuseStone: { label: 'Stones in what goes back up to', quantity: 'length' },
  asLaidAside: { label: 'Lines lie beside their plan within', quantity: 'length' },
  asLaidApart: { label: 'As-laid points at least every', quantity: 'length' },
} as const satisfies Record<string, RuleInfo>;

export type RuleKey = keyof typeof ruleInfo;
export const ruleKeys = Object.keys(ruleInfo) as RuleKey[];

/** One number with the words it rests on. `null` means the school sets no number: assess on site. */
export interface Rule {
  value: number | null;
  basis: string;
}

export interface RuleSet {
  id: RuleSetId;
  name: string;
  /** What people who work by it measure and pay in, until they say otherwise. */
  units: UnitSystem;
  currency: string;
  /** Which published method gives the least width a person needs beside the pipe. */
  widthMethod: 'EN1610' | 'ASTMD2321';
  widthBasis: string;
  rules: Record<RuleKey, Rule>;
}

const SLOPES = (school: string) => ({
  slopeRock: { value: 0, basis: `${school}: stable rock may stand vertical` },
  slopeA: { value: 0.75, basis: `${school}: type A, ¾:1 to 20 ft (6.1 m)` },
  slopeB: { value: 1, basis: `${school}: type B, 1:1 to 20 ft (6.1 m)` },
  slopeC: { value: 1.5, basis: `${school}: type C, 1½:1 to 20 ft (6.1 m)` },
});
/** Written once: the slopes of every school here come from one table. */
const SLOPE_DEPTH = {
  slopeDepth: { value: 20 * FOOT, basis: '29 CFR 1926 Subpart P App. B: slopes to 20 ft (6.1 m); deeper by an engineer' },
};
const BENCHES = (school: string) => ({
  benchFirstRiser: { value: 4 * FOOT, basis: `${school}: first riser 4 ft (1.22 m)` },
  benchRiserA: { value: 5 * FOOT, basis: `${school}: later risers 5 ft (1.52 m) in type A` },
  benchRiserB: { value: 4 * FOOT, basis: `${school}: later risers 4 ft (1.22 m) in type B` },
});
const LAYERS = {
  spadeDepth: { value: 0.2, basis: 'Clear by layers: one spade' },
  machineOver: {
    value: 0.5,
    basis: 'Usual default where an owner says nothing else: hands and vacuum from 0.5 m over the shallowest it may lie',
  },
  exposureMargin: { value: 0.5, basis: 'Past what was seen a line may bend: half a metre each way as a default; the owner decides' },
  searchMargin: { value: 0.3, basis: 'Clear by layers: one margin past the deepest expected, then ask the locator again' },
};
const NO_ENTRY = {
  sideRoom: { value: 0.05, basis: 'Usual for a slot: 50 mm each side' },
  slotRoom: { value: 0.0075, basis: 'Usual: sand that flows fills 5 to 10 mm each side' },
};
/** What supports and air are held to where a school says nothing else. The makers' tables rule over all of it. */
const TABLE = 'Usual default; the supplier’s table rules';
const PROTECTION = {
  ...SLOPE_DEPTH,
  footA: { value: 3.5 * FOOT, basis: '29 CFR 1926 Subpart P App. B: 3½ ft (1.07 m) vertical lower face in type A' },
  footDepth: { value: 12 * FOOT, basis: '29 CFR 1926 Subpart P App. B: in cuts to 12 ft (3.66 m)' },
  footShallow: { value: 8 * FOOT, basis: '29 CFR 1926 Subpart P App. B: under ¾:1 in cuts to 8 ft (2.44 m)' },
  footSlope: { value: 1, basis: '29 CFR 1926 Subpart P App. B: under 1:1 in cuts over 8 ft (2.44 m) to 12 ft' },
  slopeAShort: { value: null, basis: 'No short-term slope is given' },
  shortDepth: { value: 12 * FOOT, basis: '29 CFR 1926 Subpart P App. B: short-term slopes in cuts to 12 ft (3.66 m)' },
  shortHours: { value: 24, basis: '29 CFR 1926 Subpart P App. B: short-term is 24 hours or less' },
  strengthA: { value: 144_000, basis: '29 CFR 1926 Subpart P App. A: 1.5 ton/ft² (144 kPa)' },
  strengthB: { value: 48_000, basis: '29 CFR 1926 Subpart P App. A: over 0.5 ton/ft² (48 kPa)' },
  supportUpstand: { value: 0.15, basis: TABLE },
  supportOverToe: { value: 18 * INCH, basis: '29 CFR 1926 Subpart P App. B: 18 in (450 mm) above the toe of the slope' },
  belowShield: {
    value: 2 * FOOT,
    basis: '29 CFR 1926.652(g): 2 ft (0.6 m) below, rated for the full depth, no soil lost behind or below',
  },
  preDig: { value: 1, basis: `${TABLE}; the competent person decides` },
  pushStep: { value: 0.1, basis: TABLE },
  shieldEnds: { value: 4, basis: TABLE },
  shieldRow: { value: 3, basis: TABLE },
  slitDepth: { value: 4, basis: `${TABLE}: slits stand to 4 m in ground that supports itself` },
  slitBucket: { value: 0.8, basis: TABLE },
  chainApart: { value: 3, basis: TABLE },
  layRoom: { value: 0.3, basis: 'Usual: a hand and a shovel over the pipe' },
  shoreSets: { value: 3, basis: TABLE },
  shoreTop: { value: 2 * FOOT, basis: TABLE },
  shoreBottom: { value: 4 * FOOT, basis: TABLE },
  shoreApart: { value: 4 * FOOT, basis: '29 CFR 1926 Subpart P App. D: cylinders 4 ft (1.22 m) apart up the rail' },
  shoreSurcharge: { value: 2 * FOOT, basis: '29 CFR 1926 Subpart P App. D: tables for no more than 2 ft (0.6 m) of soil as surcharge' },
  shoreDrop: { value: 0.05, basis: 'Usual hold test: what falls by more is leaking; the maker’s band rules' },
  footingLine: { value: 1, basis: 'Usual: 45° down from the near edge of its base' },
  edgeGuard: { value: 0, basis: 'Wherever somebody could fall in' },
  airDepth: { value: null, basis: 'On assessment' },
  oxygenLeast: { value: 0.195, basis: 'Usual alarm: 19.5 %' },
  oxygenMost: { value: 0.235, basis: 'Usual alarm: 23.5 %' },
  flammable: { value: 0.1, basis: 'Usual alarm: 10 % of the lower explosive limit' },
  sulphide: { value: 10, basis: 'Usual alarm: 10 ppm' },
  monoxide: { value: 35, basis: 'Usual alarm: 35 ppm' },
  airApart: { value: 6, basis: 'Usual default: a reading every 6 m and at both ends; the competent person decides' },
  cornerAhead: { value: 0.1, basis: TABLE },
  holdTime: { value: 5, basis: 'Usual default; the maker’s table rules' },
  hearing: { value: 60, basis: 'Default of this program: what others saw meanwhile is not known' },
  clockOff: { value: 5, basis: 'Default of this program: looks are made in the order clocks tell within minutes' },
};
/** What levels on site are held to where the drawings say nothing else. */
const LEVELS = {
  sightBack: { value: 0.005, basis: 'Usual for levelling on site: 5 mm; what was read from a set-up that closes worse is doubtful' },
  levelFalling: { value: 0.01, basis: 'Usual for drains and sewers: 10 mm; the drawings rule' },
  levelOther: { value: 0.03, basis: 'Usual for cables and pressure pipe: 30 mm; the drawings rule' },
  levelApart: { value: 5, basis: 'Usual default: a level every 5 m and where something changes' },
  rereadWithin: { value: 0.01, basis: 'Usual default: what reads otherwise after the machine moved was struck wrong' },
  slipFrom: { value: 0.5, basis: 'Default of this program: off by more is a slip of unit or station more often than of the bucket' },
  returnsWithin: { value: 0.01, basis: 'Usual default: 10 mm between any two poses; the maker’s figure rules' },
};
const CLASS = 'Usual for its class; the maker’s figure and a trial lift rule';
const TARGET = 'Placeholder of this program for a common tester: the owner, or whoever made the trial, sets it';
/** What is laid, and how it is proved, where owner and drawings say nothing else. */
const LAYING = {
  bedApart: { value: 5, basis: 'Usual default: the bed measured every 5 m and at both ends' },
  bedThin: { value: 0.01, basis: 'Usual default: 10 mm under the bed asked for; the owner rules' },
  photoApart: { value: 10, basis: 'Usual default: a photo every 10 m, and of every joint and crossing' },
  ringLimit: { value: 0.05, basis: 'Usual: 5 % of the bore after the fill; the maker’s figure rules' },
  mandrelShare: { value: 0.95, basis: 'Usual for flexible pipe: a mandrel of 95 % of the bore; the owner rules' },
  makeUpPipes: { value: 1.5e-4, basis: 'EN 1610: 0.15 l/m² in 30 min' },
  makeUpBoth: { value: 2e-4, basis: 'EN 1610: 0.20 l/m² in 30 min, pipes with their chambers' },
  makeUpChambers: { value: 4e-4, basis: 'EN 1610: 0.40 l/m² in 30 min, chambers' },
  mainHold: { value: 60, basis: 'EN 805: pressure drop test of 1 h; the owner’s procedure rules' },
  mainDrop: { value: 20_000, basis: 'EN 805: 20 kPa (0.2 bar) for iron, steel and plastics' },
  insulationLeast: { value: 1e6, basis: 'IEC 60364-6: 1 MΩ at least up to 500 V; the cable maker’s figure rules' },
  flushSpeed: { value: 0.6, basis: 'Usual: 0.6 m/s carries air and dirt out of a loop' },
  liftFactor: { value: 1.1, basis: 'Usual lifting practice: what swings weighs a tenth more' },
  liftHand: { value: 0.1, basis: CLASS },
  liftRammer: { value: 0.15, basis: CLASS },
  liftPlate: { value: 0.2, basis: CLASS },
  liftRoller: { value: 0.3, basis: CLASS },
  fillPasses: { value: 4, basis: 'Usual: four passes; more where a reading is low' },
  impactFill: { value: 8, basis: TARGET },
  impactRoad: { value: 15, basis: TARGET },
  penetrationFill: { value: 0.025, basis: TARGET },
  penetrationRoad: { value: 0.012, basis: TARGET },
  densityFill: { value: 0.9, basis: TARGET },
  densityRoad: { value: 0.95, basis: TARGET },
  readingLeast: { value: 0.9, basis: 'Default of this program: no reading worse than its target by more than a tenth' },
  readingApart: { value: 10, basis: 'Usual default: one reading a lift at least, and every 10 m' },
  reuseStone: { value: 0.075, basis: 'Usual: stones to half a lift, 75 mm' },
  asLaidAside: { value: 0.1, basis: 'Usual default: 100 mm to either side; the drawings rule' },
  asLaidApart: { value: 10, basis: 'Usual default: every 10 m, and at every bend, end, joint, crossing and structure' },
};
const BORROWED = 'US tables, used here as a default for want of a local one';

export const ruleSets: Record<RuleSetId, RuleSet> = {
  US: {
    id: 'US',
    name: 'United States',
    units: 'us',
    currency: '$',
    widthMethod: 'ASTMD2321',
    widthBasis: 'ASTM D2321: the greater of OD + 16 in and 1.25 OD + 12 in',
    rules: {
      protectionDepth: { value: 5 * FOOT, basis: '29 CFR 1926.652: protective system at 5 ft (1.52 m) unless in stable rock' },
      protectionPromptDepth: {
        value: 4 * FOOT,
        basis: '29 CFR 1926.652: below 5 ft when a competent person sees any sign of cave-in; prompted from 4 ft',
      },
      engineerDepth: { value: 20 * FOOT, basis: '29 CFR 1926.652: over 20 ft (6.1 m) by a registered professional engineer' },
      egressDepth: { value: 4 * FOOT, basis: '29 CFR 1926.651(c): ladder, steps or ramp from 4 ft (1.22 m)' },
      egressTravel: { value: 25 * FOOT, basis: '29 CFR 1926.651(c): within 25 ft (7.6 m) of travel' },
      ladderAbove: { value: 3 * FOOT, basis: '29 CFR 1926.1053: side rails 3 ft (0.9 m) above the landing' },
      spoilSetback: { value: 2 * FOOT, basis: '29 CFR 1926.651(j): at least 2 ft (0.6 m) from the edge' },
      locateTolerance: { value: 24 * INCH, basis: 'Usual tolerance zone: 24 in (610 mm) outside the line; many states 18 in' },
      lineClearance: { value: 0.3, basis: 'Usual clear distance between lines; the owner of the line decides' },
      permitDepth: { value: 0, basis: 'Many sites ask for a permit for any dig' },
      locateWait: { value: 3, basis: 'Usual notice: 3 full working days, the day of the request not counted; varies by state' },
      locateLife: { value: 14, basis: 'Usual life: 14 days from the request; varies by state' },
      overheadExclusion: { value: 10 * FOOT, basis: '29 CFR 1926.1408: 10 ft (3.05 m) up to 50 kV; more above. The line’s owner decides' },
      ...LAYERS,
      ...NO_ENTRY,
      ...PROTECTION,
      ...LEVELS,
      ...LAYING,
      slopeAShort: { value: 0.5, basis: '29 CFR 1926 Subpart P App. B: type A, ½:1 open 24 hours or less, to 12 ft (3.66 m)' },
      edgeGuard: { value: 6 * FOOT, basis: '29 CFR 1926.501: walkways over 6 ft (1.83 m); wells and pits alike' },
      airDepth: { value: 4 * FOOT, basis: '29 CFR 1926.651(g): over 4 ft (1.22 m) where a hazard could exist' },
      flammable: { value: 0.2, basis: '29 CFR 1926.651(g): below 20 % of the lower limit' },
      ...SLOPES('29 CFR 1926 Subpart P App. B'),
      ...BENCHES('29 CFR 1926 Subpart P App. B'),
    },
  },
  UK: {
    id: 'UK',
    name: 'United Kingdom',
    units: 'metric',
    currency: '£',
    widthMethod: 'EN1610',
    widthBasis: 'EN 1610: the greater of the width by DN and the width by depth',
    rules: {
      protectionDepth: { value: 1.2, basis: 'BS 6031 practice: no depth is safe by itself; assessed support prompted from 1.2 m' },
      protectionPromptDepth: { value: 0, basis: 'HSG47/BS 6031 practice: assess at any depth a person enters' },
      engineerDepth: { value: 6, basis: 'BS 6031 practice: outside standard solutions, over 6 m' },
      egressDepth: { value: 1.2, basis: 'BS 6031 practice: a secured ladder at every working place; prompted from 1.2 m' },
      egressTravel: { value: 7.5, basis: 'A ladder at every working place; 7.5 m travel as a prompt' },
      ladderAbove: { value: 1, basis: 'About 1 m above the stepping-off place' },
      spoilSetback: { value: 1, basis: 'BS 6031 practice: at least 1.0 m or depth-related, no surcharge unless designed' },
      locateTolerance: { value: 0.5, basis: 'HSG47 practice: no machine within 500 mm of a line' },
      lineClearance: { value: 0.3, basis: 'Usual clear distance between lines; the owner of the line decides' },
      permitDepth: { value: 0, basis: 'Many sites ask for a permit for any dig' },
      locateWait: { value: 0, basis: 'HSG47 practice: plans first, then detect and mark; no fixed notice' },
      locateLife: { value: null, basis: 'HSG47 practice: no fixed life; re-mark when marks fade or plans are renewed' },
      overheadExclusion: { value: 3, basis: 'Usual prompt, 3 m; the line’s owner decides by voltage' },
      ...LAYERS,
      ...NO_ENTRY,
      ...PROTECTION,
      ...LEVELS,
      ...LAYING,
      sulphide: { value: 5, basis: 'EH40 practice: 5 ppm' },
      monoxide: { value: 20, basis: 'EH40 practice: 20 ppm' },
      ...SLOPES(BORROWED),
      ...BENCHES(BORROWED),
    },
  },
  AUNZ: {
    id: 'AUNZ',
    name: 'Australia / New Zealand',
    units: 'metric',
    currency: '$',
    widthMethod: 'EN1610',
    widthBasis: 'Widths of EN 1610 as a default; check AS/NZS 2566.2',
    rules: {
      protectionDepth: { value: 1.5, basis: 'WHS excavation work code of practice: from 1.5 m' },
      protectionPromptDepth: { value: 0, basis: 'WHS excavation work code of practice: below 1.5 m where at risk of collapse; assess' },
      engineerDepth: { value: null, basis: 'As assessed, or over the support maker’s table' },
      egressDepth: { value: 1.5, basis: 'WHS excavation work code of practice: ladder in the protected part; prompted from 1.5 m' },
      egressTravel: { value: 4.5, basis: 'Ladders each 9 m: 4.5 m to the nearer' },
      ladderAbove: { value: 1, basis: 'About 1 m above the lip' },
      spoilSetback: { value: 0.6, basis: 'WHS excavation work code of practice: at least 0.6 m, 1 m preferred' },
      locateTolerance: { value: 0.5, basis: 'Usual hand-dig distance 500 mm; the owner of the line decides' },
      lineClearance: { value: 0.3, basis: 'Usual clear distance between lines; the owner of the line decides' },
      permitDepth: { value: 0, basis: 'Many sites ask for a permit for any dig' },
      locateWait: { value: 0, basis: 'No fixed notice: dig when plans are in and lines are marked' },
      locateLife: { value: 30, basis: 'Plans no older than 30 days' },
      overheadExclusion: { value: 3, basis: 'Usual approach distance of plant, 3 m; the line’s owner decides by voltage' },
      ...LAYERS,
      ...NO_ENTRY,
      ...PROTECTION,
      ...LEVELS,
      ...LAYING,
      flammable: { value: 0.05, basis: 'Usual alarm: 5 % of the lower explosive limit' },
      monoxide: { value: 30, basis: 'Workplace standard: 30 ppm' },
      ...SLOPES(BORROWED),
      ...BENCHES(BORROWED),
    },
  },
};

/** Least working width by EN 1610, metres added to the OD. Each row holds up to and including its `dn`. */
export const en1610ByDn = [
  { dn: 0.225, add: 0.4 },
  { dn: 0.35, add: 0.5 },
  { dn: 0.7, add: 0.7 },
  { dn: 1.2, add: 0.85 },
  { dn: Infinity, add: 1.0 },
] as const;
/** For walls battered to 60° from horizontal or flatter, EN 1610 adds this for every DN. */
export const en1610Battered = { add: 0.4, flattestHV: 1 / Math.tan(Math.PI / 3) } as const;
/** Least width by depth under EN 1610, metres: none below `noneBelow`, then each row up to and including its depth. */
export const en1610ByDepth = {
  noneBelow: 1.0,
  rows: [
    { depth: 1.75, width: 0.8 },
    { depth: 4.0, width: 0.9 },
    { depth: Infinity, width: 1.0 },
  ],
} as const;
export const astmD2321 = { add: 16 * INCH, factor: 1.25, plus: 12 * INCH } as const;
