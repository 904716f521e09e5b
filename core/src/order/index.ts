import {
  beddingIds,
  beddings,
  CABLE_JOINT,
  COUPLER,
  coveringPrices,
  coveringUnits,
  PRICE_BASIS,
  serviceWith,
  structurePrices,
  structureTypes,
  surfaceMaterials,
  surfacePrices,
  type Service,
  type SurfaceMaterialId,
} from '../catalogue';
import { EPSILON, trenchArea } from '../geometry';
import { placingEffort } from '../guard';
import { laidLines, linesIn, machineOf, type Finding, type Job, type LaidLine, type Run } from '../job';
import { isOpen, reachEnd } from '../line';
import { coveringsOf, digWidth, layerHeights, surfaceDepth } from '../makeup';
import type { Plan } from '../plan';
import { looseDensity, lorryLoads, loosening } from '../spoil';
import { formatLength, formatVolume } from '../units';
import { cutSticks, type Cutting } from './cutting';
import { cutLength, JOINT_BAY, planDrums, type CableSpan, type DrumPlan } from './drums';
import { hireDays, type OrderItem } from './items';
import { hoursOf, workPieces, type WorkPiece } from './pieces';

export * from './items';
export * from './cutting';
export * from './drums';
export * from './pieces';

/** How one kind of line is cut. */
export type CutPlan = { service: Service } & ({ kind: 'sticks'; cutting: Cutting } | { kind: 'drums'; plan: DrumPlan; typed: boolean });

/** What to buy, hire and book for a run, what it costs, and how the lines are cut. Money in the job's own. */
export interface Order {
  items: OrderItem[];
  total: number;
  cuts: CutPlan[];
  pieces: WorkPiece[];
  findings: Finding[];
}

type Draft = Omit<OrderItem, 'cost' | 'typed'>;

/** The order of a run from its plan: nothing in it is typed but prices, drums to hand and the share of waste. */
export function orderOf(job: Job, run: Run, plan: Plan): Order {
  const pieces = workPieces(job, run, plan);
  const laid = laidLines(job, run);
  const cuts = cutsOf(job, run, laid);
  const drafts = [
    ...lineItems(job, cuts),
    ...bedItems(job, plan),
    ...coverItems(job, run, laid),
    ...surfaceItems(job, run, plan),
    ...structureItems(run),
    ...supportItems(job, plan, pieces),
    ...workItems(job, pieces),
    ...spoilItems(job, run, plan),
  ].filter(({ order }) => order > EPSILON);
  const items = drafts.map((draft): OrderItem => {
    const own = job.rates.prices.find(({ item }) => item === draft.id);
    const price = own?.price ?? draft.price;
    return { ...draft, price, typed: own !== undefined, cost: price * draft.order };
  });
  return { items, total: items.reduce((sum, { cost }) => sum + cost, 0), cuts, pieces, findings: orderFindings(job, run, items, cuts) };
}

const ceil = (value: number): number => Math.ceil(value - 1e-9);
const plural = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

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
function cutsOf(job: Job, run: Run, laid: readonly LaidLine[]): CutPlan[] {
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
    return {
      service,
      kind: 'drums',
      plan: planDrums(spans, own?.lengths ?? [], own ? undefined : service.stock.length),
      typed: own !== undefined,
    };
  });
}

function lineItems(job: Job, cuts: readonly CutPlan[]): Draft[] {
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

function bedItems(job: Job, plan: Plan): Draft[] {
  return beddingIds.flatMap((id): Draft[] => {
    const { name, bulking, density } = beddings[id];
    const net = plan.beds[id];
    const order = net * bulking * (1 + job.rates.waste);
    const mass = net * density * (1 + job.rates.waste);
    const loads = lorryLoads(order, density / bulking, job.pace.lorry);
    return [
      {
        id: `bed.${id}`,
        group: 'bed',
        what: name,
        unit: 'm3',
        net,
        order,
        packs: plural(loads, 'load', 'loads'),
        mass,
        price: job.rates.bedding,
        basis: `${formatVolume(net, job.units)} compacted × ${bulking} loose, ${percent(job.rates.waste)} waste`,
      },
    ];
  });
}
const percent = (share: number): string => `${Math.round(share * 100)} %`;

function coverItems(job: Job, run: Run, laid: readonly LaidLine[]): Draft[] {
  const all = run.reaches
    .map((reach, index) => ({ reach, index }))
    .filter(({ reach }) => isOpen(reach))
    .map(({ index }) => coveringsOf(run, index, laid));
  const sum = (key: 'plates' | 'tape' | 'tracer' | 'fabric') => all.reduce((total, one) => total + one[key], 0);
  const rolls = (metres: number, roll: number) => ceil((metres * (1 + job.rates.waste)) / roll);
  const by = (id: 'tape' | 'tracer' | 'fabric', what: string, unit: 'm' | 'm2', pack: [string, string], price: number): Draft => {
    const count = rolls(sum(id), coveringUnits[id]);
    const size = coveringUnits[id];
    return {
      id: `cover.${id}`,
      group: 'cover',
      what,
      unit,
      net: sum(id),
      order: count * size,
      packs: `${plural(count, pack[0], pack[1])} of ${unit === 'm' ? formatLength(size, job.units) : `${size} m²`}`,
      mass: 0,
      price,
      basis: PRICE_BASIS,
    };
  };
  const plates = ceil(sum('plates') * (1 + job.rates.waste));
  return [
    by('tape', 'Warning tape', 'm', ['roll', 'rolls'], coveringPrices.tape / coveringUnits.tape),
    by('tracer', 'Tracer wire', 'm', ['reel', 'reels'], coveringPrices.tracer),
    by('fabric', 'Non-woven fabric', 'm2', ['roll', 'rolls'], coveringPrices.fabric),
    {
      id: 'cover.plates',
      group: 'cover',
      what: 'Cover plates',
      unit: 'piece',
      net: sum('plates'),
      order: plates,
      packs: '',
      mass: 0,
      price: coveringPrices.plate,
      basis: 'One row for each 250 mm of lines',
    },
  ];
}

/** Volume of each surface material, m³ compacted: strips of the trench's top as thick as the layers are, by Simpson's rule between nodes. */
export function surfaceVolumes(job: Pick<Job, 'services'>, run: Run, plan: Plan): Partial<Record<SurfaceMaterialId, number>> {
  const { station, depth, reach: reachOf } = plan.profile;
  const laid = laidLines(job, run);
  const volumes: Partial<Record<SurfaceMaterialId, number>> = {};
  run.reaches.forEach((reach, index) => {
    if (!isOpen(reach) || surfaceDepth(reach) === 0) return;
    const from = reach.from;
    const here = linesIn(laid, from, run.reaches[index + 1]?.from ?? Infinity);
    const { surround } = layerHeights(reach, here);
    const upTo = (height: number) => trenchArea(digWidth(reach), reach.left, reach.right, Math.max(0, height));
    let over = 0;
    for (const { material, thickness } of reach.restoration) {
      const strip = (deep: number) => {
        const [top, under] = [Math.max(surround, deep - over), Math.max(surround, deep - over - thickness)];
        return upTo(Math.min(deep, top)) - upTo(Math.min(deep, under));
      };
      let volume = 0;
      for (let i = 0; i + 1 < station.length; i++) {
        if (reachOf[i] !== index) continue;
        const length = (station[i + 1] as number) - (station[i] as number);
        const [a, b] = [depth[i] as number, depth[i + 1] as number];
        if (length > 0) volume += (length / 6) * (strip(a) + 4 * strip((a + b) / 2) + strip(b));
      }
      volumes[material] = (volumes[material] ?? 0) + volume;
      over += thickness;
    }
  });
  return volumes;
}

function surfaceItems(job: Job, run: Run, plan: Plan): Draft[] {
  const top = Object.entries(surfaceVolumes(job, run, plan)) as [SurfaceMaterialId, number][];
  const { importFill } = plan.balance;
  const fill = importFill * (1 + job.rates.waste);
  return [
    ...top.map(([material, net]): Draft => {
      const { name, density, bulking } = surfaceMaterials[material];
      const kept = material === 'turf' || material === 'topsoil';
      const order = net * bulking * (1 + (kept ? 0 : job.rates.waste));
      return {
        id: `surface.${material}`,
        group: 'surface',
        what: kept ? `${name}, laid aside and back` : name,
        unit: 'm3',
        net,
        order,
        packs: kept ? '' : plural(lorryLoads(order, density / bulking, job.pace.lorry), 'load', 'loads'),
        mass: kept ? 0 : net * density * (1 + job.rates.waste),
        price: surfacePrices[material],
        basis: kept
          ? 'Stripped first into its own heap'
          : `${formatVolume(net, job.units)} compacted × ${bulking} loose, ${percent(job.rates.waste)} waste`,
      };
    }),
    {
      id: 'surface.fill',
      group: 'surface',
      what: 'Fill brought in',
      unit: 'm3',
      net: importFill,
      order: fill,
      packs: plural(lorryLoads(fill, looseDensity('sand'), job.pace.lorry), 'load', 'loads'),
      mass: fill * looseDensity('sand'),
      price: coveringPrices.fill,
      basis: run.spoil.reuse ? 'What the spoil does not fill again' : 'Spoil is not put back',
    },
  ];
}

function structureItems(run: Run): Draft[] {
  const kinds = [...new Set(run.structures.map(({ kind }) => kind))];
  return kinds.map((kind): Draft => {
    const count = run.structures.filter((one) => one.kind === kind).length;
    return {
      id: `structure.${kind}`,
      group: 'structures',
      what: structureTypes[kind].name,
      unit: 'piece',
      net: count,
      order: kind === 'trial' ? 0 : count,
      packs: '',
      mass: 0,
      price: structurePrices[kind],
      basis: `As placed on the run. ${PRICE_BASIS}`,
    };
  });
}

/** Supports of a kind go from reach to reach: as many come as the reach takes that takes most, for all the days they are in use. */
function supportItems(job: Job, plan: Plan, pieces: readonly WorkPiece[]): Draft[] {
  const used = plan.guards.flatMap(({ kit, schedule, from, to }) => {
    const count = placingEffort(schedule).pieces;
    if (!kit || count === 0) return [];
    const hours = pieces
      .filter((piece) => piece.from >= from - EPSILON && piece.to <= to + EPSILON)
      .reduce((sum, piece) => sum + Object.values(piece.hours).reduce((all, one) => all + one, 0), 0);
    return [{ kit, count, hours }];
  });
  const kits = [...new Map(used.map(({ kit }) => [kit.id, kit])).values()];
  return kits.map((kit): Draft => {
    const own = used.filter((one) => one.kit.id === kit.id);
    const count = Math.max(...own.map((one) => one.count));
    const days = hireDays(
      own.reduce((sum, { hours }) => sum + hours, 0),
      job.pace.shift,
    );
    return {
      id: `hire.${kit.id}`,
      group: 'supports',
      what: kit.name,
      unit: 'day',
      net: count * days,
      order: count * days,
      packs: `${plural(count, 'piece', 'pieces')} for ${plural(days, 'day', 'days')}`,
      mass: 0,
      price: kit.hire,
      basis: kit.source,
    };
  });
}

/** Hours of machine and crew. The crew works beside the machine: its hours are those of its own activities and of a banksman while it digs. */
export function workHours(pieces: readonly WorkPiece[]): { machine: number; crew: number } {
  const of = (...activities: Parameters<typeof hoursOf>[1][]) => activities.reduce((sum, activity) => sum + hoursOf(pieces, activity), 0);
  return { machine: of('dig', 'move', 'protect', 'fill'), crew: of('hand', 'protect', 'bed', 'lay', 'fill') };
}

function workItems(job: Job, pieces: readonly WorkPiece[]): Draft[] {
  const { machine, crew } = workHours(pieces);
  const people = Math.max(1, job.pace.people - 1);
  const one = (id: string, what: string, unit: 'hour' | 'litre', amount: number, price: number, basis: string): Draft => ({
    id,
    group: 'works',
    what,
    unit,
    net: amount,
    order: amount,
    packs: '',
    mass: 0,
    price,
    basis,
  });
  const { fuel, name } = machineOf(job);
  return [
    one(`machine.${job.machine}`, name, 'hour', machine, machineOf(job).hour, 'Digging, moving, placing supports, filling'),
    one('works.driver', 'Driver', 'hour', machine, job.rates.crew, 'With the machine'),
    one(
      'works.crew',
      `Crew of ${people} beside it`,
      'hour',
      crew * people,
      job.rates.crew,
      'By hand, supports, bed, laying and filling; person-hours',
    ),
    one('works.fuel', 'Fuel', 'litre', machine * fuel, job.rates.fuel, `${fuel} l an hour`),
  ];
}

function spoilItems(job: Job, run: Run, plan: Plan): Draft[] {
  const { surplusLoose, surplusBank } = plan.balance;
  const density = looseDensity(run.spoil.ground);
  const suspect = plan.balance.suspectBank * loosening(run.spoil);
  const one = (id: string, what: string, loose: number, bank: number, basis: string): Draft => ({
    id: `spoil.${id}`,
    group: 'spoil',
    what,
    unit: 'm3',
    net: bank,
    order: loose,
    packs: plural(lorryLoads(loose, density, job.pace.lorry), 'load', 'loads'),
    mass: loose * density,
    price: job.rates.off,
    basis,
  });
  return [
    one(
      'surplus',
      'Surplus spoil',
      Math.max(0, surplusLoose - suspect),
      Math.max(0, surplusBank - plan.balance.suspectBank),
      'What is displaced and does not go back; loose',
    ),
    one('suspect', 'Suspect spoil, apart', suspect, plan.balance.suspectBank, 'Tested and tipped where it is licensed; loose'),
  ];
}

/** What the order cannot have as it stands. */
function orderFindings(job: Job, run: Run, items: readonly OrderItem[], cuts: readonly CutPlan[]): Finding[] {
  const show = (metres: number) => formatLength(metres, job.units);
  const drums = cuts.flatMap((cut): Finding[] => {
    if (cut.kind !== 'drums') return [];
    const { short, jointed, joints } = cut.plan;
    const common = { chapter: 'order' as const, basis: 'Way, tails, terminations and slack against the lengths to hand', fixes: [] };
    // A joint needs a bay: in a bore there is none.
    const blind = joints.filter((at) => run.reaches.some((reach, i) => !isOpen(reach) && at > reach.from && at < reachEnd(run, i)));
    return [
      ...(blind.length > 0
        ? [
            {
              ...common,
              id: `order.blind.${cut.service.id}`,
              severity: 'stop' as const,
              what: `A joint of ${cut.service.name} at ${blind.map(show).join(', ')} lies in the bore`,
              why: 'Nobody joints in a bore. Another drum first, or a longer one.',
            },
          ]
        : []),
      ...(short > EPSILON
        ? [
            {
              ...common,
              id: `order.short.${cut.service.id}`,
              severity: 'stop' as const,
              what: `${show(short)} of ${cut.service.name} is on no drum`,
              why: 'Order another drum, or lengths that fit the spans.',
            },
          ]
        : []),
      ...(jointed.length > 0
        ? [
            {
              ...common,
              id: `order.jointed.${cut.service.id}`,
              severity: 'caution' as const,
              what: `${jointed.join(', ')}: longer than every drum or coil, jointed at ${joints.map((at) => show(at)).join(', ')}`,
              why: `Each joint takes a bay ${show(JOINT_BAY.length)} × ${show(JOINT_BAY.width)}, a jointer and a dry day. A longer one saves both.`,
            },
          ]
        : []),
    ];
  });
  const free = items.filter(({ price, group, what }) => price === 0 && group !== 'structures' && !what.includes('laid aside'));
  return [
    ...drums,
    ...(free.length > 0
      ? [
          {
            id: 'order.free',
            severity: 'note' as const,
            chapter: 'order' as const,
            what: `No price for ${free.map(({ what }) => what).join(', ')}`,
            why: 'The total is too low by it. Touch the line and type the price.',
            basis: 'Prices of this job',
            fixes: [],
          },
        ]
      : []),
  ];
}
