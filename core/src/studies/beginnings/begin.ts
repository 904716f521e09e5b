import { extent, fallingRun, groundAt, withStructureEvery } from '../../alignment';
import { blankCulvert, USUAL_BANK } from '../../alignment/cover';
import { culvertLength } from '../../alignment/culvert';
import { productWith } from '../../catalogue';
import { applyPatches, blankLaidLine, blankRun, InputError, type Fix, type Job, type NewId, type Run } from '../../job';
import { lookOf, mendsOf } from '../../plan';
import { blankHouse, blankLandDrain, blankLoops, headerPatches, loopsReport, RODS_REACH } from '../../purposes';
import { arrangeLines } from '../../trench';
import { answerFaults, type Answers } from './list';

/**
 * What a line is laid with wherever nobody says otherwise: its bed and stone, room beside it, cover, tape, tracer and fabric. Whether walls are held, what digs
 * it, what lies in the way and which line goes in are decisions and are left to whoever plans.
 */
const USUAL = /^trench\.(?!floods)/;
/** A drain has to fall and to keep itself clean, however deep that takes it. */
const FALLS = /^alignment\.(onCover|fall|velocity)$/;
/** Room beside a trench nobody has measured yet, metres from its middle. */
const ROOM = 6;
/** Least room at either side of a line for it to be planned, metres. */
const BESIDE = 0.05;
/** More rounds than there are things to settle. */
const ROUNDS = 16;

/** A run with everything its line usually wants, by the fixes of its own findings. */
function settled(job: Job, begun: Run): Run {
  const look = lookOf(job);
  /** Is every stop after it one that is settled here too? A deeper bed may ask for more room beside the line. */
  const bringsOnlyUsual = (run: Run, fix: Fix): boolean =>
    look(applyPatches(run, fix.patches))?.every(
      ({ severity, code, fixes }) => severity !== 'stop' || (USUAL.test(code) && fixes.length > 0),
    ) ?? false;
  /** The first fix there is to take; each that has to be tried is a plan, so none is tried past it. */
  const fixOf = (run: Run): Fix | undefined => {
    const found = look(run) ?? [];
    const steeper = found.find(({ code, fixes }) => FALLS.test(code) && fixes.length > 0);
    if (steeper) return steeper.fixes[0];
    for (const finding of found) {
      if (!USUAL.test(finding.code)) continue;
      const mend = mendsOf(finding, run, found, look).find(({ brings }) => brings.length === 0);
      const fix = mend?.fix ?? finding.fixes.find((one) => bringsOnlyUsual(run, one));
      if (fix) return fix;
    }
    return undefined;
  };
  let run = begun;
  for (let round = 0; round < ROUNDS; round++) {
    const fix = fixOf(run);
    if (!fix) break;
    run = applyPatches(run, fix.patches);
  }
  return run;
}

/**
 * A run from what people say of it: what its line usually wants is planned already.
 * @throws InputError with what is wrong with the answers.
 */
export function beginRun(job: Job, answers: Answers, newId: NewId): Run {
  const faults = answerFaults(answers);
  if (faults.length > 0) throw new InputError(faults);
  const { name, surface, frost, end, every, track } = answers;
  const field = answers.loops && { ...blankLoops(answers.products[0] ?? ''), ...answers.loops };
  const loops = field && loopsReport(job, field);
  // The trench is that of the headers; the loops go down or out from it.
  const products = loops?.headers[0] ? [loops.headers[0].product.id] : answers.products;
  const lines = products.flatMap((product) => productWith(product, job.products) ?? []);
  const [lead] = lines;
  if (!lead || lines.length < products.length) throw new InputError([{ field: 'products', message: 'Choose a line of the catalogue.' }]);
  const length = track ? bankLength(track, lead.minFall) : (loops?.trench.header ?? answers.length);
  const widest = Math.max(...lines.map(({ od }) => od));
  const base = blankRun({
    name: name.trim(),
    length,
    product: lead.id,
    cover: Math.max(lead.minCover[surface], frost),
    ruleSet: job.ruleSet,
  });
  const run: Run = {
    ...base,
    surface,
    // Room for the heap until somebody says how much there is.
    spoil: { ...base.spoil, corridorLeft: ROOM, corridorRight: ROOM },
    // Wide enough that the line goes in at all; how much room it wants beside it is settled below.
    reaches: base.reaches.map((reach) => ({ ...reach, frost, bottomWidth: Math.max(reach.bottomWidth, widest + 2 * BESIDE) })),
    laid: lines.map((line, i) => ({
      ...blankLaidLine(lines.length > 1 ? line.name : 'Line', line.id, newId()),
      // Side by side until they are arranged.
      x: i * 0.3,
    })),
  };
  const fed = every === undefined ? run : { ...run, structures: withStructureEvery(run, 0, every, 'pole', newId) };
  if (track) return settled(job, throughBank(fed, track, lead.minFall));
  if (field && loops) return settled(job, { ...applyPatches(fed, headerPatches(fed, field, loops, newId)), loops: field });
  if (answers.purpose === 'landDrain') return settled(job, stoned(fed, newId));
  const served = answers.purpose === 'house' ? { ...fed, house: blankHouse(lead) } : fed;
  const runsIn = end !== undefined && lead.minFall > 0 ? { ...served, ...endingAt(served, end, lead.minFall) } : served;
  const [best] = lines.length > 1 ? arrangeLines(job, runsIn, 0, 0).offers : [];
  return settled(job, best ? applyPatches(runsIn, best.patches) : runsIn);
}

/** How far a pipe falls from ditch to ditch and how long it is for it: the slope to the outlet is longer by what it falls, metres. */
const bankLength = ({ crown, height }: Track, fall: number): number =>
  Math.ceil((culvertLength({ crown, ...USUAL_BANK }, { inlet: height, outlet: height }) / (1 - USUAL_BANK.side * fall)) * 1000 - 1e-6) /
  1000;
type Track = NonNullable<Answers['track']>;

/** A land drain with clean stone in fabric up to under its turf, and a rodding point at its head and wherever rods end. */
const stoned = (run: Run, newId: NewId): Run => ({
  ...run,
  landDrain: blankLandDrain(),
  reaches: run.reaches.map((reach) => ({
    ...reach,
    fabric: true,
    toSurface: true,
    restoration: run.surface === 'field' ? [{ material: 'turf', thickness: TURF }] : reach.restoration,
  })),
  structures: withStructureEvery(run, extent(run).start, RODS_REACH, 'rodding', newId),
});
/** Turf and what it roots in, metres: usual. */
const TURF = 0.15;

/** A pipe from ditch to ditch under a track: bank and ditch as the ground, its inverts in the bed of the ditch. */
function throughBank(run: Run, { crown, height, flow }: Track, fall: number): Run {
  const { length } = extent(run);
  const road = groundAt(run.stations, 0);
  const upper = road - height;
  // To the millimetre, and never flatter than its kind needs.
  const lower = Math.floor((upper - fall * length) * 1000 + 1e-6) / 1000;
  const slope = (upper - lower) / length;
  const { side, beyond } = USUAL_BANK;
  const top = beyond + side * height;
  return {
    ...run,
    ...fallingRun(run, upper, lower),
    stations: [
      { station: 0, ground: upper },
      { station: beyond, ground: upper - slope * beyond },
      { station: top, ground: road },
      { station: top + crown, ground: road },
      { station: length - beyond, ground: lower + slope * beyond },
      { station: length, ground: lower },
    ],
    flow: flow > 0 ? { area: 0, runoff: 0, rain: 0, extra: flow } : null,
    culvert: blankCulvert(crown, road),
  };
}

/** A run that falls to an invert so far below the ground at its end. It has to run in there: that end stays where it is. */
function endingAt(run: Run, below: number, fall: number): Pick<Run, 'inverts' | 'reaches'> {
  const low = groundAt(run.stations, extent(run).end) - below;
  const { inverts, reaches } = fallingRun(run, low + fall * extent(run).length, low);
  return { reaches, inverts: inverts.map((level, i) => ({ ...level, keep: i === inverts.length - 1 })) };
}
