import { structureTypes } from '../catalogue';
import type { Finding } from '../job';
import type { OrderFacts } from '../order';
import { formatStation } from '../units';
import { lengths, type Reader, type Said } from './said';

const BASIS = 'Way, tails, terminations and slack against the lengths to hand';
const stations = (at: readonly number[], { units }: Reader): string => at.map((one) => formatStation(one, units)).join(', ');

export const orderWords: { [K in keyof OrderFacts]: (finding: Finding<K, OrderFacts[K]>, reader: Reader) => Said } = {
  'order.blind': ({ facts: { product, at } }, reader) => ({
    what: `A joint of ${product} at ${stations(at, reader)} lies in the bore`,
    why: 'Nobody joints in a bore. Another drum first, or a longer one.',
    basis: BASIS,
  }),
  'order.short': ({ facts: { product, short } }, reader) => ({
    what: `${lengths(reader)(short)} of ${product} is on no drum`,
    why: 'Order another drum, or lengths that fit the spans.',
    basis: BASIS,
  }),
  'order.jointed': ({ facts: { names, at } }, reader) => ({
    what: `${names.join(', ')}: longer than every drum or coil, jointed at ${stations(at, reader)}`,
    why: 'Each joint takes a bay, a jointer and a dry day. A longer one saves them.',
    basis: BASIS,
  }),
  'order.bay': ({ facts: { product, at } }, reader) => {
    const { length, width } = structureTypes.joint.pit;
    return {
      what: `No bay to joint ${product} in at ${stations(at, reader)}`,
      why: `A joint takes a bay ${lengths(reader)(length)} × ${lengths(reader)(width)}: in the trench nobody gets round it, and it is dug, held and filled like any pit.`,
      basis: BASIS,
    };
  },
  'order.free': ({ facts: { items } }) => ({
    what: `No price for ${items.join(', ')}`,
    why: 'The total is too low by it. Touch the line and type the price.',
    basis: 'Prices of this job',
  }),
};
