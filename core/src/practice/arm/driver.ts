import { fullReach, type Arm, type ArmPoint, type Pose } from '../../catalogue';
import { payload } from '../../machine/cycle';
import { poseAt } from '../../machine/reach';
import { windowOf } from '../../machine/setUps';
import { bucketAngle, LAG, strokeOf, SWING, teethOf, TICK, TRAVEL } from './motion';
import { columnMiddle, surfaceAt, type Strip } from './soil';
import { NO_LEVERS, type ArmState, type Levers, type Pit } from './state';

/** A floor to be dug: between two stations, so deep at each, metres below the ground. */
export interface Floor {
  from: number;
  to: number;
  depthAt: (x: number) => number;
}

/** How fast a hand that knows it moves the teeth in the ground, m/s, and the joints in the air, as a share of their stroke. */
const DRAWS = 0.5;
const AIR = 0.8;
/** Thickness taken at once, metres: no ram stalls on it. */
const LAYER = 0.08;
/** Bucket angles from hanging, tried in this order: radians. */
const ANGLES = Array.from({ length: 13 }, (_, i) => -Math.PI / 2 + (((i % 2 === 0 ? i : -i - 1) / 2) * Math.PI) / 36);
/** The bucket as it carries, and as it lets go: angle from level. */
const CURLED = (-140 * Math.PI) / 180;
const OPEN = (-35 * Math.PI) / 180;

/** Points of a floor asked for how deep it is, metres apart. */
const ASKED = 0.1;
/** The deepest of a stretch of a floor, metres. */
export function deepestIn({ from, to, depthAt }: Floor): number {
  const count = Math.max(1, Math.ceil((to - from) / ASKED));
  return Math.max(...Array.from({ length: count + 1 }, (_, i) => depthAt(from + ((to - from) * i) / count)));
}

/** The lever that brings a rate to what is needed: reached only by and by, it asks for so much that it is there after so many ticks. @param full rate at its end. */
const leverFor = (rate: number, needed: number, full: number, ticks = 1): number => (rate + ((needed - rate) * LAG) / TICK / ticks) / full;
/** Ticks in which swing and tracks come to the rate they need: their mass follows slower. */
const EASY = 4;
/** The rate that covers what is left in so many ticks, no faster than it goes. */
const rateFor = (left: number, most: number, ticks: number): number => Math.min(most, Math.max(-most, left / (TICK * ticks)));

/** Levers that bring the joints to a pose within a tick, as far as their strokes let them. */
function towards(pit: Pit, { pose, rate }: ArmState, aim: Pose): Pick<Levers, 'boom' | 'stick' | 'tip'> {
  const lever = (joint: 'boom' | 'stick' | 'tip') => leverFor(rate[joint], (aim[joint] - pose[joint]) / TICK, strokeOf(pit, joint));
  return { boom: lever('boom'), stick: lever('stick'), tip: lever('tip') };
}

/** How fast the bucket turns in the ground, rad/s; how near the teeth are to where they should be before they are led on, metres, and for how many ticks that is waited for. */
const TURNS = 1;
const FOLLOWS = 0.003;
const WAITS = 30;
/** Above the ground, metres, before the teeth are set down; how much of the last stroke is gone over again; strokes for one layer at most. */
const OVER = 0.15;
const AGAIN = 0.03;
const BITES = 60;
/** Kept from the ends of the window, metres: there a joint is at its limit. */
const EDGE = 0.02;

/** Teeth as the arm sees them: from its own swing axis. */
const teethIn = (pit: Pit, { pose }: ArmState): ArmPoint => teethOf(pit, { at: 0, pose });

/** Shares of the reach at which it carries, the handiest first. */
const CARRIED = [0.62, 0.55, 0.7, 0.5, 0.75];
/** A pose over the ground with the bucket at an angle, where it can first be had. @throws RangeError where none can. */
function poseFor(arm: Arm, angle: number): Pose {
  const most = fullReach(arm);
  for (const share of CARRIED)
    for (const z of [0.7, 1, 0.5, 1.3]) {
      const pose = poseAt(arm, { x: most * share, z }, angle);
      if (pose) return pose;
    }
  throw new RangeError('The arm does not carry its bucket so.');
}

/** From rest to rest: a stroke that begins or ends at full speed overshoots. */
const eased = (part: number): number => part * part * (3 - 2 * part);
const mix = (a: number, b: number, part: number): number => a + (b - a) * part;

/** The pose with the teeth on a point and the bucket as near to an angle as the joints let it. */
export function poseNear(arm: Arm, point: ArmPoint, angle: number): Pose | undefined {
  for (let off = 0; off <= 75; off += 2.5)
    for (const side of off === 0 ? [0] : [-off, off]) {
      const pose = poseAt(arm, point, angle + (side * Math.PI) / 180);
      if (pose) return pose;
    }
  return undefined;
}

/**
 * Levers that lead a point of the arm straight to another, from rest to rest, in the time that takes at a speed. Points along the slit, metres.
 * @param poseOf the pose with it on a point, as the arm sees it; where there is none everything stands for that tick.
 */
export function* glide(
  pit: Pit,
  now: () => ArmState,
  [from, to]: readonly [ArmPoint, ArmPoint],
  fast: number,
  poseOf: (point: ArmPoint) => Pose | undefined,
): Generator<Levers, void> {
  const ticks = Math.max(1, Math.ceil(((Math.hypot(to.x - from.x, to.z - from.z) / fast) * 1.5) / TICK));
  for (let i = 1; i <= ticks; i++) {
    const part = eased(i / ticks);
    const pose = poseOf({ x: mix(from.x, to.x, part) - now().at, z: mix(from.z, to.z, part) });
    yield pose ? { ...NO_LEVERS, ...towards(pit, now(), pose) } : NO_LEVERS;
  }
}

/** Points tried along a layer, metres apart; so much longer a stroke has to be to be worth another angle. */
const LOOK = 0.05;
const WORTH = 0.1;

/** The part of a layer that the teeth shave in one go with the bucket held at one angle, as the arm sees it; the longest of all angles. */
function shaved(
  { machine: { arm } }: Pit,
  { from, to, depthAt }: Floor,
  worth: number,
): { from: number; to: number; angle: number } | undefined {
  let best: { from: number; to: number; angle: number } | undefined;
  for (const angle of ANGLES) {
    const can = (x: number) => poseAt(arm, { x, z: -depthAt(x) }, angle) !== undefined;
    let start: number | undefined;
    const count = Math.max(1, Math.ceil((to - from) / LOOK));
    for (let i = 0; i <= count + 1; i++) {
      const x = from + ((to - from) * i) / count;
      if (i <= count && can(x)) start ??= x;
      else if (start !== undefined) {
        const end = from + ((to - from) * (i - 1)) / count;
        // A bucket that hangs digs better than one held askew for a hand's width more.
        if (!best || end - start > best.to - best.from + worth) best = { from: start, to: end, angle };
        start = undefined;
      }
    }
  }
  return best;
}

/** Does a stretch lie as deep as that everywhere? */
const isDug = (strip: Strip, { from, to, depthAt }: Floor): boolean =>
  strip.bank.every((_, column) => {
    const x = columnMiddle(strip, column);
    return x < from || x > to || surfaceAt(strip, x) <= 1e-6 - depthAt(x);
  });

/**
 * A hand that knows it: digs a floor from the far end, layer by layer, each bucket to the heap, and moves the machine back when its arm shaves no more. Asks for what
 * stands now, and answers with the levers of the next tick. Ends when the floor is dug, or where the machine does not get to.
 */
export function* bestHand(pit: Pit, floor: Floor, now: () => ArmState): Generator<Levers, void> {
  const { machine } = pit;
  const { arm } = machine;
  /** Joints from where they are to a pose, through the air. */
  function* swingTo(aim: Pose): Generator<Levers, void> {
    const from = now().pose;
    const turn = Math.max(
      ...(['boom', 'stick', 'tip'] as const).map((joint) => Math.abs(aim[joint] - from[joint]) / (strokeOf(pit, joint) * AIR)),
    );
    const ticks = Math.max(1, Math.ceil(turn / TICK));
    for (let i = 1; i <= ticks; i++) {
      const part = i / ticks;
      const pose = { boom: mix(from.boom, aim.boom, part), stick: mix(from.stick, aim.stick, part), tip: mix(from.tip, aim.tip, part) };
      yield { ...NO_LEVERS, ...towards(pit, now(), pose) };
    }
  }
  /** The teeth straight from where they are to a point, the bucket turning on the way; no faster than they follow. @returns whether they got there before the bucket was full. */
  function* drawTo(to: ArmPoint, angle: number, mayFill = false): Generator<Levers, boolean> {
    const a = teethIn(pit, now());
    const turned = bucketAngle(now().pose);
    const ticks = Math.max(
      1,
      Math.ceil((Math.max(Math.hypot(to.x - a.x, to.z - a.z) / DRAWS, Math.abs(angle - turned) / TURNS) * 1.5) / TICK),
    );
    for (let i = 1, waited = 0; i <= ticks;) {
      const part = eased(i / ticks);
      const point = { x: mix(a.x, to.x, part), z: mix(a.z, to.z, part) };
      const pose = poseNear(arm, point, mix(turned, angle, part));
      if (!pose) return true;
      yield { ...NO_LEVERS, ...towards(pit, now(), pose) };
      if (!mayFill && now().load >= full) return false;
      const teeth = teethIn(pit, now());
      const there =
        Math.hypot(teeth.x - point.x, teeth.z - point.z) < FOLLOWS && Math.abs(bucketAngle(now().pose) - bucketAngle(pose)) < 0.05;
      if (there || ++waited > WAITS) [i, waited] = [i + 1, 0];
    }
    return true;
  }
  function* turnTo(swing: number): Generator<Levers, void> {
    for (let i = 0; i < 2000 && Math.abs(now().swing - swing) > 0.01; i++) {
      yield { ...NO_LEVERS, swing: leverFor(now().rate.swing, rateFor(swing - now().swing, SWING, 12), SWING, EASY) };
    }
    while (Math.abs(now().rate.swing) > 0.005) yield NO_LEVERS;
  }
  const carry = poseFor(arm, CURLED);
  const tipped = poseFor(arm, OPEN);
  const full = payload(machine, pit.bucket, now().strip.ground) * 0.95;
  function* toHeap(): Generator<Levers, void> {
    const teeth = teethIn(pit, now());
    yield* drawTo({ x: teeth.x, z: teeth.z + 0.2 }, CURLED, true);
    yield* drawTo({ x: teeth.x, z: 0.4 }, CURLED, true);
    yield* swingTo(carry);
    yield* turnTo(pit.heapAt);
    yield* swingTo(tipped);
    yield* swingTo(carry);
    yield* turnTo(0);
  }

  let right = floor.to;
  while (right > floor.from + 1e-6) {
    const deepest = deepestIn({ ...floor, to: right });
    const window = windowOf(machine, deepest);
    if (!window || window.to - window.from < 0.1) return;
    // It stands so that the far end of its window is the far end of what is left.
    const stand = right - window.to + EDGE;
    yield* swingTo(carry);
    for (let i = 0; i < 5000 && Math.abs(now().at - stand) > 0.002; i++) {
      yield { ...NO_LEVERS, travel: leverFor(now().rate.travel, rateFor(stand - now().at, TRAVEL, 10), TRAVEL, EASY) };
    }
    while (Math.abs(now().rate.travel) > 0.001) yield NO_LEVERS;
    const at = now().at;
    const left = Math.max(floor.from, at + window.from + EDGE);
    const layers = Math.max(1, Math.ceil(deepest / LAYER));
    let reached = right;
    for (let layer = 1; layer <= layers; layer++) {
      const depthAt = (x: number) => (floor.depthAt(x + at) * layer) / layers;
      // The last decides how far one gets from here: as long as can be.
      const part = shaved(pit, { from: left - at, to: right - at, depthAt }, layer === layers ? 1e-9 : WORTH);
      if (!part) continue;
      // What is dug so far already is not gone over again.
      if (layer < layers && isDug(now().strip, { from: part.from + at, to: part.to + at, depthAt: (x) => depthAt(x - at) })) continue;
      if (layer === layers) reached = at + part.from;
      let x = part.to;
      for (let bite = 0; bite < BITES && x > part.from + 1e-4; bite++) {
        const over = poseAt(arm, { x, z: OVER }, part.angle) ?? poseAt(arm, { x: x - 0.3, z: OVER }, part.angle);
        if (over) yield* swingTo(over);
        yield* drawTo({ x, z: -depthAt(x) }, part.angle);
        const whole = yield* drawTo({ x: part.from, z: -depthAt(part.from) }, part.angle);
        // A little of the last stroke again, so that nothing stays between.
        x = whole ? part.from : Math.min(x, teethIn(pit, now()).x + AGAIN);
        yield* toHeap();
      }
    }
    // What the last layer left standing is dug from the next place.
    if (reached > right - 0.05) return;
    right = reached;
  }
}
