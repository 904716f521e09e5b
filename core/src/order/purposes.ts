import { fittingNames, PRICE_BASIS, surfaceMaterials, surfacePrices, type FittingKind } from '../catalogue';
import { concreteIn } from '../alignment/structures';
import type { Job, Run } from '../job';
import { houseReport, loopsReport, soakawayOf } from '../purposes';
import { formatLength, formatVolume } from '../units';
import type { Draft } from './items';
import { fabricItem, stoneItem } from './materials';
import { percent, plural } from './words';

/** Prices of fittings, a piece; of a seal, a metre of sleeve, an emitter, a foot that turns a loop in its bore. Placeholders. */
const FITTING_PRICES: Record<FittingKind, number> = { curbValve: 45, stopValve: 18, drainCock: 8, reducer: 55, nonReturn: 25, meter: 90 };
const [SEAL_PRICE, SLEEVE_PRICE, EMITTER_PRICE, FOOT_PRICE, VALVE_PRICE, FLUID_PRICE] = [30, 6, 25, 20, 35, 2500];

const piece = (id: string, what: string, count: number, price: number, basis: string): Draft => ({
  ...{ id, group: 'structures', what, unit: 'piece', net: count, order: count, packs: '', mass: 0, price },
  basis: `${basis}. ${PRICE_BASIS}`,
});

/** What a run takes for what it is for, besides what lies in its trench. */
export function purposeItems(job: Job, run: Run): Draft[] {
  return [...culvertItems(job, run), ...drainItems(job, run), ...houseItems(job, run), ...loopItems(job, run)];
}

/** Concrete of the toes under a culvert's end sections. */
function culvertItems(job: Job, { structures }: Run): Draft[] {
  const net = structures.reduce((sum, one) => sum + concreteIn(one), 0);
  const order = net * (1 + job.rates.waste);
  return [
    {
      ...{ id: 'culvert.toe', group: 'structures', what: 'Concrete, toes of the end sections', unit: 'm3', net, order, packs: '' },
      ...{ mass: order * surfaceMaterials.concrete.density, price: surfacePrices.concrete },
      basis: `Under the lip, as wide and deep as its pit. ${percent(job.rates.waste)} waste. ${PRICE_BASIS}`,
    },
  ];
}

/** Stone and fabric of a soakaway; the fitting an emitter is. Source: fabric over floor, sides and top, with a tenth for laps. */
function drainItems(job: Job, run: Run): Draft[] {
  const { landDrain } = run;
  if (landDrain?.outlet === 'emitter') return [piece('drain.emitter', 'Emitter', 1, EMITTER_PRICE, 'At its low end')];
  const hole = landDrain?.outlet === 'soakaway' ? soakawayOf(run, landDrain) : undefined;
  if (!hole) return [];
  const { length, width, depth } = hole;
  const fabric = 1.1 * 2 * (length * width + (length + width) * depth);
  return [
    stoneItem(job, 'granular20', length * width * depth, { id: 'drain.stone', where: ', soakaway' }),
    fabricItem(job, 'drain.fabric', 'Non-woven fabric, soakaway', fabric, fabric),
  ];
}

/** Fittings of a service in their order, the seal at the wall, and sleeves under stone drains. */
function houseItems(job: Job, run: Run): Draft[] {
  if (!run.house) return [];
  const { fittings } = run.house;
  const { sleeved } = houseReport(job, run, run.house);
  return [
    ...[...new Set(fittings.map(({ kind }) => kind))].map((kind) =>
      piece(
        `house.${kind}`,
        fittingNames[kind],
        fittings.filter((one) => one.kind === kind).length,
        FITTING_PRICES[kind],
        'On the service',
      ),
    ),
    piece('house.seal', 'Wall seal with its sleeve', 1, SEAL_PRICE, 'Where it goes through the wall'),
    {
      ...{
        id: 'house.sleeve',
        group: 'cover',
        what: 'Sleeve past stone drains',
        unit: 'm',
        net: sleeved,
        order: sleeved,
        packs: '',
        mass: 0,
      },
      ...{ price: SLEEVE_PRICE, basis: `Each drain’s width and half a metre either side. ${PRICE_BASIS}` },
    },
  ];
}

/** Pipe of the loops in coils as long as one of them, what turns it in a bore, valves, and what flows in it. Headers lie in the trench: they are lines of the run. */
function loopItems(job: Job, run: Run): Draft[] {
  const report = run.loops && loopsReport(job, run.loops);
  if (!report || !run.loops) return [];
  const { count, each, layout, valves, fluid } = run.loops;
  const { pipe, volume } = report;
  return [
    {
      ...{ id: `loops.${pipe.id}`, group: 'lines', what: `${pipe.name}, loops`, unit: 'm', net: count * each, order: count * each },
      packs: `${plural(count, 'coil', 'coils')} of ${formatLength(each, job.units)}`,
      ...{ mass: count * each * pipe.mass, price: pipe.price, own: job.products.some(({ id }) => id === pipe.id) },
      basis: 'One coil a loop: no joint in the ground',
    },
    piece('loops.foot', 'Foot that turns a loop in its bore', layout === 'bores' ? count : 0, FOOT_PRICE, 'One a bore'),
    piece('loops.valve', 'Valve of loops', { none: 0, pairs: Math.ceil(count / 2), each: count }[valves], VALVE_PRICE, 'As they are shut'),
    {
      ...{ id: 'loops.fluid', group: 'structures', what: 'Frost guard for the loops', unit: 'm3', net: fluid === 'water' ? 0 : volume / 4 },
      ...{ order: fluid === 'water' ? 0 : volume / 4, packs: '', mass: 0, price: FLUID_PRICE },
      basis: `A quarter of ${formatVolume(volume, job.units)} in loops and headers. ${PRICE_BASIS}`,
    },
  ];
}
