import { EPSILON, type Range } from '../geometry';
import { placingEffort } from '../protection';
import { activities, linesIn, machineOf, placedLines, type Activity, type Job, type PlacedLine, type Reach, type Run } from '../job';
import { boringOf } from '../boring';
import { isOpen, levelsAt, reachEnd, reachIndexAt } from '../alignment';
import { deepestFor, digRate, handRate, loggedRate, MOVE_HOURS } from '../machine';
import { layerAreas } from '../trench';
import { volumeDugTo } from '../plan/dugTo';
import type { Plan } from '../plan/plan';

/** Hours of each activity. */
export type Hours = Record<Activity, number>;

/** A stretch of the run that is worked on as one, in the order it is dug, with the hours each activity takes there. */
export interface WorkPiece extends Range {
  hours: Hours;
  /** Supports stand here all along. */
  supported: boolean;
}

/** What is worked on in one hole: a stretch of a reach dug open, or a pit. `machine` and `hand`: what each digs, m³ in the bank. */
export interface Portion extends Range {
  /** Of its place. */
  place: string;
  machine: number;
  hand: number;
  hours: Hours;
}

/** What a crew does in an hour when nothing is logged: m³ bedded and filled, m laid by kind of line. Source: usual output; log your own. */
export const usualRates = {
  bed: 1.5,
  fill: 4,
  lay: { gravity: 8, pressure: 15, cable: 40, duct: 25 },
  basis: 'Usual output of a small crew; log your own and it rules',
} as const;

/** Pieces are about this long, metres; longer where a run would have more of them than {@link MOST}. */
const LONG = 5;
const MOST = 120;

const total = <T>(items: readonly T[], of: (item: T) => number): number => items.reduce((sum, item) => sum + of(item), 0);

/** A stretch of an open reach, or a pit, before anything of it is worked out. */
interface Part extends Range {
  place: string;
  /** Of the run; undefined for a pit. */
  reach: number | undefined;
  width: number;
  depth: number;
  volume: number;
  bed: number;
  fill: number;
}

/**
 * The run in parts, with the hours of every activity in each: what every figure of hours and of money is made of. The pits of a bore are dug like
 * any others. Bed and fill of a stretch come from its middle section, brought to the plan's own totals; what hands and the machine dig adds up to the
 * plan's.
 */
export function portionsOf(job: Job, run: Run, plan: Plan): Portion[] {
  const laid = placedLines(job, run);
  const parts = [...stretchesOf(run, plan, laid), ...pitsOf(plan)];
  const { ground } = run.spoil;
  const deepest = deepestFor(machineOf(job));
  const byHand = handOf(parts, plan);
  const left = parts.map(({ volume }, i) => Math.max(0, volume - (byHand[i] as number)));
  // Hands dig by length, and the parts are not all as deep: the machine digs what the plan says it does.
  const scale = share(
    plan.dig.machine,
    total(left, (one) => one),
  );
  const filled = plan.volumes.fill + plan.volumes.surface;
  const bedded = plan.volumes.bedding + plan.volumes.surround;
  const trench = parts.filter(({ reach }) => reach !== undefined);
  const [beds, fills] = [total(trench, ({ bed }) => bed), total(trench, ({ fill }) => fill)];
  const stands = standsOf(trench, plan);
  const rate = (activity: Activity, usual: number) => loggedRate(job, activity) ?? usual;
  const dug = parts.map((part, i): Portion => {
    const { place, reach, from, to, width, depth } = part;
    const machine = (left[i] as number) * scale;
    const hand = byHand[i] as number;
    const pit = reach === undefined;
    const fill = pit ? part.fill : share(part.fill, fills) * filled;
    const whole = pit ? 1 : (to - from) / (reachEnd(run, reach) - (run.reaches[reach] as Reach).from);
    return {
      place,
      from,
      to,
      machine,
      hand,
      hours: {
        dig: machine / digRate(job, ground, width, depth / deepest),
        hand: hand / handRate(job, ground),
        protect: protectHours(job, plan, place) * whole,
        bed: pit ? 0 : (share(part.bed, beds) * bedded) / rate('bed', usualRates.bed),
        lay: pit ? 0 : layHours(laid, from, to, rate),
        fill: fill / rate('fill', usualRates.fill),
        move: (stands.get(part) ?? 0) / rate('move', 1 / MOVE_HOURS),
        bore: 0,
      },
    };
  });
  return [...dug, ...boredOf(job, run)];
}

/** Bored stretches: the borer's hours, with what is drawn in. */
const boredOf = (job: Job, run: Run): Portion[] =>
  boringOf(job, run)
    .filter(({ way }) => way > EPSILON)
    .map(({ reach, from, to, hours }) => ({
      place: reach,
      from,
      to,
      machine: 0,
      hand: 0,
      hours: { ...NONE, bore: hours },
    }));

const share = (part: number, whole: number): number => (whole > 0 ? part / whole : 0);

function stretchesOf(run: Run, { profile, length }: Plan, laid: readonly PlacedLine[]): Part[] {
  const long = Math.max(LONG, length / MOST);
  return run.reaches.flatMap((reach, index) => {
    if (!isOpen(reach)) return [];
    const end = reachEnd(run, index);
    const count = Math.max(1, Math.ceil((end - reach.from) / long - EPSILON));
    const at = (i: number) => reach.from + ((end - reach.from) * i) / count;
    return Array.from({ length: count }, (_, i): Part => {
      const [from, to] = [at(i), at(i + 1)];
      return {
        place: reach.id,
        reach: index,
        from,
        to,
        width: reach.bottomWidth,
        volume: volumeDugTo(profile, to) - volumeDugTo(profile, from),
        ...middleOf(run, laid, from, to),
      };
    });
  });
}

/** Bed and fill of a stretch by its middle section, m³, and the depth there. */
function middleOf(run: Run, laid: readonly PlacedLine[], from: number, to: number): Pick<Part, 'depth' | 'bed' | 'fill'> {
  const middle = (from + to) / 2;
  const reach = run.reaches[reachIndexAt(run, middle)] as Reach;
  const { depth } = levelsAt(run, (laid[0] as PlacedLine).product, reach, middle);
  const areas = layerAreas(reach, linesIn(laid, middle, middle), depth);
  return { depth, bed: (areas.bedding + areas.surround) * (to - from), fill: (areas.fill + areas.surface) * (to - from) };
}

const pitsOf = ({ pits }: Plan): Part[] =>
  pits.map(({ id, from, to, width, depth, dig, fill }) => ({
    place: id,
    reach: undefined,
    from,
    to,
    width,
    depth,
    volume: dig,
    bed: 0,
    fill,
  }));

/**
 * What hands dig of each part, m³: every stretch of the plan shared out by length, over the trench where it is open, else over its pits; where only the
 * sloped end of a pit reaches, all of it the nearest pit’s.
 */
function handOf(parts: readonly Part[], plan: Plan): number[] {
  const dug = parts.map(() => 0);
  const overlap = (a: Range, b: Range) => Math.max(0, Math.min(a.to, b.to) - Math.max(a.from, b.from));
  for (const hand of [...plan.handWindows, ...plan.byHand]) {
    const inTrench = parts.map((part) => (part.reach === undefined ? 0 : overlap(part, hand)));
    const inPits = parts.map((part) => overlap(part, hand));
    const away = parts.map((part) => Math.max(part.from - hand.to, hand.from - part.to));
    const nearest = away.map((one) => (one === Math.min(...away) ? 1 : 0));
    const shares = [inTrench, inPits].find((some) => total(some, (one) => one) > EPSILON) ?? nearest;
    const whole = total(shares, (one) => one);
    shares.forEach((one, i) => (dug[i] = (dug[i] as number) + share(one, whole) * hand.volume));
  }
  return dug;
}

/** How often the machine shifts to dig a stretch. */
function standsOf(trench: readonly Part[], { setUps }: Plan): Map<Part, number> {
  const stands = new Map<Part, number>();
  for (const { from, to } of setUps.list) {
    const part = trench.findLast((one) => one.from <= (from + to) / 2 + EPSILON) ?? trench[0];
    if (part) stands.set(part, (stands.get(part) ?? 0) + 1);
  }
  return stands;
}

function protectHours(job: Job, plan: Plan, place: string): number {
  const effort = placingEffort(plan.supports.find((one) => one.place === place)?.schedule);
  const logged = loggedRate(job, 'protect');
  return logged === undefined ? effort.hours : effort.pieces / logged;
}

const layHours = (laid: readonly PlacedLine[], from: number, to: number, rate: (activity: Activity, usual: number) => number): number =>
  total(
    linesIn(laid, from, to),
    (line) => (Math.min(line.to, to) - Math.max(line.from, from)) / rate('lay', usualRates.lay[line.product.kind]),
  );

const NONE: Hours = { dig: 0, hand: 0, protect: 0, bed: 0, lay: 0, fill: 0, move: 0, bore: 0 };
/** Hours together, activity by activity. */
export const together = (some: readonly { hours: Hours }[]): Hours =>
  some.reduce(
    (sum, { hours }) => Object.fromEntries(activities.map((activity) => [activity, sum[activity] + hours[activity]])) as Hours,
    NONE,
  );

/** The run in pieces as they are worked on, in the order they are dug: a pit with the stretch it stands in, by itself where that is bored. */
export function piecesOf(run: Run, plan: Plan, portions: readonly Portion[]): WorkPiece[] {
  const pits = new Set(plan.pits.map(({ id }) => id));
  const trench = portions.filter(({ place }) => !pits.has(place));
  const middle = ({ from, to }: Range) => (from + to) / 2;
  const holds = (stretch: Portion, pit: Portion) => middle(pit) >= stretch.from - EPSILON && middle(pit) <= stretch.to + EPSILON;
  const pitsIn = new Map<Portion, Portion[]>(trench.map((stretch) => [stretch, []]));
  const alone: Portion[] = [];
  for (const pit of portions.filter(({ place }) => pits.has(place))) {
    const stretch = trench.find((one) => holds(one, pit));
    if (stretch) pitsIn.get(stretch)?.push(pit);
    else alone.push(pit);
  }
  const supported = (place: string) => placingEffort(plan.supports.find((one) => one.place === place)?.schedule).pieces > 0;
  const pieces = [...trench, ...alone]
    .map((portion): WorkPiece => ({
      from: portion.from,
      to: portion.to,
      supported: supported(portion.place),
      hours: together([portion, ...(pitsIn.get(portion) ?? [])]),
    }))
    .sort((a, b) => a.from - b.from);
  return run.access.digFrom === 'start' ? pieces : pieces.toReversed();
}
