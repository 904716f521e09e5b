import type { SetUpFact } from '../book';
import { alike, type Range } from '../geometry';
import { extent } from '../alignment/ground';
import type { Run } from '../job';
import type { Place } from '../trench';
import { formatGradient, formatLength, formatStation, formatStretch, type UnitSystem } from '../units';
import type { Designs } from './design';
import { driftOf, planeOf, readingAt, stepAtMove, type Plane } from './plane';
import { eitherSide, holeNodes } from './sameHole';

/** How far a plane is followed to show what its fall does, metres. */
const SHOWN = 10;
/** A plane that runs off by less than this over that length is as the line falls, metres: what a rod can be read to. */
const READ = 0.002;
/** What a set-up is held against: the run, its holes and what is dug at a station. */
export interface Dug {
  run: Run;
  places: readonly Place[];
  designs: Designs;
}

/** Why the bottom of a station cannot be read from a plane: it is over the plane, or further under it than the rod is long. Undefined where it can, and where none is dug. */
export function offTheRodAt(designs: Designs, plane: Plane, rod: number, station: number): 'over' | 'under' | undefined {
  const design = designs(station, null);
  const reading = design && readingAt(plane, station, design.bottom);
  return reading === undefined ? undefined : reading < 0 ? 'over' : reading > rod ? 'under' : undefined;
}

/** Where the bottom cannot be read from a plane, and why, ascending: exactly where {@link offTheRodAt} says so. */
export const offTheRod = ({ run, places, designs }: Dug, plane: Plane, rod: number): (Range & { why: 'over' | 'under' })[] =>
  alike(eitherSide(holeNodes({ run, plan: { places } })), (at) => offTheRodAt(designs, plane, rod, at), Object.is).flatMap(
    ({ from, to, is }) => (is ? [{ from, to, why: is }] : []),
  );

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
export function setUpCautions(fact: SetUpFact, dug: Dug, units: UnitSystem): string[] {
  const { run, designs } = dug;
  const plane = planeOf(fact);
  const { start, end } = extent(run);
  const away = offTheRod(dug, plane, fact.rod);
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
