import { extent, groundAt, reachEnd } from '../alignment/ground';
import type { UtilityKind } from '../catalogue';
import { applyPatches, blankExisting, reachSplit, type ExistingLine, type FoundThing, type Patch, type Run, type Unsettled } from '../job';
import type { Range } from '../geometry';
import { formatLength, formatStretch, type UnitSystem } from '../units';

/** A change of the plan for what was found: offered for the draft, for whoever plans to take or leave. */
export interface PlanFor {
  id: string;
  says: string;
  patches: Patch[];
}

/** How much more bed is usual over what was found, metres: over rock that a stone does not bear on the line, in soft ground that it spreads. */
const MORE_BED: Partial<Record<FoundThing, number>> = { rock: 0.1, soft: 0.15 };
/** How far below what warns of it a line lies at most, metres: tape and tiles lie 0.2 to 0.5 m over one. */
const BELOW: Partial<Record<FoundThing, number>> = { line: 0, drain: 0, tape: 0.5, tiles: 0.5, sand: 0.5 };
const KIND: Partial<Record<FoundThing, UtilityKind>> = { drain: 'sewer' };
/** A line nobody has measured is taken to be so thick, metres. */
const UNKNOWN_SIZE = 0.1;
/** Who meets a line across the trench keeps off it a metre or so either way; what is longer than that it follows, or crosses nobody knows where. Metres. */
const ACROSS = 3;

/** What the plan may have to change for something found, each as patches of the draft; what the draft has already is not offered again. */
export function plansFor(found: Unsettled, run: Run, units: UnitSystem): PlanFor[] {
  const { start, end } = extent(run);
  const within = { from: Math.max(start, found.from), to: Math.min(end, found.to) };
  const middle = (within.from + within.to) / 2;
  if (within.to <= within.from) return [];
  const id = `found-${found.id.slice(0, 8)}`;
  return [
    ...lineFor(found, run, within, id, units),
    ...bedFor(found, run, within, units),
    ...waterFor(found, run, middle, units),
    ...suspectFor(found, run, within, id, units),
  ];
}

function lineFor({ what, depth, note }: Unsettled, run: Run, within: Range, id: string, units: UnitSystem): PlanFor[] {
  const below = BELOW[what];
  if (below === undefined || depth === null || run.existing.some((line) => line.id === id)) return [];
  const crossing = blankExisting(
    note ? `Found: ${note}`.slice(0, 80) : 'Found while digging',
    Math.round(((within.from + within.to) / 2) * 100) / 100,
    id,
  );
  const along = within.to - within.from > ACROSS;
  const line: ExistingLine = {
    ...crossing,
    where: along ? { kind: 'parallel', from: within.from, to: within.to, offset: 0 } : crossing.where,
    kind: KIND[what] ?? 'other',
    coverMin: depth,
    coverMax: depth + below,
    size: UNKNOWN_SIZE,
    evidence: 'detected',
  };
  const where = below > 0 ? `${formatLength(depth, units)} to ${formatLength(depth + below, units)}` : formatLength(depth, units);
  return [
    {
      id: 'line',
      says: along
        ? `Put a line ${where} down on the plan, all along ${formatStretch(within, units)}`
        : `Put a line ${where} down on the plan there`,
      patches: [{ path: ['existing'], value: [...run.existing, line] }],
    },
  ];
}

function bedFor({ what }: Unsettled, run: Run, within: Range, units: UnitSystem): PlanFor[] {
  const more = MORE_BED[what];
  if (more === undefined) return [];
  // Where both its ends are borders of reaches it has what it was given.
  const borders = [...run.reaches.map(({ from }) => from), extent(run).end];
  if ([within.from, within.to].every((at) => borders.some((border) => Math.abs(border - at) < 0.01))) return [];
  // Ends of a stretch that are no border part the reach they lie in; what lies between is of as many reaches as it was.
  const touched = run.reaches.filter(({ from, method }, i) => method.kind === 'open' && from < within.to && reachEnd(run, i) > within.from);
  const changed = touched.reduce(
    (doc, { id, bedding }) => applyPatches(doc, reachSplit(doc, id, within, { bedding: bedding + more })),
    run,
  );
  return changed === run
    ? []
    : [
        {
          id: 'bed',
          says: `${formatLength(more, units, 'size')} more bed, ${formatStretch(within, units)}`,
          patches: [{ path: ['reaches'], value: changed.reaches }],
        },
      ];
}

function waterFor({ what, depth }: Unsettled, run: Run, station: number, units: UnitSystem): PlanFor[] {
  if (what !== 'water' || depth === null) return [];
  const level = groundAt(run.stations, station) - depth;
  const others = run.water.filter((one) => Math.abs(one.station - station) > 0.01);
  if (run.water.some((one) => Math.abs(one.station - station) <= 0.01 && Math.abs(one.level - level) < 0.005)) return [];
  const water = [...others, { station, level }].sort((a, b) => a.station - b.station);
  return [
    {
      id: 'water',
      says: `Water in the ground at ${formatLength(level, units, 'level')} there`,
      patches: [{ path: ['water'], value: water }],
    },
  ];
}

function suspectFor({ what, note }: Unsettled, run: Run, within: Range, id: string, units: UnitSystem): PlanFor[] {
  if (what !== 'smell' && what !== 'fill') return [];
  return apartFor(run, within, id, note || (what === 'smell' ? 'Smell or sheen found' : 'Old fill found'), units);
}

/**
 * What comes up there kept on a heap of its own: it does not go back, and balance, loads and order reckon without it. Nothing to offer where the draft has it.
 * @param id of the stretch it becomes. @param what is wrong with it, in words.
 */
export function apartFor(run: Run, stretch: Range, id: string, what: string, units: UnitSystem): PlanFor[] {
  const { start, end } = extent(run);
  const within = { from: Math.max(start, stretch.from), to: Math.min(end, stretch.to) };
  if (within.to <= within.from || run.logistics.suspect.some((one) => one.id === id)) return [];
  const suspect = [...run.logistics.suspect, { id, ...within, what: what.slice(0, 120) }];
  return [
    {
      id: 'suspect',
      says: `A heap of its own, ${formatStretch(within, units)}`,
      patches: [{ path: ['logistics', 'suspect'], value: suspect }],
    },
  ];
}
