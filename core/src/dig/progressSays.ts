import { shiftWorks } from '../book';
import type { Day } from '../clearance';
import type { Range } from '../geometry';
import { FOOT, formatDays, formatLength, formatPercent, formatStretch, type UnitSystem } from '../units';
import type { Done, Forecast, Pace } from './progress';

/** A pace in the unit people count in: metres or feet of the run in an hour. */
const perHour = (rate: number, units: UnitSystem): string =>
  units === 'us' ? `${(rate / FOOT).toFixed(1)} ft/h` : `${rate.toFixed(1)} m/h`;

/** How fast it went, and how far single shifts lie from that. */
export const paceWords = ({ rate, spread, shifts }: Pace, units: UnitSystem): string =>
  `${perHour(rate, units)}${spread === undefined ? ' from one shift' : `, give or take ${formatPercent(Number((spread / rate).toFixed(2)))}, from ${shifts} shifts`}`;

/** What was done that does not count any more; undefined where there is none. */
export const olderWords = ({ work, older }: Pick<Done, 'work' | 'older'>, units: UnitSystem): string | undefined =>
  older.length === 0
    ? undefined
    : `${shiftWorks[work]}, ${older.map((range) => formatStretch(range, units)).join(', ')}, by an older plan that has another hole there or is not on this device: it counts as still to be done.`;

/** What stays open overnight, in a line. @param open see `staysOpen`. */
export function openWords(dug: Done | undefined, open: readonly Range[], units: UnitSystem): string {
  if (open.length > 0) return `Stays open: ${open.map((one) => formatStretch(one, units)).join(', ')}.`;
  return dug ? 'All that was dug is filled again.' : 'Nothing is entered as dug.';
}

const ENDS = { permit: 'The permit ends', marks: 'The marks end' } as const;

/** When the dig is done if it goes on like that, and what ends before. */
export function forecastWords({ left, days, finish, late, ends }: Forecast, units: UnitSystem): { says: string; alarms: string[] } {
  if (left <= 0.05) return { says: 'All of it is dug.', alarms: [] };
  const whole = Math.ceil(days - 1e-9);
  return {
    says: `${formatLength(left, units, 'span')} left, ${formatDays(whole)} of work at this pace: dug by ${finish}${slowlyWords(finish, late)}.`,
    alarms: ends.map(
      ({ what, day }) =>
        `${ENDS[what]} on ${day}, ${late === undefined && day >= finish ? 'which may be before that' : 'before that'}: renew in time.`,
    ),
  };
}

/** How much later it may be. */
function slowlyWords(finish: Day, late: Day | undefined): string {
  if (late === undefined) return '; shifts went so differently that nobody can say how much later';
  return late === finish ? '' : `, ${late} if it goes slowly`;
}
