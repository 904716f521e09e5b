import type { OrderUnit } from '@tamper/core/order';
import { FOOT, formatArea, formatFuel, formatLength, formatVolume, LITRES_A_GALLON, type UnitSystem } from '@tamper/core/units';

const whole = (value: number, one: string, many: string) => {
  const shown = Number(value.toFixed(1));
  return `${shown.toLocaleString('en-GB')} ${shown === 1 ? one : many}`;
};

/** An amount of an order as people say it. */
export function amount(value: number, unit: OrderUnit, units: UnitSystem): string {
  switch (unit) {
    case 'm':
      return formatLength(value, units);
    case 'm2':
      return formatArea(value, units);
    case 'm3':
      return formatVolume(value, units);
    case 'piece':
      return whole(value, 'piece', 'pieces');
    case 'hour':
      return whole(value, 'hour', 'hours');
    case 'day':
      return whole(value, 'day', 'days');
    case 'litre':
      return formatFuel(value / 1000, units);
  }
}

/** What a price is for, said after it, and how many units of the core that is. */
export function per(unit: OrderUnit, units: UnitSystem): { word: string; size: number } {
  const us = units === 'us';
  switch (unit) {
    case 'm':
      return us ? { word: 'a ft', size: FOOT } : { word: 'a m', size: 1 };
    case 'm2':
      return us ? { word: 'a ft²', size: FOOT ** 2 } : { word: 'a m²', size: 1 };
    case 'm3':
      return us ? { word: 'a yd³', size: (3 * FOOT) ** 3 } : { word: 'a m³', size: 1 };
    case 'litre':
      return us ? { word: 'a gal', size: LITRES_A_GALLON } : { word: 'a l', size: 1 };
    default:
      return { word: { piece: 'each', hour: 'an hour', day: 'a day' }[unit], size: 1 };
  }
}

/** Money in the job's own, whole. */
export const money = (value: number, currency: string): string => `${currency} ${Math.round(value).toLocaleString('en-GB')}`;
