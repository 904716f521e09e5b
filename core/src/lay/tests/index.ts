import type { TestFact, TestHow, TestKind } from '../../book';
import { judgeAir } from './air';
import { judgeContinuity, judgeInsulation } from './cable';
import { judgeFlush } from './flow';
import { judgeMandrel } from './mandrel';
import { judgePressure } from './pressure';
import type { Judge, TestOf, TestVerdict } from './verdict';
import { judgeWater } from './water';

export * from './verdict';
export { AIR_BASIS, airMinutes, airPressures, airStart } from './air';
export { at20, conductorOhms } from './cable';
export { flowAt, pipeLoss } from './flow';
export { mandrelAsked } from './mandrel';
export { makeUpAllowed } from './pressure';
export { readAt } from './readings';
export { WATER_MINUTES, wettedOf } from './water';

const judges: { [K in TestKind]: Judge<K> } = {
  air: judgeAir,
  water: judgeWater,
  pressure: judgePressure,
  mandrel: judgeMandrel,
  insulation: judgeInsulation,
  continuity: judgeContinuity,
  flush: judgeFlush,
};

/** What comes of a test by its readings; nothing where they tell nothing. The one place where a test passes. */
export const testVerdict = (of: Omit<TestOf, 'how'> & { how: TestHow }): TestVerdict =>
  (judges[of.how.of] as (of: Omit<TestOf, 'how'> & { how: TestHow }) => TestVerdict)(of);

/** The same of a test as entered. */
export const verdictOfTest = (
  { how, readings, gauge, from, to }: Pick<TestFact, 'how' | 'readings' | 'gauge' | 'from' | 'to'>,
  { product, rules }: Pick<TestOf, 'product' | 'rules'>,
): TestVerdict => testVerdict({ how, readings, gauge, product, length: to - from, rules });
