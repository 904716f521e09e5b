import { besideLine } from '../alignment';
import { asLaidThings } from '../book';
import type { Run } from '../job';
import { formatLength, formatStation, type UnitSystem } from '../units';
import type { ExpectedPoint } from './points';
import type { Tie, TieFault } from './ties';

/** A point the record should have, in a few words. */
export const sayPoint = (
  { what, name, of, station, several }: Pick<ExpectedPoint, 'what' | 'name' | 'of' | 'station' | 'several'>,
  units: UnitSystem,
): string =>
  `${asLaidThings[what].toLowerCase()}${name ? ` ${name}` : ''}${several && of === '' ? ` of ${several}` : ''} ${formatStation(station, units)}`;

/** Why two tapes give no point, in a sentence. */
export function sayTieFault(fault: TieFault, units: UnitSystem): string {
  switch (fault.code) {
    case 'samePoint':
      return 'Both tapes are held at the same point: choose another.';
    case 'short':
      return `The tapes do not meet: short by ${formatLength(fault.by, units)}. Read them again, or is it the unit?`;
    case 'inside':
      return `One tape is longer than the other and the way between the points, by ${formatLength(fault.by, units)}: read them again.`;
  }
}

/** On which side two tapes meet nearer to where the plan has the point. @param left where they meet on the left. */
export function sideNear(run: Run, left: Tie, planned: { station: number; offset: number }): 'left' | 'right' {
  const at = besideLine(run, planned.station, planned.offset);
  const away = ({ x, y }: { x: number; y: number }) => Math.hypot(x - at.x, y - at.y);
  return away(left.at) <= away(left.other) ? 'left' : 'right';
}

/** How two tapes meet, in a sentence or two. */
export const sayTie = ({ angle, radius, flat, residual }: Tie, units: UnitSystem): string =>
  [
    `They meet at ${Math.round((angle * 180) / Math.PI)}°, within ${formatLength(radius, units, 'size')}.`,
    ...(flat ? ['Too flat: take a point further to the side.'] : []),
    ...(residual === undefined ? [] : [`The third tape is off ${formatLength(Math.abs(residual), units, 'size')}.`]),
  ].join(' ');
