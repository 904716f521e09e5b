import type { Kit } from '../catalogue';
import { ByDepth, type Range } from '../geometry';
import { fingerprint, kitOf, type ExistingLine, type Job, type Run } from '../job';
import type { Rules } from '../rules';
import { isPit } from '../trench/places';
import type { Place } from '../trench';
import { boxSchedule, type BoxSchedule } from './boxes';
import { blockedFor } from './passing';
import { sheetSchedule, type SheetSchedule } from './sheets';
import { shoreSchedule, type ShoreSchedule } from './shores';
import { sideBreakDepths, supportHeight } from './support';

export type Schedule = ({ kind: 'shield' } & BoxSchedule) | ({ kind: 'shores' } & ShoreSchedule) | ({ kind: 'sheets' } & SheetSchedule);

/** What holds one place, and what that takes. Metres. */
export interface PlaceSupport extends Range {
  /** Id of the place. */
  place: string;
  /** Deepest of the place, and where. */
  depth: number;
  deepest: number;
  /** Of the supports above the bottom; 0 without. */
  height: number;
  kit: Kit | undefined;
  /** Undefined without supports, while their table is not chosen, or where it gives none. */
  schedule: Schedule | undefined;
}

/** The supports of every place, by the table chosen for it. */
export const placeSupports = (
  job: Pick<Job, 'kit'>,
  run: Run,
  rules: Rules,
  places: readonly Place[],
  existing: readonly ExistingLine[],
): PlaceSupport[] =>
  places.map((place) => {
    const { protection, kit: id } = place.sides;
    const kit = kitOf(job, id);
    const fits = kit?.kind === protection ? kit : undefined;
    const height = wantedHeight(place, rules);
    return {
      place: place.id,
      from: place.from,
      to: place.to,
      depth: place.deepest.depth,
      deepest: place.deepest.station,
      height,
      kit: fits,
      schedule: fits && scheduleOf(fits, place, run, height, rules, existing),
    };
  });

/** The highest that supports of a place have to stand anywhere in it, metres. */
function wantedHeight(place: Place, rules: Rules): number {
  if (place.sides.protection === 'none') return 0;
  const heights = new ByDepth(sideBreakDepths(place, rules), (depth) => depth);
  return heights.along(place.station, place.depth).reduce((most, { deepest }) => Math.max(most, supportHeight(place, deepest, rules)), 0);
}

function scheduleOf(
  kit: Kit,
  place: Place,
  run: Run,
  height: number,
  rules: Rules,
  existing: readonly ExistingLine[],
): Schedule | undefined {
  const { soil, width, from, to } = place;
  const { depth } = place.deepest;
  const length = to - from;
  const pit = isPit(place);
  switch (kit.kind) {
    case 'shield':
      return {
        kind: 'shield',
        ...boxSchedule(kit, {
          height,
          depth,
          length,
          open: run.conditions.open,
          width,
          pit,
          clay: run.spoil.ground === 'clay',
          whole: place.sides.whole !== null,
          rules,
        }),
      };
    case 'shores': {
      const blocked = blockedFor(place, existing, rules).map((range) => ({ from: range.from - from, to: range.to - from }));
      const shores = shoreSchedule(kit, { soil, depth, length, width, blocked, rules });
      return shores && { kind: 'shores', ...shores };
    }
    case 'sheets':
      return { kind: 'sheets', ...sheetSchedule(kit, { depth, length, width, rules }) };
  }
}

/** A piece of the supports as it stands at first: a box, a bay of sheets, or a set of shores, which is a point. */
export interface SupportPiece extends Range {
  /** Holds only for this piece of these supports: when anything of them moves, every piece is another. */
  id: string;
}

/** Where the pieces stand at first, stations. */
export function piecesOf({ place, from, to, kit, schedule }: PlaceSupport): SupportPiece[] {
  const row = (length: number, count: number): Range[] =>
    Array.from({ length: count }, (_, i) => ({ from: Math.min(to, from + i * length), to: Math.min(to, from + (i + 1) * length) })).filter(
      (piece) => piece.to > piece.from,
    );
  const places =
    schedule?.kind === 'shores'
      ? schedule.sets.map((at) => ({ from: from + at, to: from + at }))
      : schedule?.kind === 'shield' && kit?.kind === 'shield'
        ? row(kit.length, schedule.boxes)
        : schedule?.kind === 'sheets' && kit?.kind === 'sheets'
          ? row(kit.frameLength, schedule.bays)
          : [];
  const whole = fingerprint([place, kit?.id, places.map((piece) => [Math.round(piece.from * 1000), Math.round(piece.to * 1000)])]);
  return places.map((piece, i) => ({ ...piece, id: `${whole}-${i + 1}` }));
}

/** One box drawn from where the fill has come up and set in front of the row, stations. */
export interface Leap {
  box: number;
  out: Range;
  to: Range;
}

/** How the boxes of a reach leapfrog along it: the last always goes to the front. */
export function leaps({ from, to, kit, schedule }: PlaceSupport): Leap[] {
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
