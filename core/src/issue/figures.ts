import type { Plan } from '../plan/plan';

/** The figures of an issued plan as they were when it was issued: they are read from here for ever. */
export interface IssuedFigures {
  length: number;
  deepest: Plan['deepest'];
  widestTop: number;
  volumes: Plan['volumes'];
  surplus: number;
  places: number;
}

export const figuresOf = (plan: Plan): IssuedFigures => ({
  length: plan.length,
  deepest: plan.deepest,
  widestTop: plan.widestTop,
  volumes: plan.volumes,
  surplus: plan.balance.surplusLoose,
  places: plan.places.length,
});
