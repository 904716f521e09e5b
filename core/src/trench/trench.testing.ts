import { applyPatches, blankJob, blankLaidLine, type Job, type LaidLine, type Reach, type Run } from '../job';
import { runSchema } from '../job/schema';
import { planRun } from '../plan/plan';
import type { CheckCode } from '../plan/checks';
import { levelRun, said } from '../testing';

export const job: Job = blankJob('Yard', 'UK');
/** A laid line of a product, named as it. */
export const lay = (product: string, change: Partial<LaidLine> = {}): LaidLine => ({ ...blankLaidLine(product, product), ...change });
/** Level ground, nobody enters, these lines in it: 1.072 m deep under a cable of 32 mm. */
export const trench = (products: LaidLine[], reach: Partial<Reach> = {}): Run => ({
  ...levelRun({
    length: 40,
    depth: 1.2,
    entry: false,
    bottomWidth: 0.6,
    beddingMaterial: 'sand',
    tapes: products.map(({ id }) => ({ id, school: 'line' as const, distance: 0.3 })),
    tracer: true,
    ...reach,
  }),
  laid: products,
});
/** What the checks found of a plan. */
export const findings = (run: Run, of = job) => planRun(of, run).findings;
/** What a check found of one thing, or of two. */
export const finding = (run: Run, code: CheckCode, ...ids: string[]) =>
  findings(run).find((one) => one.code === code && ids.every((id) => one.subject?.id === id || one.with?.id === id));
/** What is said of it. */
export const told = (run: Run, code: CheckCode, ...ids: string[]) => said(job, finding(run, code, ...ids) ?? {}).what;
/** A run with the first fix of a finding taken. */
export const mended = (run: Run, code: CheckCode, ...ids: string[]): Run =>
  runSchema.parse(applyPatches(run, finding(run, code, ...ids)?.fixes[0]?.patches ?? []));
