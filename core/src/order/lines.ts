import { CABLE_JOINT, COUPLER, loopsAt, PRICE_BASIS, structureTypes, type Product } from '../catalogue';
import { EPSILON } from '../geometry';
import { cablesOf, spansOf, type Job, type PlacedLine, type Run, type LineSpan, type Structure } from '../job';
import { formatLength } from '../units';
import { cutSticks, type Cutting } from './cutting';
import { planDrums, type CableSpan, type DrumPlan } from './drums';
import type { Draft } from './items';
import { drainStretches } from './stretches';
import { plural } from './words';

/** How one kind of line is cut. `typed`: from drums somebody has to hand. */
export type CutPlan = { product: Product } & ({ kind: 'sticks'; cutting: Cutting } | { kind: 'drums'; plan: DrumPlan; typed: boolean });

/** A pipe between two structures on its way, less what the structures themselves take: stations, and what stands at its ends. */
export interface PipeSpan {
  from: number;
  to: number;
  ends: readonly [Structure | undefined, Structure | undefined];
}

/** The pipes of a line along the run, from structure to structure. */
export function pipeSpans(run: Pick<Run, 'structures'>, line: Pick<PlacedLine, 'from' | 'to'>): PipeSpan[] {
  const turning = run.structures.filter(({ kind }) => structureTypes[kind].turns);
  const on = turning
    .filter(({ station }) => station > line.from + EPSILON && station < line.to - EPSILON)
    .sort((a, b) => a.station - b.station);
  const standing = (station: number) => turning.find((one) => Math.abs(one.station - station) < AT_END);
  const ends = [
    { station: line.from, at: standing(line.from), half: 0 },
    ...on.map((at) => ({ station: at.station, at, half: at.diameter / 2 })),
    { station: line.to, at: standing(line.to), half: 0 },
  ];
  return ends.slice(1).map((end, i): PipeSpan => {
    const start = ends[i] as (typeof ends)[number];
    const from = start.station + start.half;
    return { from, to: Math.max(from, end.station - end.half), ends: [start.at, end.at] };
  });
}
/** A structure this near the end of a line stands at it, metres. */
const AT_END = 0.01;
const pipesOf = (run: Run, line: PlacedLine): number[] => pipeSpans(run, line).map(({ from, to }) => to - from);

/** The cables and coils of a line as they are cut: in one piece, or from structure to structure where it goes in and out of them. */
function piecesOf(run: Run, line: PlacedLine, name: string): CableSpan[] {
  const spans = spansOf(run, line);
  const at = (structure: LineSpan['ends'][number], end: string) => structure?.name ?? end;
  return spans.map(({ from, to, cut, ends }) => ({
    line: line.id,
    name: spans.length === 1 ? name : `${name}, ${at(ends[0], 'start')} to ${at(ends[1], 'end')}`,
    from,
    to,
    cut,
  }));
}

/** Every kind of line with how it is cut: sticks between structures, coils and cables span by span with their tails. */
export function cutsOf(job: Job, run: Run, laid: readonly PlacedLine[]): CutPlan[] {
  const wanted = laid.flatMap((line): { product: Product; line: PlacedLine; name: string }[] => [
    ...drainStretches(run, line),
    ...(line.product.kind === 'duct'
      ? cablesOf(job, run, line).flatMap(({ product, count }) =>
          Array.from({ length: count }, (_, i) => ({ product, line, name: `${line.name} ${i + 1}` })),
        )
      : []),
  ]);
  // By id: as one owner wants it laid a line is the same to buy as any other.
  const kinds = [...new Map(wanted.map(({ product }) => [product.id, product])).values()];
  return kinds.map((product): CutPlan => {
    const lines = wanted.filter((one) => one.product.id === product.id);
    if (product.stock.form === 'stick')
      return {
        product,
        kind: 'sticks',
        cutting: cutSticks(
          lines.flatMap(({ line }) => pipesOf(run, line)),
          product.stock.length,
        ),
      };
    const spans = lines.flatMap(({ line, name }) => piecesOf(run, line, name));
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
    const own = job.products.some(({ id }) => id === product.id);
    const item = { id: `line.${product.id}`, group: 'lines', what: product.name, unit: 'm', price: product.price, own } as const;
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
    const { drums, joints, short, exact } = cut.plan;
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
        basis: `Way with 1 % slack, tails and terminations${joints.length > 0 ? `; ${plural(joints.length, 'joint', 'joints')}` : ''}${exact ? '' : '; a good way, not proved the best'}`,
      },
      joint(
        joints.length,
        product.kind === 'cable' ? CABLE_JOINT : product.price * COUPLER,
        product.kind === 'cable' ? 'Cable joints' : 'Couplers',
      ),
    ];
  });
}

/** A stub duct from the trench up into a pole or pillar, metres; its price a metre and that of a label. Placeholders. */
const STUB = 1.5;
const STUB_PRICE = 6;
const LABEL_PRICE = 1;

/** What the ends of cables take: a stub duct into every pole and pillar for each of them, and a label. */
export function endItems(job: Job, run: Run, laid: readonly PlacedLine[]): Draft[] {
  const ends = laid.flatMap((line) =>
    cablesOf(job, run, line).flatMap(({ count }) =>
      spansOf(run, line).flatMap((span) => span.ends.flatMap((end) => Array.from({ length: count }, () => end))),
    ),
  );
  const stubs = ends.filter((end) => end && loopsAt(end.kind)).length;
  const piece = (id: string, what: string, count: number, price: number, packs: string, basis: string): Draft => ({
    id: `cover.${id}`,
    group: 'cover',
    what,
    unit: 'piece',
    net: count,
    order: count,
    packs,
    mass: 0,
    price,
    basis: `${basis}. ${PRICE_BASIS}`,
  });
  return [
    piece(
      'stubs',
      'Stub ducts into poles and pillars',
      stubs,
      STUB * STUB_PRICE,
      `${formatLength(STUB, job.units)} each`,
      'One for every cable end',
    ),
    piece('labels', 'Cable labels', ends.length, LABEL_PRICE, '', 'One for every cable end'),
  ];
}
