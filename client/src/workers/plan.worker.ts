import { InputError, planRun, type FieldError, type Job, type Plan, type Run } from '@tamper/core';
import { expose } from 'comlink';

/** A plan, or the fields that stand in its way. */
export type Planned = { plan: Plan } | { errors: readonly FieldError[] };

const worker = {
  plan(job: Job, run: Run): Planned {
    try {
      return { plan: planRun(job, run) };
    } catch (error) {
      if (error instanceof InputError) return { errors: error.errors };
      throw error;
    }
  },
};
export type PlanWorker = typeof worker;

expose(worker);
