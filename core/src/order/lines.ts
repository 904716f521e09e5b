import { CABLE_JOINT, COUPLER, PRICE_BASIS, serviceWith, type Service } from '../catalogue';
import { EPSILON } from '../geometry';
import type { Job, LaidLine, Run } from '../job';
import { formatLength } from '../units';
import { cutSticks, type Cutting } from './cutting';
import { bayDig, cutLength, JOINT_BAY, planDrums, type CableSpan, type DrumPlan } from './drums';
import type { Plan } from '../plan';
import type { Draft } from './items';
import { plural } from './words';

/** How one kind of line is cut; with drums and coils also what the bays of its joints add to the dig, m³ in the bank. */
export type CutPlan = { service: Service } & (
  { kind: 'sticks'; cutting: Cutting } | { kind: 'drums'; plan: DrumPlan; typed: boolean; bays: number }
);

/** Spans of a line between the structures on its way, metres, less what the structures themselves take. */
function spansOf(run: Run, line: LaidLine): number[] {
  const on = run.structures
    .filter(({ kind, station }) => kind !== 'trial' && station > line.from + EPSILON && station < line.to - EPSILON)
    .sort((a, b) => a.station - b.station);
  const ends = [line.from, ...on.map(({ station }) => station), line.to];
  const half = (i: number) => (on[i]?.diameter ?? 0) / 2;
  return ends.slice(1).map((to, i) => Math.max(0, to - (ends[i] as number) - (i > 0 ? half(i - 1) : 0) - (i < on.length ? half(i) : 0)));
}

/** Every kind of line with how it is cut: sticks between structures, coils and drums the whole way with their tails. */
export function cutsOf(job: Job, run: Run, laid: readonly LaidLine[], profile: Plan['profile']): CutPlan[] {
  const tail = (station: number) => run.structures.find((one) => Math.abs(one.station - station) < 0.01)?.tail ?? 0;
  const wanted = laid.flatMap((line): { service: Service; line: LaidLine; name: string }[] => {
    const { holds } = run.services[line.index] as Run['services'][number];
    const inside = holds && serviceWith(holds.service, job.services);
    return [
      { service: line.service, line, name: line.name },
      ...(inside && holds ? Array.from({ length: holds.count }, (_, i) => ({ service: inside, line, name: `${line.name} ${i + 1}` })) : []),
    ];
  });
  const kinds = [...new Set(wanted.map(({ service }) => service))];
  return kinds.map((service): CutPlan => {
    const lines = wanted.filter((one) => one.service === service);
    if (service.stock.form === 'stick')
      return {
        service,
        kind: 'sticks',
        cutting: cutSticks(
          lines.flatMap(({ line }) => spansOf(run, line)),
          service.stock.length,
        ),
      };
    const spans = lines.map(({ line, name }): CableSpan => ({
      name,
      from: line.from,
      to: line.to,
      cut: cutLength(line.to - line.from, [tail(line.from), tail(line.to)]),
    }));
    const own = run.works.drums.find((drum) => drum.service === service.id);
    const plan = planDrums(spans, own?.lengths ?? [], own ? undefined : service.stock.length);
    return { service, kind: 'drums', plan, typed: own !== undefined, bays: bayDig(profile, plan.joints) };
  });
}

/** What is ordered of every kind of line, and of what joins it. */
export function lineItems(job: Job, cuts: readonly CutPlan[]): Draft[] {
  const show = (metres: number) => formatLength(metres, job.units);
  return cuts.flatMap((cut): Draft[] => {
    const { service } = cut;
    const { form, length } = service.stock;
    const item = { id: `line.${service.id}`, group: 'lines', what: service.name, unit: 'm', price: service.price } as const;
    const joint = (count: number, each: number, what: string): Draft => ({
      id: `joint.${service.id}`,
      group: 'lines',
      what: `${what} for ${service.name}`,
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
          mass: order * service.mass,
          basis: `Cut from structure to structure, ${show(offcut)} left over; ${exact ? 'no way needs fewer' : `at least ${bound}`}`,
        },
        joint(joints, service.price * COUPLER, 'Couplers'),
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
        mass: bought * service.mass,
        basis: `Way with 1 % slack, tails and terminations${joints.length > 0 ? `; ${plural(joints.length, 'joint', 'joints')} in bays ${show(JOINT_BAY.length)} long` : ''}`,
      },
      joint(
        joints.length,
        service.kind === 'cable' ? CABLE_JOINT : service.price * COUPLER,
        service.kind === 'cable' ? 'Cable joints' : 'Couplers',
      ),
    ];
  });
}
