import type { Kept } from '../book';
import { joined, type Range } from '../geometry';
import type { Surface } from '../catalogue';
import { fillAt, fillEdges, filledTo, settlementAt, sunkIn, type FillReport, type FilledLift } from '../fill';
import { withOwners, type LayTask, type Wanting } from '../lay';
import { formatLength, formatStation, formatStretch, type UnitSystem } from '../units';
import { sayFillVerdict } from '../fill/says';
import type { ExpectedPoint } from './points';
import { sayPoint } from './says';

/** How a surface is guarded until it is made good. Words only: whoever owns it sets the rule. */
export const guarding: Record<Surface, string> = {
  road: 'Signs, lights and barriers as the highway authority set; plates flush and pinned. Looked at every day.',
  footway: 'Barriers with tapping rails, boards or plates across it, a way round wide enough for a wheelchair. Looked at every day.',
  field: 'Fence or tape against stock and people until it is level.',
};

export interface WantingInputs {
  fill: FillReport;
  /** Where it is dug open. */
  places: readonly Range[];
  expected: readonly ExpectedPoint[];
  surface: Surface;
  book: readonly Kept[];
  units: UnitSystem;
}

/** Lifts nobody read where one has to be: no reading at all, or further from the next than the rule’s spacing. */
export const unreadLifts = ({ lifts, rules }: Pick<FillReport, 'lifts' | 'rules'>): FilledLift[] =>
  lifts.filter(({ compactor, layer, readings, from, to }) => {
    if (compactor === null || layer === 'fine') return false;
    const apart = rules.readingApart.value ?? Infinity;
    return readings.length < Math.max(1, Math.ceil((to - from) / apart - 1e-6));
  });

/** Is it filled to the ground everywhere? The stretches where it is not. */
export function notFull({ fill, places }: Pick<WantingInputs, 'fill' | 'places'>): Range[] {
  return places.flatMap((place) => {
    const cuts = fillEdges(fill, place);
    return cuts.slice(1).flatMap((to, i): Range[] => {
      const from = cuts[i] as number;
      const state = fillAt(fill, (from + to) / 2);
      return state && filledTo(state) > FULL ? [{ from, to }] : [];
    });
  });
}
/** Within this of the ground it is full, metres. */
const FULL = 0.03;

/** Everything still owed of fill and record, with who sees to it. Closed by what is entered of the thing itself. */
export function recordTasks({ fill, places, expected, surface, book, units }: WantingInputs): ReturnType<typeof withOwners> {
  const low = fill.lifts.filter(({ state }) => state === 'below' || state === 'again');
  const begun = fill.lifts.length > 0;
  const open = joined(notFull({ fill, places }));
  const sunk = sunkIn(fill, book);
  const visits = places.flatMap((place): Wanting[] => {
    const middle = (place.from + place.to) / 2;
    const settles = settlementAt(fill, middle);
    if (
      !settles ||
      settles.crown < 0.02 ||
      sunk.some(({ station, advice }) => station >= place.from && station <= place.to && advice === 'done')
    )
      return [];
    return [
      {
        about: `visit.${place.from.toFixed(1)}`,
        what: `Fill not compacted, ${formatStretch(place, units)}: sinks by about ${formatLength(settles.predicted, units, 'size')}`,
        todo: 'Come back in three months, measure how far it sank, and take off or make up the crown.',
        where: place,
      },
    ];
  });
  return withOwners(
    [
      ...low.map((lift): Wanting => ({
        about: `lift.${lift.id}`,
        what:
          lift.state === 'below'
            ? `A lift reads too low, ${formatStretch(lift, units)}`
            : `A lift was compacted again, ${formatStretch(lift, units)}`,
        todo:
          lift.state === 'below'
            ? `${sayFillVerdict(lift.verdict, units)} Compact it again and read it, or take it out.`
            : 'Read it again.',
        where: lift,
      })),
      ...unreadLifts(fill)
        .filter(({ state }) => state === 'unread' || state === 'passed')
        .map((lift): Wanting => ({
          about: `read.${lift.id}`,
          what: `A lift has too few readings, ${formatStretch(lift, units)}`,
          todo: `One at least, and every ${formatLength(fill.rules.readingApart.value ?? 0, units)}.`,
          where: lift,
        })),
      ...sunk
        .filter(({ advice }) => advice === 'fill')
        .map(({ kept, station, left }): Wanting => ({
          about: `sunk.${kept.entry.id}`,
          what: `It sank ${formatLength(-left, units, 'size')} further than was heaped, at ${formatStation(station, units)}`,
          todo: 'Make it up, and look for where the fill went: a void, a broken line, water.',
          where: { from: station, to: station },
        })),
      ...(begun && surface !== 'field'
        ? open.map((range): Wanting => ({
            about: `surface.${range.from.toFixed(1)}`,
            what: `Surface to be made good, ${formatStretch(range, units)}`,
            todo: guarding[surface],
            where: range,
          }))
        : []),
      ...(begun
        ? expected
            .filter(({ by }) => by === undefined)
            .map((point): Wanting => ({
              about: `point.${point.id}`.slice(0, 160),
              what: `Not measured as laid: ${sayPoint(point, units)}`,
              todo: 'By two tapes, or beside its station, with its level or cover.',
              where: { from: point.station, to: point.station },
            }))
        : []),
      ...visits,
    ],
    book,
  );
}

export type { LayTask };
