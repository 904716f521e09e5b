import type { SoilClass } from '../catalogue';
import { EPSILON, joined, largest, type Range } from '../geometry';
import type { Entry, Finding, Run, SoilTest } from '../job';
import { isOpen, reachEnd, reachSpan, type ProfileColumns } from '../alignment';
import type { Rules } from '../rules';
import { formatLength, type UnitSystem } from '../units';
import { classify, soilName, weaker } from './classify';

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

/** What the tests say of one reach. Metres. */
export interface SoilEvidence {
  reach: number;
  /** Weakest layer dug through anywhere; undefined where nothing was tested. */
  soil: SoilClass | undefined;
  /** Stretches where nobody tested, or not down to the bottom. */
  untested: Range[];
}

/**
 * The class of a reach by its tests: the weakest layer the dig goes through, because a strong layer over a weak one falls with it.
 * @param deepest depth of the reach, metres.
 */
export function evidenceOf(run: Run, reachIndex: number, deepest: number, tests: readonly SoilTest[], rules: Rules): SoilEvidence {
  const reach = { from: run.reaches[reachIndex]?.from ?? 0, to: reachEnd(run, reachIndex) };
  const here = tests.filter((test) => test.from < reach.to && test.to > reach.from && test.top < deepest - EPSILON);
  const soil = here.reduce<SoilClass | undefined>((worst, test) => {
    const { soil: found } = classify(test, rules);
    return worst === undefined ? found : weaker(worst, found);
  }, undefined);
  const cuts = [...new Set([reach.from, reach.to, ...here.flatMap(({ from, to }) => [from, to])])]
    .filter((station) => station >= reach.from && station <= reach.to)
    .sort((a, b) => a - b);
  const untested = cuts.slice(1).flatMap((to, i): Range[] => {
    const from = cuts[i] as number;
    const middle = (from + to) / 2;
    const layers = here.filter((test) => test.from <= middle && test.to >= middle).sort((a, b) => a.top - b.top);
    const known = layers.reduce((down, { top, bottom }) => (top <= down + EPSILON ? Math.max(down, bottom) : down), 0);
    return known >= deepest - EPSILON ? [] : [{ from, to }];
  });
  return { reach: reachIndex, soil, untested: joined(untested) };
}

/** Every reach somebody enters against its tests: a class better than they show stops; one nobody tested is a guess. */
export function soilFindings(run: Run, profile: ProfileColumns, book: readonly Entry[], rules: Rules, units: UnitSystem): Finding[] {
  const tests = soilTests(book);
  return run.reaches.flatMap((reach, index): Finding[] => {
    if (!isOpen(reach) || !reach.entry) return [];
    const deepest = largest(profile.depth, reachSpan(profile, index));
    const { soil, untested } = evidenceOf(run, index, deepest, tests, rules);
    const common = { chapter: 'ground', basis: '29 CFR 1926 Subpart P App. A practice; a competent person classes the soil' } as const;
    if (soil !== undefined && weaker(soil, reach.soil) !== reach.soil)
      return [
        {
          ...common,
          id: `ground.claim.${index}`,
          severity: 'stop',
          from: reach.from,
          to: reachEnd(run, index),
          what: `Planned as ${soilName(reach.soil)}; the tests show ${soilName(soil)}`,
          why: 'Walls and supports are chosen by the class: weaker ground needs flatter walls and closer supports.',
          fixes: [{ label: `Plan for ${soilName(soil)}`, patches: [{ path: ['reaches', index, 'soil'], value: soil }] }],
        },
      ];
    const [gap] = untested;
    if (!gap || (soil === undefined && reach.soil === 'C')) return [];
    return [
      {
        ...common,
        id: `ground.untested.${index}`,
        severity: 'caution',
        from: gap.from,
        to: untested.at(-1)?.to ?? gap.to,
        what: `No soil test down to ${formatLength(deepest, units)} here: ${soilName(reach.soil)} is a guess`,
        why: 'Untested ground counts as type C.',
        fixes: [],
      },
    ];
  });
}
