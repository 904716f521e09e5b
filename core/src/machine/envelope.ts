import type { Arm, ArmPoint } from '../catalogue';
import type { Range } from '../geometry';
import { across, within, wrapped } from './angles';

/** Where the teeth get, seen from the boom's foot: at a distance, between two bearings above the level, radians. */
interface Ring extends Range {
  distance: number;
}

/** Bearing of the end of a chain from its own first link. */
const bearing = (links: readonly (readonly [length: number, turned: number])[]): number => {
  const [x, z] = links.reduce(([sx, sz], [length, turned]) => [sx + length * Math.cos(turned), sz + length * Math.sin(turned)], [0, 0]);
  return Math.atan2(z, x);
};
/** Turns of a second link that make two links span a distance. */
function turnsFor(a: number, b: number, distance: number): number[] {
  const cosine = (distance * distance - a * a - b * b) / (2 * a * b);
  if (Math.abs(cosine) > 1) return [];
  const turn = Math.acos(cosine);
  return [turn, -turn];
}

/** Two links of an arm held as one: its length, how far its end is turned from its first link, and at which turn of the joint between them. */
interface Held {
  length: number;
  skew: number;
  at: number;
}
const held = (first: number, second: number, at: number): Held => ({
  length: across(first, second, at),
  skew: bearing([
    [first, 0],
    [second, at],
  ]),
  at,
});
/** Stick and bucket as one link, for each way the bucket may be held at its limits or in line; boom and stick as one, at each end of the stick's turn; kept for each arm. */
function pairsOf(arm: Arm): Pairs {
  const before = known.get(arm);
  if (before) return before;
  const pairs = {
    outer: [...arm.tipTurn, 0, Math.PI, -Math.PI].map((tip) => held(arm.stick, arm.tip, tip)),
    inner: arm.stickTurn.map((stick) => held(arm.boom, arm.stick, stick)),
  };
  known.set(arm, pairs);
  return pairs;
}
interface Pairs {
  outer: Held[];
  inner: Held[];
}
const known = new WeakMap<Arm, Pairs>();

/**
 * Bearings the teeth can have from the boom, at a distance from its foot, radians; undefined where they cannot be. Source: at a given distance the
 * bearing is greatest and least where a joint is at its limit, or stick and bucket lie in line; each is two triangles.
 */
function innerBearings(arm: Arm, distance: number): Range | undefined {
  const { outer, inner } = pairsOf(arm);
  let from = Infinity;
  let to = -Infinity;
  const note = (stick: number, tip: number) => {
    if (!within(stick, arm.stickTurn) || !within(tip, arm.tipTurn)) return;
    const angle = bearing([
      [arm.boom, 0],
      [arm.stick, stick],
      [arm.tip, stick + tip],
    ]);
    from = Math.min(from, angle);
    to = Math.max(to, angle);
  };
  // The elbow does the rest, then the bucket.
  for (const { length, skew, at } of outer) for (const turn of turnsFor(arm.boom, length, distance)) note(wrapped(turn - skew), at);
  for (const { length, skew, at } of inner) for (const turn of turnsFor(length, arm.tip, distance)) note(at, wrapped(turn - at + skew));
  return from <= to ? { from, to } : undefined;
}

/** Bearings from level of the teeth at a distance from the boom's foot: those from the boom, and the boom's own turn on top. */
function ringAt(arm: Arm, distance: number): Ring | undefined {
  const inner = innerBearings(arm, distance);
  return inner && { distance, from: inner.from + arm.boomTurn[0], to: inner.to + arm.boomTurn[1] };
}

/** Distances looked at between nearest and furthest: closer than the eye, and 0.1 % of the area. */
const RINGS = 160;
/** Share of the outermost step at which its ring is taken: the very last is one pose. */
const LAST = 0.02;

/** Rings of all the teeth reach, nearest first. */
export function ringsOf(arm: Arm): Ring[] {
  const most = arm.boom + arm.stick + arm.tip;
  const rings = Array.from({ length: RINGS * 4 }, (_, i) => ringAt(arm, ((i + 0.5) / (RINGS * 4)) * most)).filter(
    (ring) => ring !== undefined,
  );
  const [first, last] = [rings[0], rings.at(-1)];
  if (!first || !last) return [];
  const step = (last.distance - first.distance) / RINGS;
  const between = Array.from({ length: RINGS + 1 }, (_, i) =>
    ringAt(arm, first.distance + Math.min(RINGS - LAST, Math.max(LAST, i)) * step),
  );
  return between.filter((ring) => ring !== undefined);
}

/** Can the teeth get to a point, the bucket any way it goes? */
export function reaches(arm: Arm, { x, z }: ArmPoint): boolean {
  const [dx, dz] = [x - arm.foot.x, z - arm.foot.z];
  const ring = ringAt(arm, Math.hypot(dx, dz));
  if (!ring) return false;
  const angle = Math.atan2(dz, dx);
  return [angle, angle + 2 * Math.PI, angle - 2 * Math.PI].some((one) => within(one, [ring.from, ring.to]));
}

/** Outline of all the teeth reach in the arm's plane, metres: up the outside of the rings and back along their lower ends. */
export function envelope(arm: Arm): ArmPoint[] {
  const rings = ringsOf(arm);
  const point = (distance: number, angle: number): ArmPoint => ({
    x: arm.foot.x + distance * Math.cos(angle),
    z: arm.foot.z + distance * Math.sin(angle),
  });
  const outermost = rings.at(-1);
  const innermost = rings[0];
  if (!outermost || !innermost) return [];
  const arc = ({ distance, from, to }: Ring) => Array.from({ length: 25 }, (_, i) => point(distance, from + ((to - from) * i) / 24));
  return [
    ...rings.map(({ distance, from }) => point(distance, from)),
    ...arc(outermost),
    ...rings.toReversed().map(({ distance, to }) => point(distance, to)),
    ...arc(innermost).toReversed(),
  ];
}

/** Area the teeth reach, m²: rings of distance × turn × thickness, by the trapezium rule. */
export function envelopeArea(arm: Arm): number {
  const rings = ringsOf(arm);
  const width = ({ distance, from, to }: Ring) => distance * Math.min(2 * Math.PI, to - from);
  let area = 0;
  for (let i = 0; i + 1 < rings.length; i++) {
    const [a, b] = [rings[i], rings[i + 1]] as [Ring, Ring];
    area += ((width(a) + width(b)) / 2) * (b.distance - a.distance);
  }
  return area;
}
