import { EPSILON, type Range } from '../geometry';
import { type Finding, type Fix, type Found, type Run } from '../job';
import { isOpen, reachEnd, structureAt, structureIdAt, withStructure } from '../alignment';
import type { OrderItem } from './items';
import type { CutPlan } from './lines';

/** What is said of an order, by its code; metres and stations. */
export interface OrderFacts {
  'order.blind': { product: string; at: number[] };
  'order.short': { product: string; short: number };
  'order.jointed': { names: string[]; at: number[] };
  'order.bay': { product: string; at: number[] };
  'order.free': { items: string[] };
}
export type OrderFinding = { [K in keyof OrderFacts]: Finding<K, OrderFacts[K]> }[keyof OrderFacts];

const found = <K extends keyof OrderFacts>(code: K, facts: OrderFacts[K], rest: Omit<Found, 'facts'>) =>
  ({ code, facts, ...rest }) as OrderFinding;

/** What the order cannot have as it stands. */
export function orderFindings(run: Run, items: readonly OrderItem[], cuts: readonly CutPlan[]): OrderFinding[] {
  const drums = cuts.flatMap((cut): OrderFinding[] => {
    if (cut.kind !== 'drums') return [];
    const { id, name: product } = cut.product;
    const { short, jointed: names, joints } = cut.plan;
    const subject = { kind: 'product', id } as const;
    // A joint needs a bay: in a bore there is none.
    const blind = joints.filter((at) => run.reaches.some((reach, i) => !isOpen(reach) && at > reach.from && at < reachEnd(run, i)));
    const bays = joints.filter((at) => !blind.includes(at) && !hasBay(run, at));
    return [
      ...(blind.length > 0
        ? [found('order.blind', { product, at: blind }, { severity: 'stop', subject, where: blind.map(point), fixes: [] })]
        : []),
      ...(short > EPSILON ? [found('order.short', { product, short }, { severity: 'stop', subject, where: [], fixes: [] })] : []),
      ...(names.length > 0
        ? [found('order.jointed', { names, at: joints }, { severity: 'caution', subject, where: joints.map(point), fixes: [] })]
        : []),
      ...(bays.length > 0
        ? [found('order.bay', { product, at: bays }, { severity: 'caution', subject, where: bays.map(point), fixes: [digBays(run, bays)] })]
        : []),
    ];
  });
  const free = items.filter(({ price, group, what }) => price === 0 && group !== 'structures' && !what.includes('laid aside'));
  if (free.length === 0) return drums;
  return [...drums, found('order.free', { items: free.map(({ what }) => what) }, { severity: 'note', where: [], fixes: [] })];
}

const point = (station: number): Range => ({ from: station, to: station });

/** Is there a bay to joint in at a station? */
const hasBay = (run: Run, at: number): boolean =>
  run.structures.some(({ kind, station, pit }) => kind === 'joint' && Math.abs(station - at) <= (pit?.length ?? 0) / 2 + EPSILON);

/** Bays for the joints that have none, to the centimetre. */
function digBays(run: Run, bays: readonly number[]): Fix {
  const structures = bays.reduce((list, at) => {
    const station = Math.round(at * 100) / 100;
    const here = { structures: list };
    return withStructure(here, structureAt(here, station, 'joint', structureIdAt('joint', station)));
  }, run.structures);
  return { code: 'jointBay', facts: {}, patches: [{ path: ['structures'], value: structures }] };
}
