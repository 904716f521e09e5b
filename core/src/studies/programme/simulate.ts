import { normal, type Chance } from '../../chance';
import type { ProgrammeInputs } from './inputs';

/** What is done on a piece, in this order. */
export const workStages = ['hand', 'dig', 'protect', 'bed', 'lay', 'fill'] as const;
export type WorkStage = (typeof workStages)[number];
const [HAND, DIG, PROTECT, BED, LAY, FILL] = [0, 1, 2, 3, 4, 5] as const;

/** Who each stage takes: the machine, and so many of the crew beside its driver. */
const MACHINE = [false, true, true, false, false, true] as const;
const PEOPLE = [1, 0, 1, 1, 1, 1] as const;
/** Closing what is open comes first, then what lets it be closed. */
const FIRST = [FILL, LAY, BED, PROTECT, HAND, DIG] as const;

/** What the machine stands still for. */
export const waits = ['open', 'supports', 'crew', 'delivery'] as const;
export type Wait = (typeof waits)[number];

/** A piece of work as it went: hours of work from the start. */
export interface Bar {
  piece: number;
  stage: WorkStage;
  from: number;
  to: number;
}

/** One run of the days. Hours of work; `waited` in the order of {@link waits}. */
export interface Timeline {
  hours: number;
  machine: number;
  crew: number;
  waited: number[];
  bars: Bar[];
}

/** How far a piece of work may be off: standard deviation of the logarithm. Source: hours on site vary by about a quarter. */
export const SPREAD = 0.25;

/** Nothing holds a stage back; it waits for an earlier stage or for its own last piece; or for one of {@link waits}, by its index. */
const [FREE, BEFORE] = [-2, -1] as const;

/** Inputs laid out for running many times: hours of each stage and the length of each piece. */
interface Prepared {
  inputs: ProgrammeInputs;
  hours: Float64Array[];
  long: Float64Array;
  supported: Uint8Array;
}
const prepare = (inputs: ProgrammeInputs): Prepared => ({
  inputs,
  hours: workStages.map((stage) =>
    Float64Array.from(
      inputs.pieces,
      (piece) => piece.hours[stage] + (stage === 'dig' ? piece.hours.move : stage === 'lay' ? piece.hours.bore : 0),
    ),
  ),
  long: Float64Array.from(inputs.pieces, ({ from, to }) => to - from),
  supported: Uint8Array.from(inputs.pieces, ({ supported }) => (supported ? 1 : 0)),
});

/**
 * Works through the pieces event by event: whoever is free takes the first stage in {@link FIRST} that is ready. A piece is dug when what is open
 * leaves room for it, supported when supports are free, laid when the line is on site. Of each stage one piece at a time: a crew follows its machine.
 * @param factor of each duration; 1 for the course as expected. @param bars to be kept, for a picture.
 */
export const timelineOf = (inputs: ProgrammeInputs, factor: () => number, bars?: Bar[]): Timeline => runOnce(prepare(inputs), factor, bars);

function runOnce({ inputs, hours, long, supported }: Prepared, factor: () => number, bars?: Bar[]): Timeline {
  const n = long.length;
  const next = new Int32Array(6);
  const done = new Int32Array(6);
  const ends = new Float64Array(6).fill(Infinity);
  const arrives = inputs.delivery * inputs.shift;
  const waited = [0, 0, 0, 0];
  let [now, machineFree, people, openNow, supportedNow, machine, crew] = [0, true, Math.max(1, inputs.people - 1), 0, 0, 0, 0];
  // Who works alone climbs down from the machine to do the rest.
  const alone = inputs.people === 1;
  const takesOf = (stage: number): number => (alone && stage === DIG ? 1 : (PEOPLE[stage] as number));
  const heldBack = (stage: number): number => {
    const i = next[stage] as number;
    if (i >= n || ends[stage] !== Infinity) return BEFORE;
    if (stage > 0 && (done[stage - 1] as number) <= i) return BEFORE;
    if (stage === LAY && now < arrives - 1e-9) return 3;
    if (stage === DIG && openNow > 1e-9 && openNow + (long[i] as number) > inputs.open + 1e-9) return 0;
    if (stage === PROTECT && supported[i] === 1 && supportedNow > 1e-9 && supportedNow + (long[i] as number) > inputs.supports + 1e-9)
      return 1;
    if (takesOf(stage) > people) return 2;
    return MACHINE[stage] && !machineFree ? BEFORE : FREE;
  };
  while ((done[FILL] as number) < n) {
    for (let started = true; started;) {
      started = false;
      for (const stage of FIRST) {
        if (heldBack(stage) !== FREE) continue;
        const i = next[stage] as number;
        next[stage] = i + 1;
        const mean = hours[stage]?.[i] as number;
        const takes = mean > 0 ? mean * factor() : 0;
        ends[stage] = now + takes;
        if (stage === DIG) openNow += long[i] as number;
        if (stage === PROTECT && supported[i] === 1) supportedNow += long[i] as number;
        if (MACHINE[stage]) {
          machineFree = false;
          machine += takes;
        }
        people -= takesOf(stage);
        crew += takes * PEOPLE[stage];
        if (bars && takes > 0) bars.push({ piece: i, stage: workStages[stage], from: now, to: now + takes });
        started = true;
      }
    }
    let soonest = Infinity;
    for (let stage = 0; stage < 6; stage++) if ((ends[stage] as number) < soonest) soonest = ends[stage] as number;
    const delivery = heldBack(LAY) === 3;
    if (delivery && arrives < soonest) soonest = arrives;
    if (machineFree && soonest > now) {
      const why = [DIG, PROTECT, FILL].map(heldBack).find((one) => one >= 0) ?? (delivery ? 3 : 2);
      waited[why] = (waited[why] as number) + soonest - now;
    }
    now = soonest;
    for (let stage = 0; stage < 6; stage++) {
      if ((ends[stage] as number) > now + 1e-12) continue;
      ends[stage] = Infinity;
      const i = done[stage] as number;
      done[stage] = i + 1;
      if (MACHINE[stage]) machineFree = true;
      people += takesOf(stage);
      if (stage !== FILL) continue;
      openNow -= long[i] as number;
      if (supported[i] === 1) supportedNow -= long[i] as number;
    }
  }
  return { hours: now + inputs.test, machine, crew, waited, bars: bars ?? [] };
}

/** Spread of a result over many runs. */
export interface Spread {
  p50: number;
  p90: number;
}

/** Many runs of the days. Days count those lost; money in the job's own. */
export interface Programme {
  trials: number;
  days: Spread;
  cost: Spread;
  /** Runs by the day they end on. */
  histogram: { day: number; share: number }[];
  /** Mean shares of the working hours: machine and crew at work, and what the machine waited for. */
  busy: { machine: number; crew: number };
  waited: Record<Wait, number>;
  /** The course as expected, without chance, and what is laid and filled on each of its working days, metres. */
  expected: Timeline;
  daily: { day: number; dug: number; laid: number; filled: number }[];
}

/** The machine is what holds it up when it works this much; another thing when the machine stands for it this much of the time. */
const BUSY = 0.85;
const WAITING = 0.02;
/** What holds the days up most; undefined where nothing stands out. */
export function critical({ busy, waited }: Pick<Programme, 'busy' | 'waited'>): Wait | 'machine' | undefined {
  if (busy.machine > BUSY) return 'machine';
  const longest = waits.reduce((most, wait) => (waited[wait] > waited[most] ? wait : most));
  return waited[longest] > WAITING ? longest : undefined;
}

const at = (sorted: Float64Array, share: number): number => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;

/**
 * Runs the days many times over. Hours vary by {@link SPREAD}, each day is lost with the chance given.
 * @param tick told the share done now and then; false stops, and what is done so far is lost (undefined).
 */
export function simulateProgramme(
  inputs: ProgrammeInputs,
  trials: number,
  chance: Chance,
  tick: (share: number) => boolean = () => true,
): Programme | undefined {
  const days = new Float64Array(trials);
  const cost = new Float64Array(trials);
  const waited = waits.map(() => 0);
  let [machine, crew, worked] = [0, 0, 0];
  const prepared = prepare(inputs);
  const vary = () => Math.exp(SPREAD * normal(chance) - (SPREAD * SPREAD) / 2);
  for (let trial = 0; trial < trials; trial++) {
    if (trial % 50 === 0 && !tick(trial / trials)) return undefined;
    const one = runOnce(prepared, vary);
    const shifts = Math.ceil(one.hours / inputs.shift - 1e-9);
    days[trial] = calendar(shifts, inputs.lost, chance);
    const onSite = days[trial] as number;
    cost[trial] = inputs.bought + shifts * inputs.day + (onSite - shifts) * inputs.idle + (onSite + 1) * inputs.hire;
    one.waited.forEach((hours, wait) => (waited[wait] = (waited[wait] as number) + hours));
    machine += one.machine;
    crew += one.crew;
    worked += one.hours;
  }
  const ends = new Map<number, number>();
  for (const day of days) ends.set(day, (ends.get(day) ?? 0) + 1 / trials);
  days.sort();
  cost.sort();
  const expected = timelineOf(inputs, () => 1, []);
  return {
    trials,
    days: { p50: at(days, 0.5), p90: at(days, 0.9) },
    cost: { p50: at(cost, 0.5), p90: at(cost, 0.9) },
    histogram: [...ends].map(([day, share]) => ({ day, share })).sort((a, b) => a.day - b.day),
    busy: { machine: machine / worked, crew: crew / (worked * Math.max(1, inputs.people - 1)) },
    waited: Object.fromEntries(waits.map((wait, i) => [wait, (waited[i] as number) / worked])) as Record<Wait, number>,
    expected,
    daily: dailyOf(inputs, expected.bars),
  };
}

/** Days it takes to get so many days of work, each lost with a chance. */
function calendar(work: number, lost: number, chance: Chance): number {
  let days = 0;
  for (let left = work; left > 0; days++) if (lost === 0 || chance() >= lost) left--;
  return days;
}

/** Metres dug, laid and filled on each working day: a bar's length goes to the day its work ends on. */
function dailyOf({ pieces, shift }: ProgrammeInputs, bars: readonly Bar[]): Programme['daily'] {
  const last = bars.reduce((most, { to }) => Math.max(most, to), 0);
  const daily = Array.from({ length: Math.max(1, Math.ceil(last / shift - 1e-9)) }, (_, i) => ({ day: i + 1, dug: 0, laid: 0, filled: 0 }));
  const keys = { dig: 'dug', lay: 'laid', fill: 'filled' } as const;
  for (const { piece, stage, to } of bars) {
    if (stage !== 'dig' && stage !== 'lay' && stage !== 'fill') continue;
    const day = daily[Math.max(0, Math.ceil(to / shift - 1e-9) - 1)];
    const one = pieces[piece];
    if (day && one) day[keys[stage]] += one.to - one.from;
  }
  return daily;
}

/** What another crew, open length or set of boxes would bring. */
export interface WhatIf {
  what: 'open' | 'supports' | 'people';
  value: number;
  days: Spread;
  cost: Spread;
}

/** The same days with a little more or less of one thing, each from the same chance. @param chanceOf a fresh source, alike every time. */
export function whatIfs(inputs: ProgrammeInputs, trials: number, chanceOf: () => Chance, box: number | undefined): WhatIf[] {
  const longest = inputs.pieces.reduce((most, { from, to }) => Math.max(most, to - from), 0);
  const tries: [WhatIf['what'], number][] = [
    ...[0.5, 1.5, 2].map((by): [WhatIf['what'], number] => ['open', Math.max(longest, inputs.open * by)]),
    ...(inputs.people > 2 ? ([['people', inputs.people - 1]] as [WhatIf['what'], number][]) : []),
    ['people', inputs.people + 1],
    ...(box === undefined || !Number.isFinite(inputs.supports)
      ? []
      : ([['supports', inputs.supports + box], ...(inputs.supports > box + 1e-9 ? [['supports', inputs.supports - box]] : [])] as [
          WhatIf['what'],
          number,
        ][])),
  ];
  return tries.flatMap(([what, value]): WhatIf[] => {
    const perHand = inputs.people > 0 ? inputs.day / inputs.people : 0;
    const changed: ProgrammeInputs = {
      ...inputs,
      [what]: value,
      ...(what === 'people' ? { day: inputs.day + (value - inputs.people) * perHand } : {}),
      ...(what === 'supports' ? { hire: (inputs.hire * value) / inputs.supports } : {}),
    };
    const result = simulateProgramme(changed, trials, chanceOf());
    return result ? [{ what, value, days: result.days, cost: result.cost }] : [];
  });
}
