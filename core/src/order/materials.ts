import {
  beddingIds,
  beddings,
  coveringPrices,
  coveringUnits,
  families,
  familyIds,
  PLATE_BASIS,
  PRICE_BASIS,
  structurePrices,
  structureTypes,
  surfaceMaterials,
  surfacePrices,
  type StructureKind,
  type BeddingId,
  type SurfaceMaterialId,
} from '../catalogue';
import { trenchArea } from '../geometry';
import { placedLines, linesIn, type Job, type PlacedLine, type Run } from '../job';
import { isOpen } from '../alignment';
import { coveringsOf, digWidth, heightsIn, layerHeights, surfaceDepth } from '../trench';
import type { Plan } from '../plan/plan';
import { looseDensity, lorryLoads } from '../spoil';
import { figuresIn, formatLength, formatVolume } from '../units';
import type { Draft } from './items';
import { percent, plural } from './words';

/** Bedding of every material, loose and with waste. */
export const bedItems = (job: Job, plan: Plan): Draft[] =>
  beddingIds.map((material) => stoneItem(job, material, plan.beds[material], { id: `bed.${material}`, how: ' compacted' }));

/** So much stone or sand in place, m³, as it is bought: loose and with waste. @param how it lies there. @param where besides the bed. */
export function stoneItem(
  job: Job,
  material: BeddingId,
  net: number,
  { id, how = '', where = '' }: { id: string; how?: string; where?: string },
): Draft {
  const { name, bulking, density } = beddings[material];
  const order = net * bulking * (1 + job.rates.waste);
  return {
    ...{ id, group: 'bed', what: `${figuresIn(name, job.units)}${where}`, unit: 'm3', net, order },
    packs: plural(lorryLoads(order, density / bulking, job.pace.lorry), 'load', 'loads'),
    mass: net * density * (1 + job.rates.waste),
    ...{ price: job.rates.bedding, rate: 'bedding' },
    basis: `${formatVolume(net, job.units)}${how} × ${bulking} loose, ${percent(job.rates.waste)} waste`,
  };
}
/** What comes in packs of a size: whole ones, as many as what is needed takes. @param need net with what is cut off or laps. */
function packedItem(
  job: Job,
  {
    need,
    size,
    pack: [one, many],
    ...item
  }: { id: string; what: string; unit: 'm' | 'm2'; net: number; need?: number; size: number; pack: [string, string]; price: number },
): Draft {
  const count = Math.ceil((need ?? item.net * (1 + job.rates.waste)) / size);
  const each = item.unit === 'm' ? formatLength(size, job.units) : `${size} m²`;
  return { ...item, group: 'cover', order: count * size, packs: `${plural(count, one, many)} of ${each}`, mass: 0, basis: PRICE_BASIS };
}
/** Fabric, m², in whole rolls. @param need with its laps, where these were counted already. */
export const fabricItem = (job: Job, id: string, what: string, net: number, need?: number): Draft =>
  packedItem(job, { id, what, unit: 'm2', net, need, size: coveringUnits.fabric, pack: ['roll', 'rolls'], price: coveringPrices.fabric });

/** Tape, wire, fabric and plates. */
export function coverItems(job: Job, run: Run, laid: readonly PlacedLine[]): Draft[] {
  const all = run.reaches
    .map((reach, index) => ({ reach, index }))
    .filter(({ reach }) => isOpen(reach))
    .map(({ index }) => coveringsOf(run, index, laid));
  const sum = (key: 'plates' | 'tracer' | 'fabric') => all.reduce((total, one) => total + one[key], 0);
  const by = (id: string, net: number, size: number, what: string, pack: [string, string], price: number): Draft =>
    packedItem(job, { id: `cover.${id}`, what, unit: 'm', net, size, pack, price });
  const plates = Math.ceil(sum('plates') * (1 + job.rates.waste));
  return [
    ...familyIds.map((family) =>
      by(
        `tape.${family}`,
        all.reduce((total, { tapes }) => total + (tapes[family] ?? 0), 0),
        coveringUnits.tape,
        `Warning tape “${families[family].tape}”`,
        ['roll', 'rolls'],
        coveringPrices.tape / coveringUnits.tape,
      ),
    ),
    by('tracer', sum('tracer'), coveringUnits.tracer, 'Tracer wire', ['reel', 'reels'], coveringPrices.tracer),
    fabricItem(job, 'cover.fabric', 'Non-woven fabric', sum('fabric')),
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
      basis: PLATE_BASIS,
    },
  ];
}

/** Volume of each surface material, m³ compacted: strips of the trench's top as thick as the layers are, by Simpson's rule between nodes. */
export function surfaceVolumes(job: Pick<Job, 'products' | 'owners'>, run: Run, plan: Plan): Partial<Record<SurfaceMaterialId, number>> {
  const { station, depth, reach: reachOf } = plan.profile;
  const laid = placedLines(job, run);
  const volumes: Partial<Record<SurfaceMaterialId, number>> = {};
  run.reaches.forEach((reach, index) => {
    if (!isOpen(reach) || surfaceDepth(reach) === 0) return;
    const from = reach.from;
    const here = linesIn(laid, from, run.reaches[index + 1]?.from ?? Infinity);
    const along = layerHeights(reach, here);
    const upTo = (height: number) => trenchArea(digWidth(reach), reach.left, reach.right, Math.max(0, height));
    let over = 0;
    for (const { material, thickness } of reach.restoration) {
      const strip = (deep: number) => {
        const { surround } = heightsIn(reach, along, deep);
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

/** Layers at the top, and fill brought in. */
export function surfaceItems(job: Job, run: Run, plan: Plan): Draft[] {
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

/** Trial pits, joint bays and sumps are dug, and nothing is placed in them. */
const placed = (kind: StructureKind): boolean => structureTypes[kind].turns;

/** What is placed on the run. */
export function structureItems(run: Run): Draft[] {
  const kinds = [...new Set(run.structures.map(({ kind }) => kind))];
  return kinds.map((kind): Draft => {
    const count = run.structures.filter((one) => one.kind === kind).length;
    return {
      id: `structure.${kind}`,
      group: 'structures',
      what: structureTypes[kind].name,
      unit: 'piece',
      net: count,
      order: placed(kind) ? count : 0,
      packs: '',
      mass: 0,
      price: structurePrices[kind],
      basis: `As placed on the run. ${PRICE_BASIS}`,
    };
  });
}
