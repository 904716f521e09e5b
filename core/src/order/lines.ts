import { CABLE_JOINT, COUPLER, PRICE_BASIS, productWith, structureTypes, type Product } from '../catalogue';
import { EPSILON } from '../geometry';
import type { Job, PlacedLine, Run } from '../job';
import { formatLength } from '../units';
import { cutSticks, type Cutting } from './cutting';
import { cutLength, planDrums, type CableSpan, type DrumPlan } from './drums';
import type { Draft } from './items';
import { plural } from './words';

/** How one kind of line is cut. `typed`: from drums somebody has to hand. */
export type CutPlan = { product: Product } & ({ kind: 'sticks'; cutting: Cutting } | { kind: 'drums'; plan: DrumPlan; typed: boolean });

/** Spans of a line between the structures on its way, metres, less what the structures themselves take. */
function spansOf(run: Run, line: PlacedLine): number[] {
  const on = run.structures
    .filter(({ kind, station }) => structureTypes[kind].turns && station > line.from + EPSILON && station < line.to - EPSILON)
    .sort((a, b) => a.station - b.station);
  const ends = [line.from, ...on.map(({ station }) => station), line.to];
  const half = (i: number) => (on[i]?.diameter ?? 0) / 2;
  return ends.slice(1).map((to, i) => Math.max(0, to - (ends[i] as number) - (i > 0 ? half(i - 1) : 0) - (i < on.length ? half(i) : 0)));
}

/** Every kind of line with how it is cut: sticks between structures, coils and drums the whole way with their tails. */
export function cutsOf(job: Job, run: Run, laid: readonly PlacedLine[]): CutPlan[] {
  const tail = (station: number) => run.structures.find((one) => Math.abs(one.station - station) < 0.01)?.tail ?? 0;
  const wanted = laid.flatMap((line): { product: Product; line: PlacedLine; name: string }[] => {
    const { holds } = run.laid.find(({ id }) => id === line.id) as Run['laid'][number];
    const inside = holds && productWith(holds.product, job.products);
    return [
      { product: line.product, line, name: line.name },
      ...(inside && holds ? Array.from({ length: holds.count }, (_, i) => ({ product: inside, line, name: `${line.name} ${i + 1}` })) : []),
    ];
  });
  const kinds = [...new Set(wanted.map(({ product }) => product))];
  return kinds.map((product): CutPlan => {
    const lines = wanted.filter((one) => one.product === product);
    if (product.stock.form === 'stick')
      return {
        product,
        kind: 'sticks',
        cutting: cutSticks(
          lines.flatMap(({ line }) => spansOf(run, line)),
          product.stock.length,
        ),
      };
    const spans = lines.map(({ line, name }): CableSpan => ({
      name,
      from: line.from,
      to: line.to,
      cut: cutLength(line.to - line.from, [tail(line.from), tail(line.to)]),
    }));
    const own = run.logistics.drums.find((drum) => drum.product === product.id);
    const plan = planDrums(spans, own?.lengths ?? [], own ? undefined : product.stock.length);
    return { product, kind: 'drums', plan, typed: own !== undefined };
  });
}

/** What is ordered of every kind of line, and of what joins it. */
export function lineItems(job: Job, cuts: readonly CutPlan[]): Draft[] {
  const show = (metres: number) => formatLength(metres, job.units);
  return cuts.flatMap((cut): Draft[] => {
    const { product } = cut;
    const { form, length } = product.stock;
    const item = { id: `line.${product.id}`, group: 'lines', what: product.name, unit: 'm', price: product.price } as const;
    const joint = (count: number, each: number, what: string): Draft => ({
      id: `joint.${product.id}`,
      group: 'lines',
      what: `${what} for ${product.name}`,
      unit: 'piece',
      net: count,
      order: count,
      packs: '',
      mass: 0,
      price: each,
      basis: PRICE_BASIS,
    });
    if (cut.kind === 'sticks') {
      const { sticks, joints, offcut, exact, bound } = cut.cutting;
      const order = sticks * length;
      return [
        {
          ...item,
          net: order - offcut,
          order,
          packs: `${plural(sticks, 'length', 'lengths')} of ${show(length)}`,
          mass: order * product.mass,
          basis: `Cut from structure to structure, ${show(offcut)} left over; ${exact ? 'no way needs fewer' : `at least ${bound}`}`,
        },
        joint(joints, product.price * COUPLER, 'Couplers'),
      ];
    }
    const { drums, joints, short } = cut.plan;
    const order = drums.reduce((sum, drum) => sum + drum.length, 0);
    const used = drums.reduce((sum, drum) => sum + drum.cuts.reduce((all, one) => all + one.length, 0), 0);
    const name = form === 'coil' ? ['coil', 'coils'] : ['drum', 'drums'];
    // A coil is bought whole; cable from a drum to hand or the merchant's by the metre cut.
    const bought = form === 'coil' && !cut.typed ? order : used + short;
    return [
      {
        ...item,
        net: used + short,
        order: bought,
        packs: `${plural(drums.length, name[0] as string, name[1] as string)}: ${drums.map((drum) => show(drum.length)).join(', ')}`,
        mass: bought * product.mass,
        basis: `Way with 1 % slack, tails and terminations${joints.length > 0 ? `; ${plural(joints.length, 'joint', 'joints')}` : ''}`,
      },
      joint(
        joints.length,
        product.kind === 'cable' ? CABLE_JOINT : product.price * COUPLER,
        product.kind === 'cable' ? 'Cable joints' : 'Couplers',
      ),
    ];
  });
}
