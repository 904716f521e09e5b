import { EPSILON } from '../geometry';
import { placedLines, type Job, type Run } from '../job';
import type { Plan } from '../plan/plan';
import { orderFindings, type OrderFinding } from './findings';
import type { OrderItem } from './items';
import { cutsOf, lineItems, type CutPlan } from './lines';
import { bedItems, coverItems, structureItems, surfaceItems } from './materials';
import { workPieces, type WorkPiece } from './pieces';
import { spoilItems, supportItems, workItems } from './site';

export * from './items';
export * from './cutting';
export * from './drums';
export * from './pieces';
export type { CutPlan } from './lines';
export type { OrderFacts, OrderFinding } from './findings';
export { surfaceVolumes } from './materials';
export { workHours } from './site';

/** What to buy, hire and book for a run, what it costs, and how the lines are cut. Money in the job's own. */
export interface Order {
  items: OrderItem[];
  total: number;
  cuts: CutPlan[];
  pieces: WorkPiece[];
  findings: OrderFinding[];
}

/** The order of a run from its plan: nothing in it is typed but prices, drums to hand and the share of waste. */
export function orderOf(job: Job, run: Run, plan: Plan): Order {
  const pieces = workPieces(job, run, plan);
  const laid = placedLines(job, run);
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
  return { items, total: items.reduce((sum, { cost }) => sum + cost, 0), cuts, pieces, findings: orderFindings(run, items, cuts) };
}
