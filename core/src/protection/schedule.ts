import type { Kit } from '../catalogue';
import { largest, type Range } from '../geometry';
import { kitOf, type Job, type Reach, type Run } from '../job';
import { isOpen, reachEnd, reachSpan, type ProfileColumns } from '../alignment';
import type { Rules } from '../rules';
import { boxSchedule, type BoxSchedule } from './boxes';
import { sheetSchedule, type SheetSchedule } from './sheets';
import { shoreSchedule, type ShoreSchedule } from './shores';
import { supportHeight } from './support';

export type Schedule = ({ kind: 'shield' } & BoxSchedule) | ({ kind: 'shores' } & ShoreSchedule) | ({ kind: 'sheets' } & SheetSchedule);

/** What holds one reach, and what that takes. Metres. */
export interface ReachSupport extends Range {
  reach: number;
  /** Deepest of the reach, and where. */
  depth: number;
  deepest: number;
  /** Of the supports above the bottom; 0 without. */
  height: number;
  kit: Kit | undefined;
  /** Undefined without supports, while their table is not chosen, or where it gives none. */
  schedule: Schedule | undefined;
}

/** The supports of every reach, by the table chosen for it. */
export function reachSupports(job: Pick<Job, 'kit'>, run: Run, rules: Rules, profile: ProfileColumns): ReachSupport[] {
  return run.reaches.flatMap((reach, index): ReachSupport[] => {
    if (!isOpen(reach)) return [];
    const [from, to] = [reach.from, reachEnd(run, index)];
    const span = reachSpan(profile, index);
    const depth = largest(profile.depth, span);
    const deepest = profile.station[profile.depth.indexOf(depth, span.first)] as number;
    const height = supportHeight(reach, depth, rules);
    const kit = kitOf(job, reach.kit);
    const fits = kit?.kind === reach.protection ? kit : undefined;
    return [
      {
        reach: index,
        from,
        to,
        depth,
        deepest,
        height,
        kit: fits,
        schedule: fits && scheduleOf(fits, reach, run, { depth, height, length: to - from, rules }),
      },
    ];
  });
}

function scheduleOf(
  kit: Kit,
  { soil, bottomWidth }: Reach,
  { conditions: guard }: Run,
  { depth, height, length, rules }: { depth: number; height: number; length: number; rules: Rules },
): Schedule | undefined {
  switch (kit.kind) {
    case 'shield':
      return { kind: 'shield', ...boxSchedule(kit, { height, depth, length, open: guard.open, width: bottomWidth, rules }) };
    case 'shores': {
      const shores = shoreSchedule(kit, { soil, depth, length, width: bottomWidth, rules });
      return shores && { kind: 'shores', ...shores };
    }
    case 'sheets':
      return { kind: 'sheets', ...sheetSchedule(kit, { depth, length }) };
  }
}

/** Where the pieces stand at first, stations: boxes and bays as stretches, sets of shores as points. */
export function piecesOf({ from, to, kit, schedule }: ReachSupport): Range[] {
  const row = (length: number, count: number): Range[] =>
    Array.from({ length: count }, (_, i) => ({ from: Math.min(to, from + i * length), to: Math.min(to, from + (i + 1) * length) })).filter(
      (piece) => piece.to > piece.from,
    );
  if (schedule?.kind === 'shores') return schedule.sets.map((at) => ({ from: from + at, to: from + at }));
  if (schedule?.kind === 'shield' && kit?.kind === 'shield') return row(kit.length, schedule.boxes);
  if (schedule?.kind === 'sheets' && kit?.kind === 'sheets') return row(kit.frameLength, schedule.bays);
  return [];
}

/** One box drawn from where the fill has come up and set in front of the row, stations. */
export interface Leap {
  box: number;
  out: Range;
  to: Range;
}

/** How the boxes of a reach leapfrog along it: the last always goes to the front. */
export function leaps({ from, to, kit, schedule }: ReachSupport): Leap[] {
  if (schedule?.kind !== 'shield' || kit?.kind !== 'shield') return [];
  const at = (place: number): Range => ({
    from: Math.min(to, from + place * kit.length),
    to: Math.min(to, from + (place + 1) * kit.length),
  });
  return Array.from({ length: schedule.moves }, (_, move) => ({
    box: (move % schedule.boxes) + 1,
    out: at(move),
    to: at(move + schedule.boxes),
  }));
}

/** Heaviest piece that is lifted, kilograms. */
export const heaviestOf = (schedule: Schedule): number => (schedule.kind === 'shores' ? schedule.mass : schedule.heaviest);

/**
 * Stations of the ladders: in every stretch deep enough one no further off than the travel allowed, even along it.
 * @param travel metres.
 */
export const ladders = (deep: readonly Range[], travel: number): number[] =>
  deep.flatMap(({ from, to }) => {
    const count = Math.max(1, Math.ceil((to - from) / (2 * travel) - 1e-9));
    return Array.from({ length: count }, (_, i) => from + ((i + 0.5) * (to - from)) / count);
  });
