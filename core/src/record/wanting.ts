import type { Kept } from '../book';
import { reachIndexAt } from '../alignment/levels';
import { joined, shared, type Range } from '../geometry';
import type { Run } from '../job';
import { holds } from '../lay/along';
import type { Surface } from '../catalogue';
import { fillAt, fillEdges, fillStations, filledTo, settlesMost, sunkIn, unreadIn, type FillReport } from '../fill';
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

/** Where it is not filled to the ground. */
export function notFull(fill: FillReport, range: Range): Range[] {
  const cuts = fillEdges(fill, range);
  const pieces = cuts.slice(1).map((to, i) => ({ from: cuts[i] as number, to }));
  return joined(
    pieces.filter((piece) =>
      fillStations(fill, piece).some((at) => {
        const state = fillAt(fill, at);
        return state && filledTo(state) > FULL;
      }),
    ),
  );
}
/** Within this of the ground it is full, metres. */
const FULL = 0.03;

/** Everything still owed of fill and record, with who sees to it. Closed by what is entered of the thing itself. */
export function recordTasks({ fill, places, expected, surface, book, units }: WantingInputs): ReturnType<typeof withOwners> {
  const low = fill.lifts.filter(({ state }) => state === 'below' || state === 'again');
  const begun = fill.lifts.length > 0;
  const sunk = sunkIn(fill, book);
  const reaches = reachesIn(fill.run, places);
  const visits = reaches.flatMap(({ id, ranges }): Wanting[] => {
    const settles = ranges.flatMap((range) => settlesMost(fill, range) ?? []).sort((a, b) => b.predicted - a.predicted);
    const crown = Math.max(0, ...settles.map((one) => one.crown));
    const seen = sunk.some(({ station, advice }) => advice === 'done' && ranges.some((range) => holds(range, station)));
    return crown < 0.02 || seen
      ? []
      : [
          {
            about: `visit.${id}`,
            what: `Fill not compacted, ${sayRanges(ranges, units)}: sinks by up to ${formatLength(settles[0]?.predicted ?? 0, units, 'size')}`,
            todo: 'Come back in three months, measure how far it sank, and take off or make up the crown.',
            where: ranges[0],
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
      ...fill.lifts.flatMap((lift): Wanting[] => {
        const unread = unreadIn(lift, fill.rules);
        if (unread.length === 0 || (lift.state !== 'unread' && lift.state !== 'passed')) return [];
        return [
          {
            about: `read.${lift.id}`,
            what: `A lift has too few readings, ${sayRanges(unread, units)}`,
            todo: `One at least, and every ${formatLength(fill.rules.readingApart.value ?? 0, units)}.`,
            where: unread[0],
          },
        ];
      }),
      ...sunk
        .filter(({ advice }) => advice === 'fill')
        .map(({ kept, station, left }): Wanting => ({
          about: `sunk.${kept.entry.id}`,
          what: `It sank ${formatLength(-left, units, 'size')} further than was heaped, at ${formatStation(station, units)}`,
          todo: 'Make it up, and look for where the fill went: a void, a broken line, water.',
          where: { from: station, to: station },
        })),
      ...(begun && surface !== 'field'
        ? reaches.flatMap(({ id, ranges }): Wanting[] => {
            const open = ranges.flatMap((range) => notFull(fill, range));
            return open.length === 0
              ? []
              : [
                  {
                    about: `surface.${id}`,
                    what: `Surface to be made good, ${sayRanges(open, units)}`,
                    todo: guarding[surface],
                    where: open[0],
                  },
                ];
          })
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
    (about) => ofReach(about, fill.run),
  );
}

/** The reaches of a run as far as they are dug open. */
const reachesIn = ({ reaches }: Run, places: readonly Range[]): { id: string; ranges: Range[] }[] =>
  reaches.flatMap(({ id, from }, i) => {
    const ranges = shared([{ from, to: reaches[i + 1]?.from ?? Infinity }], places);
    return ranges.length > 0 ? [{ id, ranges }] : [];
  });

/** What was said of something by the metre it began at, as it was once entered, is said of the reach there. */
const ofReach = (about: string, run: Run): string =>
  about.replace(
    /^(surface|visit)\.(-?\d+\.\d)$/,
    (_, what: string, at: string) => `${what}.${run.reaches[reachIndexAt(run, Number(at))]?.id}`,
  );

const sayRanges = (ranges: readonly Range[], units: UnitSystem): string => ranges.map((range) => formatStretch(range, units)).join(', ');

export type { LayTask };
