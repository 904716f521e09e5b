import type { OrderUnit } from '@tamper/core/order';
import { formatArea, formatLength, formatVolume, type UnitSystem } from '@tamper/core/units';

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
      return whole(value, 'litre', 'litres');
  }
}

/** What a price is for, said after it. */
export const per: Record<OrderUnit, string> = {
  m: 'a m',
  m2: 'a m²',
  m3: 'a m³',
  piece: 'each',
  hour: 'an hour',
  day: 'a day',
  litre: 'a litre',
};

/** Money in the job's own, whole. */
export const money = (value: number, currency: string): string => `${currency} ${Math.round(value).toLocaleString('en-GB')}`;
