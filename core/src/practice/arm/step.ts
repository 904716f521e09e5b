import type { ArmPoint, GroundId, Pose } from '../../catalogue';
import { payload } from '../../machine/cycle';
import { liftAt } from '../../machine/lift';
import { pushDown } from '../../machine/pin';
import { resistance } from '../../machine/power';
import { DYNAMIC } from '../../machine/figures';
import { dugBelow, pressed } from './boxing';
import { stepLifting } from './lifting';
import { bucketAngle, followed, IN_LINE, JOINTS, teethOf, TICK, turned, withEvents, type Joint } from './motion';
import { COLUMN, columnAt, cutTo, letFall, levelStrip, surfaceAt, swells, above, type Strip } from './soil';
import type { ArmEvent, ArmState, Levers, Pit } from './state';

/** A chip this thick meets the full resistance of the ground, metres; thinner ones their share. */
const CHIP = 0.15;
/** What the back of the bucket smears aside without being stopped, metres thick. */
const SMEAR = 0.02;
/** Mass of ground in the bank, kg/m³. Source: usual; wet clay more. */
const BANK_MASS: Record<GroundId, number> = { sand: 1800, loam: 1700, clay: 1900, rock: 2300 };
/** A bucket lets go where its mouth looks further down than this, and holds all of it above the second: the mouth's height, −1 to 1. */
const POURS = -0.5;
const HOLDS = 0.1;
/** The teeth clear of the ground by this much carry, metres. */
const CLEAR = 0.05;

/** Where the mouth of a bucket at an angle looks. */
const mouth = (angle: number): ArmPoint => ({ x: Math.sin(angle), z: -Math.cos(angle) });

/** The arm drawn in over level ground, before anything is dug. @param from, to of the strip in which anybody could dig. */
export function begin(pit: Pit, ground: GroundId, [from, to]: readonly [number, number], at: number): ArmState {
  const { boomTurn, stickTurn, tipTurn } = pit.machine.arm;
  const share = ([low, high]: readonly [number, number], part: number) => low + (high - low) * part;
  return {
    tick: 0,
    at,
    pose: { boom: share(boomTurn, 0.75), stick: share(stickTurn, 0.3), tip: share(tipTurn, 0.5) },
    swing: 0,
    rate: { boom: 0, stick: 0, tip: 0, swing: 0, travel: 0 },
    strip: levelStrip(from, to, ground),
    load: 0,
    heap: 0,
    spilt: 0,
    moves: 0,
    dugHere: false,
    now: [],
    events: [],
    over: false,
  };
}

/** A line between two points in pieces no wider than a column. */
function* along(a: ArmPoint, b: ArmPoint): Generator<ArmPoint> {
  const steps = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.z - a.z) / (COLUMN / 2)));
  for (let i = 1; i <= steps; i++) yield { x: a.x + ((b.x - a.x) * i) / steps, z: a.z + ((b.z - a.z) * i) / steps };
}

/** Ground the teeth would take on their way, m² in the bank. */
function chipOn(strip: Strip, a: ArmPoint, b: ArmPoint): number {
  const lowest = new Map<number, number>();
  for (const { x, z } of along(a, b)) {
    const column = columnAt(strip, x);
    lowest.set(column, Math.min(z, lowest.get(column) ?? Infinity));
  }
  let area = 0;
  for (const [column, level] of lowest) area += above(strip, column, level);
  return area;
}

/** A line whose rim the teeth come upon between two points. */
const hitOn = ({ hidden }: Pit, a: ArmPoint, b: ArmPoint) =>
  hidden.find((line) => [...along(a, b)].some(({ x, z }) => Math.hypot(x - line.x, z - line.z) <= line.size / 2));

/**
 * One tick on. Pure: the same state and levers give the same next state. Soil is only moved: strip, bucket, heap and what was spilt hold the same in the bank.
 */
export function step(pit: Pit, before: ArmState, levers: Levers): ArmState {
  if (before.over) return { ...before, tick: before.tick + 1, now: [] };
  if (pit.lift && before.hung) return stepLifting(pit, pit.lift, before, before.hung, levers);
  const { machine } = pit;
  const rate = followed(pit, before, levers);
  const now: ArmEvent[] = [];
  const { strip } = before;
  const state = { ...before, tick: before.tick + 1, rate };
  const teeth = teethOf(pit, before);
  const inLine = Math.abs(before.swing) < IN_LINE;
  const below = inLine && teeth.z < surfaceAt(strip, teeth.x) - CLEAR;
  const sunk = inLine && teeth.z < -CLEAR;

  // Swing and tracks only with the bucket out of the slit.
  if (sunk && Math.abs(rate.swing) > 0.05 && levers.swing !== 0) now.push('wall');
  if (sunk || (below && levers.swing !== 0)) rate.swing = 0;
  state.swing = between(0, before.swing + rate.swing * TICK, pit.heapAt);
  if (sunk && Math.abs(levers.travel) > 0) now.push('dragged');
  if (sunk) rate.travel = 0;
  state.at = before.at + rate.travel * TICK;
  if (Math.abs(rate.travel) > 0.05 && state.dugHere) {
    state.moves = before.moves + 1;
    state.dugHere = false;
  }

  const moved = inLine ? pressing(pit, state, before, now) : { pose: turned(pit, before.pose, rate), struck: undefined };
  state.pose = moved.pose;
  const end = teethOf(pit, state);

  pour(pit, state, end, now);
  const radius = Math.max(0.3, end.x - state.at);
  const mass = state.load * BANK_MASS[strip.ground] * DYNAMIC;
  const may = liftAt(machine, radius, state.swing);
  if (mass > may.tipping) now.push('tipped');
  else if (mass > may.rated && !inLine) now.push('heavy');
  if (moved.struck !== undefined) now.push('struck');

  return withEvents(before, state, now, moved.struck);
}

const between = (low: number, value: number, high: number): number => Math.min(high, Math.max(low, value));

/** Digs, and presses the box where the teeth come down on it: where that does not give, the arm stands as it stood. */
function pressing(pit: Pit, state: ArmState, before: ArmState, now: ArmEvent[]): ReturnType<typeof dig> {
  const { box } = pit;
  if (!box || !before.box) return dig(pit, state, before, now);
  const comes = teethOf(pit, { at: state.at, pose: turned(pit, before.pose, state.rate) });
  const next = pressed(pit, box, before, before.box, teethOf(pit, before), comes, now);
  if (!next) return { pose: before.pose, struck: undefined };
  const moved = dig(pit, state, before, now);
  state.box = next;
  if (dugBelow(box, next, state) > box.below + 1e-9) now.push('below');
  return moved;
}

/**
 * Turns the joints through the ground: a ram the ground is stronger than stands still, the others go on; the back of the bucket goes nowhere. What the
 * teeth take goes into the bucket, and over its rim once that is full.
 */
function dig(pit: Pit, state: ArmState, before: ArmState, now: ArmEvent[]): { pose: Pose; struck: string | undefined } {
  const { machine, bucket } = pit;
  const { strip, rate } = state;
  const start = teethOf(pit, before);
  const rates = { boom: rate.boom, stick: rate.stick, tip: rate.tip };
  const reach = Math.max(0.3, start.x - before.at);
  const holds: Record<Joint, number> = {
    boom: pushDown(machine, reach, pit.bladeBehind),
    stick: machine.breakout.stick,
    tip: machine.breakout.bucket,
  };
  const says: Record<Joint, ArmEvent> = { boom: 'tracksLift', stick: 'stallStick', tip: 'stallCurl' };
  const capacity = payload(machine, bucket, strip.ground);
  // Each time a ram stands the rest is tried again: three at most.
  for (let round = 0; round <= JOINTS.length; round++) {
    const pose = turned(pit, before.pose, rates);
    const end = teethOf(pit, { at: state.at, pose });
    const way = Math.hypot(end.x - start.x, end.z - start.z);
    const chip = chipOn(strip, start, end);
    if (chip <= 0 || way < 1e-9) return { pose, struck: undefined };
    const looks = mouth(bucketAngle(before.pose));
    const forward = ((end.x - start.x) * looks.x + (end.z - start.z) * looks.z) / way;
    const downward = (start.z - end.z) / way;
    // Pressed straight in with the teeth first the bucket goes, pushed with its back it does not.
    if (forward < -0.5 && downward < 0.5) {
      if (chip / way <= SMEAR) return { pose, struck: undefined };
      now.push('back');
      return { pose: before.pose, struck: undefined };
    }
    const needs = resistance[strip.ground] * bucket * Math.min(1, chip / way / CHIP);
    const weak = JOINTS.filter((joint) => {
      if (Math.abs(rates[joint]) < 1e-6) return false;
      // The boom bears what is pressed down; what is drawn or curled the others bear.
      if (joint === 'boom') return rates.boom < 0 && needs * Math.max(0, downward) > holds.boom;
      return needs > holds[joint];
    });
    if (weak.length === 0) {
      const struck = hitOn(pit, start, end);
      state.strip = copied(strip);
      const took = take(state.strip, start, end) * bucket;
      const room = Math.max(0, capacity - state.load);
      state.load += Math.min(room, took);
      // Over its rim it falls back before the bucket.
      if (took > room) letFall(state.strip, end.x - machine.arm.tip / 2, (took - room) / bucket);
      state.dugHere ||= took > 0;
      return { pose, struck: struck?.name };
    }
    for (const joint of weak) {
      rates[joint] = 0;
      if (!now.includes(says[joint])) now.push(says[joint]);
    }
  }
  return { pose: before.pose, struck: undefined };
}

/** The ground as it was stays as it was: only what is moved is written anew. */
const copied = (strip: Strip): Strip => ({ ...strip, bank: [...strip.bank], loose: [...strip.loose] });

/** Takes off what the teeth pass through. @returns m² in the bank. */
function take(strip: Strip, a: ArmPoint, b: ArmPoint): number {
  let area = 0;
  for (const { x, z } of along(a, b)) area += cutTo(strip, columnAt(strip, x), z);
  return area;
}

/** Lets go what the bucket no longer holds: on the heap, between, or back into the slit. */
function pour(pit: Pit, state: ArmState, teeth: ArmPoint, now: ArmEvent[]): void {
  if (state.load <= 0 || teeth.z < surfaceAt(state.strip, teeth.x) + CLEAR) return;
  const up = mouth(bucketAngle(state.pose)).z;
  const share = Math.min(1, Math.max(0, (up - POURS) / (HOLDS - POURS)));
  const holds = share * payload(pit.machine, pit.bucket, state.strip.ground);
  const falls = state.load - Math.min(state.load, holds);
  if (falls <= 0) return;
  state.load -= falls;
  const away = (teeth.x - state.at) * Math.sin(state.swing) - pit.bucket / 2;
  if (Math.abs(state.swing) < IN_LINE) {
    state.strip = copied(state.strip);
    letFall(state.strip, teeth.x, falls / pit.bucket);
  } else if (away >= pit.setback) state.heap += falls;
  else {
    state.spilt += falls;
    now.push('edge');
  }
}

/** All the soil there is, m³ in the bank: it never changes. @param floor a level nobody reaches, metres. */
export const soilIn = ({ bucket }: Pit, { strip, load, heap, spilt }: ArmState, floor: number): number =>
  strip.bank.reduce((sum, bank, i) => sum + (bank - floor + (strip.loose[i] as number) / swells(strip)) * COLUMN, 0) * bucket +
  load +
  heap +
  spilt;
