import type { SoilClass } from '../catalogue';
import { EPSILON, joined, type Range } from '../geometry';
import type { Entry, Found, PathStep, SoilTest } from '../job';
import type { Rules } from '../rules';
import { placeSubject, wholeOf } from '../trench';
import { classify, weaker } from './classify';

/**
 * Entries that stand: none that a later one of its kind puts right. Oldest first. What happened stays: taking it back would open a gate without
 * anybody having looked.
 */
export function currentEntries(book: readonly Entry[]): Entry[] {
  const kinds = new Map(book.map(({ id, fact }) => [id, fact.kind]));
  const righted = new Set(
    book.flatMap(({ corrects, fact }) =>
      corrects !== undefined && fact.kind !== 'happening' && kinds.get(corrects) === fact.kind ? [corrects] : [],
    ),
  );
  return book.filter(({ id }) => !righted.has(id)).sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
}

/** The soil tests that stand. */
export const soilTests = (book: readonly Entry[]): SoilTest[] =>
  currentEntries(book).flatMap(({ fact }) => (fact.kind === 'soil' ? [fact] : []));

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
export function evidenceOf({ from, to, deepest: { depth } }: Omit<Tested, 'soil'>, tests: readonly SoilTest[], rules: Rules): SoilEvidence {
  const here = tests.filter((test) => test.from < to && test.to > from && test.top < depth - EPSILON);
  const soil = here.reduce<SoilClass | undefined>((worst, test) => {
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
  book: readonly Entry[];
  entered: readonly (Tested & { id: string; path: readonly PathStep[] })[];
}

/** A class planned for that is better than the tests show. */
export const weakerThanPlanned = ({ rules, book, entered }: GroundContext): Found<{ planned: SoilClass; tested: SoilClass }>[] =>
  entered.flatMap((hole) => {
    const { soil } = evidenceOf(hole, soilTests(book), rules);
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
export const untestedGround = ({ rules, book, entered }: GroundContext): Found<{ depth: number; soil: SoilClass }>[] =>
  entered.flatMap((hole) => {
    const { soil, untested } = evidenceOf(hole, soilTests(book), rules);
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
