import { boreOf } from '../alignment';
import { products, type Product } from '../catalogue';
import { placedLines, productOf, type Job, type Run } from '../job';
import { priceOf } from '../estimate';
import { cutsOf, lineItems } from './lines';

/** A line that would serve as well as the leading one, as it would be bought. */
export interface Alternative {
  product: Product;
  /** What it and its joints cost, in the job's money. */
  cost: number;
  joints: number;
  /** Of all of it, kg, and of one length or a coil, as it is handled. */
  mass: number;
  handled: number;
}

/** Bores that serve alike differ by so much at most. */
const ALIKE = 0.25;

/** The leading line and others of its use and about its bore, each cut and bought as the order would, the cheapest first. */
export function alternatives(job: Job, run: Run, most = 6): Alternative[] {
  const now = productOf(job, run);
  const serves = [...job.products, ...products()].filter(
    (one) =>
      one.id === now.id ||
      (one.family === now.family &&
        one.kind === now.kind &&
        !one.trade === !now.trade &&
        Math.abs(boreOf(one) - boreOf(now)) <= ALIKE * boreOf(now)),
  );
  const of = (product: Product): Alternative => {
    const [lead, ...others] = run.laid;
    const as = { ...run, laid: lead ? [{ ...lead, product: product.id }, ...others] : [] };
    const [line] = placedLines(job, as);
    const cuts = line ? cutsOf(job, as, [line]) : [];
    const items = lineItems(job, cuts);
    return {
      product,
      cost: items.reduce((sum, item) => sum + item.order * priceOf(job, item.id, item.price), 0),
      joints: cuts.reduce((sum, cut) => sum + (cut.kind === 'sticks' ? cut.cutting.joints : cut.plan.joints.length), 0),
      mass: items.reduce((sum, item) => sum + item.mass, 0),
      handled: product.stock.length * product.mass,
    };
  };
  const all = serves.map(of).sort((a, b) => a.cost - b.cost);
  const shown = all.slice(0, most);
  return shown.some(({ product }) => product.id === now.id)
    ? shown
    : [...shown.slice(0, -1), ...all.filter(({ product }) => product.id === now.id)];
}
