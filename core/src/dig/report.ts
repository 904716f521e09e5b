import { countedIn, inOrder, knows, latest, type CheckedLayer, type Kept } from '../book';
import type { BeddingId } from '../catalogue';
import { reachEnd } from '../alignment/ground';
import { flowDirection } from '../alignment/levels';
import { EPSILON, type Range } from '../geometry';
import { once } from '../catalogue/once';
import type { Job, Run } from '../job';
import type { Rules } from '../rules';
import { fillOf } from '../trench/bedding';
import type { Fill, Place } from '../trench';
import { asLeft, readChecks, type AsDug, type ReadChecks, type Unplaced } from './asDug';
import { designsOf, type Designs } from './design';
import { instrumentInForce, type Instrument } from './instruments';
import { dugOpen } from './progress';
import type { Elsewhere } from './sameHole';
import { bumps, offPieces, offStretches, ponds, unchecked, volumeIn, type Bump, type Checked, type OffStretch, type Pond } from './shape';
import { digFault, type DigFault, type Struck } from './staircase';

/** How one layer lies as far as it was checked. */
export interface LayerShape {
  layer: CheckedLayer;
  /** Checks that count, ascending. */
  checks: AsDug[];
  /** The same, of each piece of trench by itself: what lies between two of different ones nobody dug. See {@link apartOf}. */
  parts: AsDug[][];
  stretches: OffStretch[];
  ponds: Pond[];
  bumps: Bump[];
}

/** A stretch dug too deep, and what fills it: the bedding of each reach it lies in, never spoil. */
export interface OverDug extends OffStretch {
  fills: Fill[];
}

/** An earlier cut read again: how much higher the second reading finds it than the first, metres. */
export interface Reread {
  check: AsDug;
  first: AsDug;
  off: number;
}

/** Every level of the dig beside its plan, and what they were read with. */
export interface DigLevels extends Pick<ReadChecks, 'instruments' | 'near'> {
  designs: Designs;
  /** Where it is dug open, see {@link dugOpen}. */
  open: Range[];
  /** Worked out when they are first asked for, as is the last: who looks at one station does not wait for thousands. */
  readonly checks: AsDug[];
  readonly unplaced: Unplaced[];
  inForce: Instrument | undefined;
  /** Where the work has got to: the last level made, in the order they were made; undefined where there is none. */
  readonly last: AsDug | undefined;
}

/** The dig beside its plan: everything the checks say. */
export interface DigReport extends DigLevels {
  /** Of the trench; pits are judged check by check. */
  layers: LayerShape[];
  /** Where the bottom is too deep by more than it may be. */
  overDug: OverDug[];
  /** What fills all of that, material by material. */
  fills: Fill[];
  /** Between the first check of the bottom and the last, where nobody checked. */
  unchecked: Range[];
  rereads: Reread[];
  fault: DigFault | undefined;
}

export interface DigInputs {
  job: Job;
  run: Run;
  places: readonly Place[];
  rules: Rules;
  book: readonly Kept[];
  now: number;
  elsewhere?: Elsewhere;
}

/** The book's checks held against the plan, one by one. */
export function digLevels({ job, run, places, rules, book, now, elsewhere }: DigInputs): DigLevels {
  const designs = designsOf(job, run, places);
  const { instruments, near, ...read } = readChecks({ designs, rules, machine: job.machine, book, now, elsewhere });
  const [all, last] = [once(read.all), once(read.last)];
  return {
    designs,
    open: dugOpen(places),
    instruments,
    inForce: instrumentInForce(instruments),
    near,
    get checks() {
      return all().checks;
    },
    get unplaced() {
      return all().unplaced;
    },
    get last() {
      return last();
    },
  };
}

/** The checks that shape a layer of the trench, by station. Those somebody has doubts about stand in the list and shape nothing. */
export const shapingOf = (checks: readonly AsDug[], layer: CheckedLayer): AsDug[] =>
  checks.filter((one) => one.layer === layer && one.line === undefined && one.pit === null && !one.over && one.doubt === undefined);

/** Checks by the piece of trench they lie in, in the order of these; a bore parts two. @param open see {@link dugOpen}. */
export const apartOf = (checks: readonly AsDug[], open: readonly Range[]): AsDug[][] =>
  open.map(({ from, to }) => checks.filter(({ station }) => station >= from - EPSILON && station <= to + EPSILON));

/** What the book's checks say together of what lies between them. @param levels of the same inputs, where they are known. */
export function digReport(inputs: DigInputs, levels: DigLevels = digLevels(inputs)): DigReport {
  const { run, rules, book } = inputs;
  const { checks, open } = levels;
  const apart = rules.levelApart.value ?? Infinity;
  const layers = (['bottom', 'bed', 'pipe', 'finished'] as const).flatMap((layer): LayerShape[] => {
    const own = shapingOf(checks, layer);
    if (own.length === 0) return [];
    const parts = apartOf(own, open);
    const shapes = parts.map((part) => part.map(checkedOf));
    // Where the ground between two checks crosses the design it is off by nothing: only checks are asked.
    const allowed = new Map(own.map((one) => [one.station, one.within]));
    const within = (station: number) => allowed.get(station) ?? Infinity;
    const falls = own.some(({ design }) => design.falls);
    return [
      {
        layer,
        checks: own,
        parts,
        stretches: shapes.flatMap((shape) => offStretches(shape, apart, within)),
        // Water only matters on what is to carry it, and on the bottom it lies on; through a bore it comes in the pipe alone.
        ponds:
          falls && layer !== 'finished'
            ? (layer === 'pipe' ? [own] : parts)
                .flatMap((piece) => ponds(piece, flowDirection(run)))
                .filter(({ depth }) => depth > LEAST_POND)
            : [],
        bumps: shapes.flatMap((shape) => bumps(shape, apart, within)),
      },
    ];
  });
  const bottom = layers.find(({ layer }) => layer === 'bottom');
  const [first, last] = [bottom?.checks[0], bottom?.checks.at(-1)];
  const overDug = bottom ? overDugOf(run, bottom, apart) : [];
  return {
    ...levels,
    layers,
    overDug,
    fills: mixedOf(overDug.flatMap(({ fills }) => fills)),
    unchecked:
      bottom && first && last
        ? open.flatMap(({ from, to }, i) =>
            unchecked(
              (bottom.parts[i] ?? []).map(({ station }) => station),
              apart,
              { from: Math.max(from, first.station), to: Math.min(to, last.station) },
            ),
          )
        : [],
    rereads: rereadsOf(checks, rules),
    fault: faultOf(checks, book, rules),
  };
}

/** Less water than this cannot be told from the reading of a rod, metres. */
const LEAST_POND = 0.003;

const checkedOf = ({ station, level, off, widthBottom, design }: AsDug): Checked => ({
  station,
  level,
  off,
  width: widthBottom ?? design.width,
});

/** Where the bottom is to be brought up, each with what its reaches are bedded on. */
function overDugOf(run: Run, { parts, stretches }: LayerShape, apart: number): OverDug[] {
  const pieces = parts.flatMap((part) => offPieces(part.map(checkedOf), apart));
  return stretches
    .filter(({ side, beyond }) => side === 'deep' && beyond)
    .map((stretch) => ({
      ...stretch,
      fills: mixedOf(
        run.reaches.flatMap(({ from, beddingMaterial }, i) => {
          const inside = { from: Math.max(from, stretch.from), to: Math.min(reachEnd(run, i), stretch.to) };
          return inside.to > inside.from ? [fillOf(beddingMaterial, volumeIn(pieces, inside))] : [];
        }),
      ),
    }));
}

/** Fills of one material as one. */
function mixedOf(fills: readonly Fill[]): Fill[] {
  const volumes = new Map<BeddingId, number>();
  for (const { material, volume } of fills) volumes.set(material, (volumes.get(material) ?? 0) + volume);
  return [...volumes].map(([material, volume]) => fillOf(material, volume));
}

/** Cuts read again beside their first reading, those that differ by more than they may: each held against its own design, as a fall is no error. */
function rereadsOf(checks: readonly AsDug[], rules: Rules): Reread[] {
  return checks.flatMap((check): Reread[] => {
    if (!check.kept.entry.fact.again) return [];
    const cuts = checks.filter(
      (one) =>
        !one.kept.entry.fact.again &&
        one.layer === check.layer &&
        one.pit === check.pit &&
        one.line === check.line &&
        Math.abs(one.station - check.station) <= REREAD_AT,
    );
    const known = cuts.filter(({ kept }) => knows(check.kept, kept));
    // The cut as it was left: what was dug deeper since its first level is not read against that. Who knew of none meant any of them.
    const left = new Set(latest((known.length > 0 ? known : cuts).map(({ kept }) => kept)));
    const furthest = cuts
      .filter(({ kept }) => left.has(kept))
      .map((first) => ({ check, first, off: check.off - first.off }))
      .sort((a, b) => Math.abs(b.off) - Math.abs(a.off))[0];
    return furthest && Math.abs(furthest.off) > (rules.rereadWithin.value ?? Infinity) ? [furthest] : [];
  });
}
/** How close a second reading is to the first to be of the same cut, metres. */
const REREAD_AT = 0.3;

/**
 * What is wrong with how the machine digs, by the newest checks of the bottom: those from the last set-up with strikes, each by the strike that came before it.
 * What the sensors say of their own cut tells nothing of it.
 */
function faultOf(checks: readonly AsDug[], book: readonly Kept[], rules: Rules): DigFault | undefined {
  const strikes = inOrder(countedIn(book, 'strike'));
  const setUp = strikes.at(-1)?.entry.fact.setUp;
  if (setUp === undefined) return undefined;
  const own = strikes.filter(({ entry }) => entry.fact.setUp === setUp);
  // A second reading is of a cut that is here already; what was dug on since is not how it was left.
  const cuts = asLeft(
    checks.filter(
      ({ layer, pit, doubt, sensors, kept }) =>
        layer === 'bottom' && pit === null && doubt === undefined && !sensors && !kept.entry.fact.again,
    ),
  );
  const byId = new Map(cuts.map((cut) => [cut.id, cut]));
  let place = -1;
  const struck = inOrder([...own, ...cuts.map(({ kept }) => kept)]).flatMap(({ entry }): Struck[] => {
    if (entry.fact.kind === 'strike') place++;
    const [cut, strike] = [byId.get(entry.id), own[place]];
    return cut && strike ? [{ station: cut.station, off: cut.off, place, struckAt: strike.entry.fact.station }] : [];
  });
  return digFault(struck, rules.levelFalling.value ?? 0);
}
