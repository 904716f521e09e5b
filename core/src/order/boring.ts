import { BORE_BASIS, boringOf, boringPrices } from '../boring';
import { PRICE_BASIS, type Product } from '../catalogue';
import { EPSILON } from '../geometry';
import type { Job, Run } from '../job';
import { formatLength, formatVolume } from '../units';
import { hireDays, type Draft } from './items';
import { plural } from './words';

/** What of a drawn-in duct stands out at each end, metres. */
const ENDS = 1;

/** The rig by the day, fluid for the holes, and ducts drawn in. */
export function boringItems(job: Job, run: Run): Draft[] {
  const bores = boringOf(job, run).filter(({ way }) => way > EPSILON);
  if (bores.length === 0) return [];
  const sum = (of: (bore: (typeof bores)[number]) => number) => bores.reduce((total, bore) => total + of(bore), 0);
  const way = sum((bore) => bore.way);
  const days = hireDays(
    sum(({ hours }) => hours),
    job.pace.shift,
  );
  const fluid = sum((bore) => bore.fluid);
  const item = (part: Pick<Draft, 'id' | 'what' | 'unit' | 'net' | 'price' | 'basis'> & Partial<Draft>): Draft => ({
    group: 'boring',
    order: part.net,
    packs: '',
    mass: 0,
    ...part,
  });
  const ducts = [...new Map(bores.flatMap(({ duct }) => (duct ? [[duct.id, duct] as const] : []))).values()];
  return [
    item({
      id: 'bore.rig',
      what: 'Boring rig with rods',
      unit: 'day',
      net: days,
      packs: plural(days, 'day', 'days'),
      price: boringPrices.rig,
      basis: `${formatLength(way, job.units, 'span')} along, ${plural(
        sum(({ rods }) => rods),
        'rod',
        'rods',
      )}. ${PRICE_BASIS}`,
    }),
    item({
      id: 'bore.fluid',
      what: 'Boring fluid, mixed and taken away',
      unit: 'm3',
      net: fluid,
      mass: 0,
      price: boringPrices.fluid,
      basis: `${BORE_BASIS}: ${formatVolume(fluid, job.units)}`,
    }),
    ...ducts.map((duct: Product): Draft => {
      const through = bores.filter((bore) => bore.duct?.id === duct.id);
      const net = through.reduce((total, bore) => total + bore.way + 2 * ENDS, 0);
      const count = through.reduce((total, bore) => total + Math.ceil((bore.way + 2 * ENDS) / duct.stock.length - EPSILON), 0);
      return item({
        id: `bore.duct.${duct.id}`,
        what: `${duct.name}, drawn in`,
        unit: 'm',
        net,
        order: count * duct.stock.length,
        packs: `${count} of ${formatLength(duct.stock.length, job.units)}`,
        mass: count * duct.stock.length * duct.mass,
        price: duct.price,
        basis: `Along the hole and ${formatLength(ENDS, job.units)} at each end`,
      });
    }),
  ];
}
