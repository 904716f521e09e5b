import type { CheckFact } from '../book';
import { extent } from '../alignment/ground';
import { EPSILON } from '../geometry';
import type { Run } from '../job';
import type { Rules } from '../rules';
import { formatLength, formatStation, type UnitSystem } from '../units';
import { levelOf, type Designs } from './design';
import type { Instrument } from './instruments';
import { offBy } from './offBy';

/** What a check is held against. */
export interface CheckHeld {
  run: Run;
  designs: Designs;
  /** The set-up it names, as it stands now. */
  instrument: Instrument | undefined;
  rules: Rules;
  units: UnitSystem;
}

/** Says where a run begins and ends, of a station off it; undefined on it. */
export function offRun(run: Run, station: number, units: UnitSystem): string | undefined {
  const { start, end } = extent(run);
  return station < start - EPSILON || station > end + EPSILON
    ? `${formatStation(station, units)} is off the run: it goes from ${formatStation(start, units)} to ${formatStation(end, units)}.`
    : undefined;
}

/** Why a check cannot be true as it is, in a sentence; undefined where it can. */
export function checkFault(fact: CheckFact, held: CheckHeld): string | undefined {
  const { run, designs, instrument, units } = held;
  const { station, pit, found, widthBottom, widthTop, layer, line } = fact;
  const design = designs(station, pit);
  if (!design) return offRun(run, station, units) ?? `Nothing is dug open at ${formatStation(station, units)} by the issued plan.`;
  if (levelOf(design, layer) === undefined) return 'A pit is checked at its bottom.';
  if (levelOf(design, layer, line) === undefined) return `That line does not lie at ${formatStation(station, units)} by the issued plan.`;
  if (found.as === 'reading') {
    if (!instrument)
      return 'Set the instrument up first: without it a reading tells no level. A level or a depth from the ground needs none.';
    const { rod } = instrument.kept.entry.fact;
    if (found.value < 0 || found.value > rod)
      return `${formatLength(found.value, units, 'level')} is not on the staff: it can be read from 0 to ${formatLength(rod, units)}. Move the instrument, or type the level.`;
  }
  if (widthBottom !== null && widthTop !== null && widthTop < widthBottom - EPSILON)
    return `The top is narrower than the bottom (${formatLength(widthTop, units)} and ${formatLength(widthBottom, units)}): are they the wrong way round? Undercut sides are not a trench anybody goes into.`;
  return undefined;
}

/** What somebody who enters a check is asked, in a sentence, before it is believed; undefined where there is nothing to ask. */
export function checkDoubt(fact: CheckFact, { designs, instrument, rules, units }: CheckHeld): string | undefined {
  const found = offBy(fact, designs(fact.station, fact.pit), instrument);
  if (!found || Math.abs(found.off) < (rules.slipFrom.value ?? Infinity)) return undefined;
  return `That is ${formatLength(Math.abs(found.off), units)} too ${found.off > 0 ? 'high' : 'deep'} at ${formatStation(fact.station, units)}. Is it the unit, or the station?`;
}
