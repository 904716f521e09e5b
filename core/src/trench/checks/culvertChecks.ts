import { culvertOf } from '../../alignment/culvert';
import { products, type Product } from '../../catalogue';
import { type Fix, type Found, type PlacedLine, type Run } from '../../job';
import type { Rules } from '../../rules';
import type { TrenchContext } from '../fits';
import { widthFloor } from '../width';

/** Water at the inlet nearer the road than it may come, or over it: by which control, and how far. */
export function culvertFloods({ job, run, rules, placed, profile, places, culvert: report }: TrenchContext): Found<{
  clear: number;
  freeboard: number;
  depth: number;
  by: 'inlet' | 'outlet';
}>[] {
  const lead = placed[0] as PlacedLine;
  if (!report?.water?.floods) return [];
  const { culvert, water } = report;
  const { clear, head } = water;
  const holds = (product: Product) => culvertOf(run, product, profile)?.water?.floods === false;
  const next = [...job.products, ...products()]
    .filter((one) => sameSeries(lead.product, one))
    .sort((a, b) => a.dn - b.dn)
    .find(holds);
  const deepest = Math.max(0, ...places.flatMap(({ depth }) => depth));
  return [
    {
      severity: clear < 0 ? 'stop' : 'caution',
      where: [],
      facts: { clear, freeboard: culvert.freeboard, depth: head.depth, by: head.rules },
      fixes: next ? [takeLine(run, rules, placed, next, deepest)] : [],
    },
  ];
}

/** Larger ones of the same kind and make. */
const sameSeries = (a: Product, b: Product): boolean =>
  b.kind === a.kind &&
  b.family === a.family &&
  b.material === a.material &&
  b.drains === a.drains &&
  b.shapedBed === a.shapedBed &&
  b.dn > a.dn + 1e-6 &&
  !a.trade === !b.trade;

/** Another line in place of the leading one, with room beside it where there was. */
function takeLine(run: Run, rules: Rules, placed: readonly PlacedLine[], product: Product, depth: number): Fix {
  const [lead, ...others] = placed as [PlacedLine, ...PlacedLine[]];
  const lines = [{ ...lead, product }, ...others];
  return {
    code: 'takeLine',
    facts: { name: product.name },
    patches: [
      { path: ['laid', lead.id, 'product'], value: product.id },
      ...run.reaches.flatMap((reach) => {
        const width = Math.ceil(widthFloor(rules, lines, reach, depth + product.od - lead.product.od) * 100 - 1e-6) / 100;
        return width > reach.bottomWidth ? [{ path: ['reaches', reach.id, 'bottomWidth'], value: width }] : [];
      }),
    ],
  };
}

/** A pipe that ends in the bank. */
export function culvertShort({ culvert: report }: TrenchContext): Found<{ length: number; needed: number }>[] {
  if (!report || report.length >= report.needed - 0.01) return [];
  return [{ severity: 'caution', where: [], facts: { length: report.length, needed: report.needed }, fixes: [] }];
}
