import { fullReach, type Machine } from '../catalogue';
import { EPSILON, firstFrom, largest, valueAt, without, type Range } from '../geometry';
import type { Reach, Run } from '../job';
import { extent, isOpen, reachEnd, type ProfileColumns } from '../alignment';
import { flatWindow } from './reach';

/** One place the machine digs from, in the order it works. Stations; `axis` may lie past the run's end. */
export interface SetUp extends Range {
  axis: number;
  depth: number;
  /** From the tracks to the face it leaves, metres. */
  edge: number;
}

/** Where a machine stands along a run, and where it does not get down. */
export interface SetUps {
  list: SetUp[];
  /** Too deep for it, or where it has hardly any floor to shave. */
  beyond: Range[];
  /** How far past the run's last station its tracks stand for the last bite, metres. */
  past: number;
  /** What its arm and its tail sweep round the axis, metres: nobody belongs in there. */
  swing: number;
  tail: number;
}

/** Windows are taken at steps of depth: finer than anybody digs. */
const STEP = 0.02;
const windows = new WeakMap<object, Map<number, Range | undefined>>();

/** Floor shaved level from one place at a depth, on the safe side of a step of 20 mm; kept for each arm. */
export function windowOf({ arm }: Pick<Machine, 'arm'>, depth: number): Range | undefined {
  const known = windows.get(arm) ?? new Map<number, Range | undefined>();
  windows.set(arm, known);
  const step = Math.max(1, Math.ceil(depth / STEP - EPSILON));
  if (!known.has(step)) known.set(step, flatWindow(arm, step * STEP));
  return known.get(step);
}

/** Less floor than this from one place is none: the machine would move all day. */
const LEAST_FLOOR = 0.15;
/** A stretch it cannot dig is stepped over so far at a time, metres. */
const SKIP = 1;

/**
 * Set-ups one after another: it stands astride of the line ahead of its dig, draws the floor level as far as its arm shaves it, and moves back by
 * as much. The deepest of each bite decides how long it is. No-dig reaches and stretches dug by hand are passed over.
 */
export function setUpsOf(run: Run, profile: ProfileColumns, machine: Machine): SetUps {
  const { start, end } = extent(run);
  const forward = run.access.digFrom === 'start';
  const toWork = (station: number) => (forward ? station - start : end - station);
  const toStation = (along: number) => (forward ? start + along : end - along);
  const parts = run.reaches
    .flatMap((reach, index) => (isOpen(reach) ? without({ from: reach.from, to: reachEnd(run, index) }, run.logistics.byHand) : []))
    .map(({ from, to }) => ({ from: Math.min(toWork(from), toWork(to)), to: Math.max(toWork(from), toWork(to)) }))
    .sort((a, b) => a.from - b.from);
  const depthIn = deepestAlong(run, profile);
  const stands: SetUp[] = [];
  const beyond: Range[] = [];
  for (const part of parts) {
    let at = part.from;
    while (at < part.to - EPSILON) {
      const setUp = setUpFrom(machine, at, part.to, (from, to) => depthIn(toStation(from), toStation(to)));
      if (!setUp) {
        const to = Math.min(part.to, at + SKIP);
        const last = beyond.at(-1);
        const [from, until] = [Math.min(toStation(at), toStation(to)), Math.max(toStation(at), toStation(to))];
        if (last && (Math.abs(last.to - from) < EPSILON || Math.abs(last.from - until) < EPSILON))
          beyond[beyond.length - 1] = { from: Math.min(last.from, from), to: Math.max(last.to, until) };
        else beyond.push({ from, to: until });
        at = to;
        continue;
      }
      const { to, depth, window } = setUp;
      const axis = toStation(to + window.from);
      const [a, b] = [toStation(at), toStation(to)];
      stands.push({ axis, from: Math.min(a, b), to: Math.max(a, b), depth, edge: window.from - machine.front });
      at = to;
    }
  }
  const lastAxis = stands.at(-1);
  const past = lastAxis ? Math.max(0, toWork(lastAxis.axis) + machine.front - (end - start)) : 0;
  return { list: stands, beyond, past, swing: fullReach(machine.arm), tail: machine.tail };
}

/** The stretch dug from one place: as long as the floor shaved at the deepest in it, which is at least as deep as where it begins. */
function setUpFrom(machine: Machine, at: number, end: number, depthIn: (from: number, to: number) => number) {
  let to = at;
  for (let i = 0; i < 30; i++) {
    const depth = depthIn(at, to);
    const window = windowOf(machine, depth);
    const floor = window ? window.to - window.from : 0;
    if (!window || floor < Math.min(LEAST_FLOOR, end - at)) return undefined;
    if (i > 0 && at + floor >= to - EPSILON) return { to, depth, window };
    to = Math.min(end, at + floor);
  }
  return undefined;
}

/** Greatest depth between two stations, whichever comes first. */
function deepestAlong(run: Run, { station, depth, reach }: ProfileColumns): (a: number, b: number) => number {
  const opened = depth.map((one, i) => (isOpen(run.reaches[reach[i] as number] as Reach) ? one : 0));
  const depthAt = (at: number) => valueAt(station, opened, at);
  return (one, other) => {
    const [from, to] = one < other ? [one, other] : [other, one];
    const [first, last] = [firstFrom(station, from), firstFrom(station, to) - 1];
    const inside = last >= first ? largest(opened, { first, last }) : 0;
    return Math.max(depthAt(from), depthAt(to), inside);
  };
}
