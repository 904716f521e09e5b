import type { SoilClass } from '../catalogue';
import { EPSILON, joined, type Range } from '../geometry';
import { doubtOf, knows, ofKind, withdrawn, type Kept, type KeptOf, type SoilTest } from '../book';
import type { Found, PathStep } from '../job';
import type { Rules } from '../rules';
import { placeSubject, wholeOf } from '../trench/places';
import { classify, weaker } from './classify';

/** Soil tests as they count. */
export interface SoilTests {
  /** Those whose weakness counts: a weak one goes only by a test made in its place. */
  weak: SoilTest[];
  /** Those that show ground to be what it is planned for. */
  shown: SoilTest[];
}

/** The soil tests of a book. Later ones in the knowledge of an earlier take its place where they say so. */
export function soilTests(book: readonly Kept[], now: number, rules: Rules): SoilTests {
  const tests = ofKind(book, 'soil');
  const gone = withdrawn(book);
  const sure = new Set(tests.filter((test) => doubtOf(test, gone, now, rules) === undefined));
  const replaced = (test: KeptOf<'soil'>) =>
    tests.some((other) => sure.has(other) && other.entry.corrects === test.entry.id && knows(other, test));
  const facts = (some: readonly KeptOf<'soil'>[]) => some.map(({ entry }) => entry.fact);
  return { weak: facts(tests.filter((test) => !replaced(test))), shown: facts([...sure]) };
}

/** A hole of which the ground is asked: where it is, how deep at most, and the class it is planned in. */
export interface Tested extends Range {
  soil: SoilClass;
  deepest: { depth: number };
}

/** What the tests say of one hole. Metres. */
export interface SoilEvidence {
  /** Weakest layer dug through anywhere; undefined where nothing was tested. */
  soil: SoilClass | undefined;
  /** Stretches where nobody tested, or not down to the bottom. */
  untested: Range[];
}

/** The class of a hole by its tests: the weakest layer the dig goes through, because a strong layer over a weak one falls with it. */
export function evidenceOf({ from, to, deepest: { depth } }: Omit<Tested, 'soil'>, { weak, shown }: SoilTests, rules: Rules): SoilEvidence {
  const dugThrough = (test: SoilTest) => test.from < to && test.to > from && test.top < depth - EPSILON;
  const here = shown.filter(dugThrough);
  const soil = weak.filter(dugThrough).reduce<SoilClass | undefined>((worst, test) => {
    const { soil: found } = classify(test, rules);
    return worst === undefined ? found : weaker(worst, found);
  }, undefined);
  const cuts = [...new Set([from, to, ...here.flatMap((test) => [test.from, test.to])])]
    .filter((station) => station >= from && station <= to)
    .sort((a, b) => a - b);
  const untested = cuts.slice(1).flatMap((end, i): Range[] => {
    const start = cuts[i] as number;
    const middle = (start + end) / 2;
    const layers = here.filter((test) => test.from <= middle && test.to >= middle).sort((a, b) => a.top - b.top);
    const known = layers.reduce((down, { top, bottom }) => (top <= down + EPSILON ? Math.max(down, bottom) : down), 0);
    return known >= depth - EPSILON ? [] : [{ from: start, to: end }];
  });
  return { soil, untested: joined(untested) };
}

/** What the checks of the ground by its tests are given: the holes somebody enters, no further than the run goes, and where their sides stand among its inputs. */
export interface GroundContext {
  rules: Rules;
  tests: SoilTests;
  entered: readonly (Tested & { id: string; path: readonly PathStep[] })[];
}

/** A class planned for that is better than the tests show. */
export const weakerThanPlanned = ({ rules, tests, entered }: GroundContext): Found<{ planned: SoilClass; tested: SoilClass }>[] =>
  entered.flatMap((hole) => {
    const { soil } = evidenceOf(hole, tests, rules);
    if (soil === undefined || weaker(soil, hole.soil) === hole.soil) return [];
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(hole),
        where: wholeOf(hole),
        facts: { planned: hole.soil, tested: soil },
        fixes: [{ code: 'planFor', facts: { soil }, patches: [{ path: [...hole.path, 'soil'], value: soil }] }],
      },
    ];
  });

/** Ground nobody tested down to the bottom: its class is a guess. Type C needs no test. */
export const untestedGround = ({ rules, tests, entered }: GroundContext): Found<{ depth: number; soil: SoilClass }>[] =>
  entered.flatMap((hole) => {
    const { soil, untested } = evidenceOf(hole, tests, rules);
    const claimed = soil !== undefined && weaker(soil, hole.soil) !== hole.soil;
    if (claimed || untested.length === 0 || (soil === undefined && hole.soil === 'C')) return [];
    return [
      {
        severity: 'caution' as const,
        subject: placeSubject(hole),
        where: untested,
        facts: { depth: hole.deepest.depth, soil: hole.soil },
        fixes: [],
      },
    ];
  });
