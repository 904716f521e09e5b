import { grounds } from '../catalogue';
import { EPSILON, valueAt, type Range } from '../geometry';
import { placingEffort, type PlacingEffort } from '../protection';
import { placedLines, linesIn, machineOf, type Activity, type Job, type PlacedLine, type Reach, type Run } from '../job';
import { isOpen, levelsAt, reachEnd, reachIndexAt } from '../alignment';
import { deepestFor, digRate, loggedRate, MOVE_HOURS } from '../machine';
import { layerAreas } from '../trench';
import type { Plan } from '../plan/plan';

/** A stretch of the run that is worked on as one, in the order it is dug, with the hours each activity takes there. */
export interface WorkPiece extends Range {
  hours: Record<Activity, number>;
  /** Supports stand here all along. */
  supported: boolean;
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

/**
 * The run in pieces with the hours of every activity: what the order's hours, the days and the cost are made of. Bored reaches are the borer's.
 * Volumes of a piece come from its middle section, brought to the plan's own totals; a pit counts where it stands.
 */
export function workPieces(job: Job, run: Run, plan: Plan): WorkPiece[] {
  const { station, dug } = plan.profile;
  const laid = placedLines(job, run);
  const long = Math.max(LONG, plan.length / MOST);
  const machine = machineOf(job);
  const deepest = deepestFor(machine);
  const forward = run.access.digFrom === 'start';
  const rate = (activity: Activity, usual: number) => loggedRate(job, activity) ?? usual;
  const stretches = run.reaches.flatMap((reach, index) => {
    if (!isOpen(reach)) return [];
    const end = reachEnd(run, index);
    const count = Math.max(1, Math.ceil((end - reach.from) / long - EPSILON));
    return Array.from({ length: count }, (_, i) => ({
      index,
      from: reach.from + ((end - reach.from) * i) / count,
      to: reach.from + ((end - reach.from) * (i + 1)) / count,
    }));
  });
  const rough = stretches.map(({ from, to }) => middleVolumes(run, laid, from, to));
  const totals = rough.reduce((sum, { bed, fill }) => ({ bed: sum.bed + bed, fill: sum.fill + fill }), { bed: 0, fill: 0 });
  const { bedding, surround, fill, surface } = plan.volumes;
  const share = (part: number, whole: number) => (whole > 0 ? part / whole : 0);
  const dugAt = (at: number) => valueAt(station, dug, at);
  const hands = [...plan.handWindows, ...plan.byHand];
  const pieces = stretches.map(({ index, from, to }, i): WorkPiece => {
    const reach = run.reaches[index] as Reach;
    const pits = plan.pits.filter(
      ({ station: at }) => at >= from - EPSILON && (at < to - EPSILON || (i === stretches.length - 1 && at <= to + EPSILON)),
    );
    const volume = dugAt(to) - dugAt(from) + pits.reduce((sum, { dig }) => sum + dig, 0);
    const byHand = hands.reduce((sum, hand) => {
      const overlap = Math.min(hand.to, to) - Math.max(hand.from, from);
      return overlap > 0 ? sum + (hand.volume * overlap) / (hand.to - hand.from) : sum;
    }, 0);
    const { depth, bed, fill: filled } = rough[i] as (typeof rough)[number];
    const pieceShare = (to - from) / (reachEnd(run, index) - reach.from);
    const effortOf = (place: string) => placingEffort(plan.supports.find((one) => one.place === place)?.schedule);
    const protect = effortOf(reach.id);
    const boxed = pits.map(({ id }) => effortOf(id));
    const protectHours = (effort: PlacingEffort) =>
      loggedRate(job, 'protect') === undefined ? effort.hours : effort.pieces / rate('protect', 1);
    const moves = plan.setUps.list.filter(({ from: a, to: b }) => (a + b) / 2 >= from && (a + b) / 2 < to).length;
    const here = linesIn(laid, from, to);
    return {
      from,
      to,
      supported: protect.pieces > 0,
      hours: {
        dig: Math.max(0, volume - byHand) / digRate(job, run.spoil.ground, reach.bottomWidth, depth / deepest),
        hand: byHand / rate('hand', grounds[run.spoil.ground].handRate),
        protect: protectHours(protect) * pieceShare + boxed.reduce((sum, effort) => sum + protectHours(effort), 0),
        bed: (share(bed, totals.bed) * (bedding + surround)) / rate('bed', usualRates.bed),
        lay: here.reduce(
          (sum, line) => sum + (Math.min(line.to, to) - Math.max(line.from, from)) / rate('lay', usualRates.lay[line.product.kind]),
          0,
        ),
        fill:
          (share(filled, totals.fill) * (fill + surface) + pits.reduce((sum, pit) => sum + pit.fill, 0)) / rate('fill', usualRates.fill),
        move: moves / rate('move', 1 / MOVE_HOURS),
      },
    };
  });
  return forward ? pieces : pieces.toReversed();
}

/** Bed and fill of a stretch by its middle section, m³, and the depth there. */
function middleVolumes(run: Run, laid: readonly PlacedLine[], from: number, to: number) {
  const middle = (from + to) / 2;
  const reach = run.reaches[reachIndexAt(run, middle)] as Reach;
  const { depth } = levelsAt(run, (laid[0] as PlacedLine).product, reach, middle);
  const areas = layerAreas(reach, linesIn(laid, middle, middle), depth);
  return { depth, bed: (areas.bedding + areas.surround) * (to - from), fill: (areas.fill + areas.surface) * (to - from) };
}

/** All hours of an activity. */
export const hoursOf = (pieces: readonly WorkPiece[], activity: Activity): number =>
  pieces.reduce((sum, { hours }) => sum + hours[activity], 0);
