import { EPSILON } from '../geometry';
import { blankRates, placedLines, type Job, type Run } from '../job';
import { estimateOf, priceOf, type Estimate } from '../estimate';
import type { Plan } from '../plan/plan';
import { orderFindings, type OrderFinding } from './findings';
import type { OrderItem } from './items';
import { cutsOf, endItems, lineItems, type CutPlan } from './lines';
import { bedItems, coverItems, structureItems, surfaceItems } from './materials';
import { boringItems } from './boring';
import { purposeItems } from './purposes';
import { spoilItems, supportItems, workItems } from './site';

export * from './items';
export * from './cutting';
export * from './drums';
export { cutsOf, pipeSpans, type CutPlan, type PipeSpan } from './lines';
export type { OrderFacts, OrderFinding } from './findings';
export { surfaceVolumes } from './materials';

/** What to buy, hire and book for a run, what it costs, and how the lines are cut. Money in the job's own. */
export interface Order {
  items: OrderItem[];
  total: number;
  /** Of the total, what rests on prices nobody gave. */
  guessed: number;
  cuts: CutPlan[];
  estimate: Estimate;
  findings: OrderFinding[];
}

/** The order of a run from its plan: nothing in it is typed but prices, drums to hand and the share of waste. */
export function orderOf(job: Job, run: Run, plan: Plan): Order {
  const estimate = estimateOf(job, run, plan);
  const laid = placedLines(job, run);
  const cuts = cutsOf(job, run, laid);
  const drafts = [
    ...lineItems(job, cuts),
    ...bedItems(job, plan),
    ...coverItems(job, run, laid),
    ...endItems(job, run, laid),
    ...surfaceItems(job, run, plan),
    ...structureItems(run),
    ...boringItems(job, run),
    ...purposeItems(job, run),
    ...supportItems(job, plan, estimate),
    ...workItems(job, estimate.hours),
    ...spoilItems(job, run, plan),
  ].filter(({ order }) => order > EPSILON);
  const usual = blankRates(job.ruleSet);
  const items = drafts.map(({ rate, own = false, ...draft }): OrderItem => {
    const price = priceOf(job, draft.id, draft.price);
    const typed = job.rates.prices.some(({ item }) => item === draft.id);
    const placeholder = !typed && !own && (rate === undefined || job.rates[rate] === usual[rate]);
    return { ...draft, price, typed, placeholder, cost: price * draft.order };
  });
  const sum = (of: readonly OrderItem[]) => of.reduce((all, { cost }) => all + cost, 0);
  return {
    items,
    total: sum(items),
    guessed: sum(items.filter(({ placeholder }) => placeholder)),
    cuts,
    estimate,
    findings: orderFindings(run, items, cuts),
  };
}
