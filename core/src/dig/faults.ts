import type { SetUpFact } from '../book';
import { rangesWhere, type Range } from '../geometry';
import { extent } from '../alignment/ground';
import type { Run } from '../job';
import { formatGradient, formatLength, formatStation, formatStretch, type UnitSystem } from '../units';
import type { Designs } from './design';
import { driftOf, planeOf, readingAt, stepAtMove, type Plane } from './plane';

/** How far a plane is followed to show what its fall does, metres. */
const SHOWN = 10;
/** A plane that runs off by less than this over that length is as the line falls, metres: what a rod can be read to. */
const READ = 0.002;
/** Stations a plane is tried at, apart by this, metres. */
const TRIED = 0.5;

/** Stations of a run a plane is tried at, with the bottom that is dug there. */
function bottoms(run: Run, designs: Designs): { station: number; bottom: number }[] {
  const { start, end } = extent(run);
  const count = Math.max(1, Math.ceil((end - start) / TRIED));
  return Array.from({ length: count + 1 }, (_, i) => start + ((end - start) * i) / count).flatMap((station) => {
    const design = designs(station, null);
    return design ? [{ station, bottom: design.bottom }] : [];
  });
}

/** Where the bottom cannot be read from a plane, and why: it is over the plane, or further under it than the rod is long. */
export function offTheRod(run: Run, designs: Designs, plane: Plane, rod: number): (Range & { why: 'over' | 'under' })[] {
  const tried = bottoms(run, designs).map(({ station, bottom }) => ({ station, reading: readingAt(plane, station, bottom) }));
  const stations = tried.map(({ station }) => station);
  const at = (i: number) => (tried[Math.round(i)] as (typeof tried)[number]).reading;
  return [
    ...rangesWhere(stations, (i) => at(i) < 0).map((range) => ({ ...range, why: 'over' as const })),
    ...rangesWhere(stations, (i) => at(i) > rod).map((range) => ({ ...range, why: 'under' as const })),
  ].sort((a, b) => a.from - b.from);
}

/** How the bottom falls over the next stretch from a station, in the direction of work; undefined where it is not dug as far. */
function fallAt(designs: Designs, from: number, way: 1 | -1): { levelAt: (station: number) => number; to: number } | undefined {
  for (let length = SHOWN; length >= 1; length--) {
    const to = from + way * length;
    if (!designs(from, null) || !designs(to, null)) continue;
    return { levelAt: (station) => designs(station, null)?.bottom ?? NaN, to };
  }
  return undefined;
}

/** What is to be looked at before anybody digs by a set-up, in sentences. None of it refuses the entry: the readings of the sheet are right for any plane. */
export function setUpCautions(fact: SetUpFact, run: Run, designs: Designs, units: UnitSystem): string[] {
  const plane = planeOf(fact);
  const { start, end } = extent(run);
  const away = offTheRod(run, designs, plane, fact.rod);
  const said = away.map(({ from, to, why }) =>
    why === 'over'
      ? `The bottom is over the plane, ${formatStretch({ from, to }, units)}: nothing can be read there. Set up higher, or take another benchmark.`
      : `The bottom is off the staff, ${formatStretch({ from, to }, units)}: more than ${formatLength(fact.rod, units)} under the plane. Move the instrument down, or use a longer staff.`,
  );
  const from = Math.min(end, Math.max(start, fact.from));
  const ahead = fallAt(designs, from, fact.travel === 'up' ? 1 : -1) ?? fallAt(designs, from, fact.travel === 'up' ? -1 : 1);
  if (ahead) {
    const off = driftOf(plane, ahead.levelAt, from, ahead.to);
    const length = Math.abs(ahead.to - from);
    if (Math.abs(off) > READ)
      said.push(
        `Plane and line do not fall alike: with the reading kept from ${formatStation(from, units)}, the bottom would be ${formatLength(Math.abs(off), units, 'level')} too ${off > 0 ? 'high' : 'deep'} after ${formatLength(length, units, 'span')}. Dig by the reading of each station, or set the plane to ${fallWords((ahead.levelAt(from) - ahead.levelAt(ahead.to)) / (ahead.to - from), units)}.`,
      );
  }
  if (fact.means === 'sensors' && fact.set !== null) {
    const step = stepAtMove(plane, fact.set, PLACE);
    if (Math.abs(step) > READ)
      said.push(
        `The slope set in the machine is not the plane’s: expect a step of ${formatLength(Math.abs(step), units, 'level')} at every move of ${formatLength(PLACE, units, 'span')}. Set ${fallWords(fact.fall, units)} in the machine.`,
      );
  }
  return said;
}

/** How far a machine digs from one place, about, metres: for what a slope left out does. */
const PLACE = 3;

/** `falling 1:80 (1.25 %)`, in the direction of stations. */
export const fallWords = (fall: number, units: UnitSystem): string =>
  Math.abs(fall) < 1e-6 ? 'level' : `${fall > 0 ? 'falling' : 'rising'} ${formatGradient(Math.abs(fall), units)} with the stations`;
