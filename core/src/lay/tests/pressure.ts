import type { Product } from '../../catalogue';
import { readAt, readingLacks, risingLacks, timeLacks } from './readings';
import { boreOf, fallVerdict, type Judge } from './verdict';

/** Stiffness of water, and of what walls of pipes are made of, pascals. Source: EN 805, A.27; usual values of the materials. */
const WATER = 2.1e9;
const WALLS: Record<Product['material'], number> = { plastic: 0.8e9, copper: 120e9, metal: 170e9, concrete: 20e9, cable: 0.8e9 };
/** Allows for the air that stays in it. Source: EN 805. */
const AIR = 1.2;

/**
 * Most that may be pumped in to bring a main back to its pressure, m³: ΔV = 1.2·V·Δp·(1/E_w + D/(e·E_r)). Source: EN 805, 11.3.3.4.2.
 * @param drop pascals. @param length metres.
 */
export const makeUpAllowed = (product: Pick<Product, 'od' | 'wall' | 'material'>, length: number, drop: number): number => {
  const bore = boreOf(product);
  const volume = (Math.PI / 4) * bore ** 2 * length;
  return AIR * volume * drop * (1 / WATER + bore / (product.wall * WALLS[product.material]));
};

/** A main or a loop under pressure: what it has lost when its time is over. It begins at no less than is asked. */
export const judgePressure: Judge<'pressure'> = ({ how, readings, gauge, product, length, rules }) => {
  const asked = Math.max(how.minutes, rules.mainHold.value ?? 0);
  const drop = rules.mainDrop.value ?? 0;
  const [first, last] = [readings[0], readings.at(-1)];
  const order = readingLacks(readings, gauge, drop);
  const early =
    order.length === 0 && first !== undefined && last !== undefined && first.value - last.value > drop + 1e-6 && last.minute < asked;
  const lacks = [
    ...order,
    ...(order.length === 0 ? risingLacks(readings) : []),
    ...(first && first.value < how.asked - 1e-6 ? [{ code: 'low' as const, asked: how.asked, was: first.value }] : []),
    ...(early ? [] : timeLacks(readings, asked)),
  ];
  const lost = (first?.value ?? NaN) - (early ? last.value : readAt(readings, asked));
  const from = first?.value ?? how.asked;
  const limit = makeUpAllowed(product, length, drop);
  const { madeUp } = how;
  return fallVerdict(lacks, {
    readings,
    also:
      madeUp === undefined ? [] : [{ id: 'madeUp', quantity: 'volume', value: madeUp, limit, sense: 'most', ok: madeUp <= limit + 1e-12 }],
    lost,
    from,
    drop,
    asked,
    figures: [
      { id: 'start', quantity: 'pressure', value: how.asked },
      { id: 'drop', quantity: 'pressure', value: drop },
      { id: 'makeUp', quantity: 'volume', value: limit },
    ],
  });
};
