import { boreOf } from '../alignment';
import type { FittingKind, Product } from '../catalogue';
import { products } from '../catalogue';
import type { Found } from '../job';
import type { TrenchContext } from '../trench/fits';
import { SEAL } from './given';
import { houseReport, outOfOrder } from './house';
import { outOfRods, soakawayReport, type SoakawayReport } from './landDrain';
import { loopsReport, UNEVEN, valvesFor } from './loops';

type Context = Pick<TrenchContext, 'job' | 'run' | 'placed'>;

/** A soakaway that never empties, holds too little, takes more than a day, or whose ground nobody has tested; or none where one is said to be. */
export function soakawayFails({
  run,
}: Context): Found<Pick<SoakawayReport, 'holds' | 'must' | 'half'> & { why: SoakawayReport['verdict'] | 'none' }>[] {
  if (run.landDrain?.outlet !== 'soakaway') return [];
  const report = soakawayReport(run, run.landDrain);
  if (!report) return [{ severity: 'stop', where: [], facts: { why: 'none', holds: 0, must: 0, half: 0 }, fixes: [] }];
  const { verdict, holds, must, half, needed, hole } = report;
  if (verdict === 'holds') return [];
  // Up to the next 10 cm, and no longer than a pit may be.
  const longer = Math.ceil(needed * 10 - 1e-6) / 10;
  return [
    {
      severity: verdict === 'never' || verdict === 'small' ? 'stop' : 'caution',
      subject: { kind: 'structure', id: hole.id },
      where: [],
      facts: { why: verdict, holds, must, half: Number.isFinite(half) ? half : 0 },
      fixes:
        verdict === 'small' && longer <= 30
          ? [{ code: 'pitLong', facts: { length: longer }, patches: [{ path: ['structures', hole.id, 'pit', 'length'], value: longer }] }]
          : [],
    },
  ];
}

/** Stretches of a land drain no rod reaches. */
export const noRods = ({ run }: Context): Found<{ length: number }>[] =>
  run.landDrain
    ? outOfRods(run, run.landDrain).map(({ from, to }) => ({
        severity: 'caution',
        where: [{ from, to }],
        facts: { length: to - from },
        fixes: [],
      }))
    : [];

/** A service that is to be in one piece and is longer than it comes. */
export function notOnePiece({ job, run }: Context): Found<{ length: number; stock: number; joints: number }>[] {
  if (!run.house?.onePiece) return [];
  const { length, joints, product } = houseReport(job, run, run.house);
  if (joints === 0) return [];
  const longer = longerStock(product, length);
  return [
    {
      severity: 'caution',
      where: [],
      facts: { length, stock: product.stock.length, joints },
      fixes: longer
        ? [
            {
              code: 'takeLine',
              facts: { name: longer.name },
              patches: [{ path: ['laid', run.laid[0]?.id ?? '', 'product'], value: longer.id }],
            },
          ]
        : [],
    },
  ];
}
/** A line of the same bore and use that comes long enough: the cheapest. */
const longerStock = (product: Product, length: number): Product | undefined =>
  products()
    .filter(
      (one) =>
        one.family === product.family &&
        one.kind === product.kind &&
        Math.abs(boreOf(one) - boreOf(product)) <= 0.15 * boreOf(product) &&
        one.stock.length >= length,
    )
    .sort((a, b) => a.price - b.price)[0];

/** A sleeve with no room for a seal round the pipe, and fittings that stand in an order they do not work in. */
export function sleeveTight({ job, run }: Context): Found<{ round: number; least: number }>[] {
  if (!run.house) return [];
  const { round, product } = houseReport(job, run, run.house);
  if (round >= SEAL - 1e-9) return [];
  const sleeve = Math.ceil((product.od + 2 * SEAL) * 1000 - 1e-6) / 1000;
  return [
    {
      severity: 'caution',
      where: [],
      facts: { round, least: SEAL },
      fixes: [{ code: 'sleeve', facts: { bore: sleeve }, patches: [{ path: ['house', 'sleeve'], value: sleeve }] }],
    },
  ];
}
export function fittingsMixed({ run }: Context): Found<{ before: FittingKind; after: FittingKind }>[] {
  const wrong = run.house && outOfOrder(run.house);
  return wrong ? [{ severity: 'note', where: [], facts: wrong, fixes: [] }] : [];
}

/** Too many loops for the pump that is to carry the air out of them. */
export function purgeWeak({ job, run }: Context): Found<{ needed: number; gives: number; loops: number }>[] {
  const report = run.loops && loopsReport(job, run.loops);
  if (!report || !run.loops || run.loops.purge === null || report.purge.needed <= run.loops.purge + 1e-12) return [];
  const valves = valvesFor(job, run.loops);
  return [
    {
      severity: 'caution',
      where: [],
      facts: { needed: report.purge.needed, gives: run.loops.purge, loops: run.loops.count },
      fixes:
        valves && valves !== 'none'
          ? [{ code: 'valves', facts: { by: valves }, patches: [{ path: ['loops', 'valves'], value: valves }] }]
          : [],
    },
  ];
}

/** Loops that do not share the flow: the nearest takes what the furthest lacks. */
export function loopsUneven({ job, run }: Context): Found<{ apart: number; most: number }>[] {
  const report = run.loops && loopsReport(job, run.loops);
  if (!report || report.most - report.least <= UNEVEN * report.most) return [];
  return [
    {
      severity: 'caution',
      where: [],
      facts: { apart: report.most - report.least, most: report.most },
      fixes: [{ code: 'reverseReturn', facts: {}, patches: [{ path: ['loops', 'returns'], value: 'reverse' }] }],
    },
  ];
}

/** A pipe of loops that is in no catalogue any more. */
export const loopPipeGone = ({ job, run }: Context): Found[] =>
  run.loops && !loopsReport(job, run.loops) ? [{ severity: 'stop', where: [], facts: {}, fixes: [] }] : [];
