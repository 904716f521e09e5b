import type { TestFact } from '../../book';
import { productWith, type Product } from '../../catalogue';
import { pick } from '../../chance';
import { sayHeld, sayTestLack } from '../../lay/testSays';
import { AIR_BASIS, airMinutes, airPressures, airStart, testVerdict, type TestVerdict } from '../../lay/tests';
import { formatLength } from '../../units';
import { formatMinutes, formatTestPressure } from '../../units/gauge';
import { between, drillKind } from './drill';

/** An air test as it was read: how, on a pipe of the catalogue, over a length in metres. */
export interface AirFacts {
  how: Extract<TestFact['how'], { of: 'air' }>;
  product: string;
  length: number;
  readings: TestFact['readings'];
}
const PIPES = ['drain-110', 'drain-160', 'drain-200', 'drain-300'] as const;

const STATES: Record<TestVerdict['state'], string> = {
  passed: 'It stands: passed',
  failed: 'Failed',
  none: 'It tells nothing: again',
};

/** Does the test stand? Harder: water over the pipe, then what makes a test tell nothing. */
export const airDrill = drillKind<AirFacts>({
  make: (chance, level) => {
    const method = pick(chance, level === 1 ? (['LC'] as const) : (['LB', 'LC', 'LD'] as const));
    const product = pick(chance, PIPES);
    const length = between(chance, 12, 60, 1);
    const water = level === 1 ? 0 : pick(chance, [0, 0.5, 1, 1.2] as const);
    const { drop } = airPressures[method];
    const asked = airMinutes(method, (productWith(product) as Product).dn, length, false);
    const fault = level === 3 ? pick(chance, ['short', 'low', 'settle', 'plugs', 'none', 'none'] as const) : 'none';
    // What a hand reads: whole pascals by the ten, and never within a hair of the limit.
    const lost = drop * pick(chance, [0.4, 0.6, 0.8, 1.2, 1.4] as const);
    const start = airStart(method, water) + (fault === 'low' ? -0.2 : 0.05) * drop;
    const minutes = fault === 'short' ? asked * 0.6 : asked;
    const share = fault === 'short' ? Math.min(1, 0.9 / (lost / drop)) : 1;
    return {
      how: { of: 'air', method, dry: false, water, settled: fault === 'settle' ? 2 : 6, held: fault !== 'plugs' },
      product,
      length,
      readings: [0, 0.5, 1].map((part) => ({ minute: minutes * part, value: start - lost * share * part })),
    };
  },
  pose: ({ how, product: id, length, readings }, rules, units) => {
    const product = productWith(id) as Product;
    const verdict = testVerdict({ how, readings, gauge: null, product, length, rules });
    const asked = airMinutes(how.method, product.dn, length, how.dry);
    const why =
      verdict.lacks.length > 0
        ? verdict.lacks.map((lack) => sayTestLack(lack, units))
        : verdict.held.map((held) => `${sayHeld(held, units)}.`);
    const wrong = (state: TestVerdict['state']): string =>
      verdict.state === 'none'
        ? `Nothing may be read from it: ${why[0]}`
        : state === 'none'
          ? 'Nothing is missing in it: long enough, started high enough, left to settle, plugs held.'
          : (why[0] ?? '');
    return {
      question: 'What comes of this air test?',
      given: [
        `${product.name}, ${formatLength(length, units, 'span')}, method ${how.method}`,
        how.water > 0 ? `Groundwater ${formatLength(how.water, units)} over the invert` : 'No groundwater',
        `Left to settle for ${formatMinutes(how.settled)}; plugs ${how.held ? 'held' : 'held by friction only'}`,
        ...readings.map(({ minute, value }) => `After ${formatMinutes(minute)}: ${formatTestPressure(value, units)}`),
      ],
      choices: (['passed', 'failed', 'none'] as const).map((state) => ({
        id: state,
        text: STATES[state],
        right: state === verdict.state,
        why: state === verdict.state ? why : [wrong(state)],
      })),
      reasoning: [
        `It has to hold for ${formatMinutes(asked)} and may lose ${formatTestPressure(airPressures[how.method].drop, units)}, begun at ${formatTestPressure(airStart(how.method, how.water), units)} at least.`,
        ...why,
        `${AIR_BASIS}.`,
      ],
    };
  },
});
