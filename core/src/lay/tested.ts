import { doubtOf, knows, lifts, ofKind, withdrawn, type Kept, type KeptOf, type TestKind } from '../book';
import type { PlacedLine } from '../job';
import type { Rules } from '../rules';
import { holds } from './along';
import { verdictOfTest, type TestVerdict } from './tests';

/** A test in the book with what came of it. A failed one stands whatever is said of it, until the line passes. */
export interface Tested {
  id: string;
  kept: KeptOf<'test'>;
  line: string;
  of: TestKind;
  verdict: TestVerdict;
  believed: boolean;
  /** What was done to the line since by somebody who did not do it in the test’s knowledge: it says nothing any more. */
  void: Kept | undefined;
}

/** Every test of the run’s lines, in the order it stands in the book. */
export function testsOf(laid: readonly PlacedLine[], book: readonly Kept[], rules: Rules, now: number): Tested[] {
  const gone = withdrawn(book);
  const done = book.filter(({ entry: { fact } }) => fact.kind === 'joint' || fact.kind === 'damage' || fact.kind === 'laid');
  return ofKind(book, 'test').flatMap((kept): Tested[] => {
    const { fact, id } = kept.entry;
    const line = laid.find((one) => one.id === fact.line);
    if (!line) return [];
    const verdict = verdictOfTest(fact, { product: line.product, rules });
    return [
      {
        id,
        kept,
        line: fact.line,
        of: fact.how.of,
        verdict,
        believed: doubtOf(kept, gone, now, rules) === undefined,
        void: done.find((one) => touches(one, fact) && !gone.has(one.entry.id) && !knows(kept, one)),
      },
    ];
  });
}

/** Was something done to the stretch of the line a test is of? */
function touches({ entry: { fact } }: Kept, test: KeptOf<'test'>['entry']['fact']): boolean {
  if (fact.kind === 'joint') return fact.line === test.line && holds(test, fact.station);
  if (fact.kind === 'damage' || fact.kind === 'laid') return fact.line === test.line && fact.from < test.to && fact.to > test.from;
  return false;
}

/** How a line stands with one group of tests at a station. */
export type TestState =
  { state: 'passed'; by: Tested } | { state: 'failed'; by: Tested } | { state: 'void'; by: Tested } | { state: 'never' };

/**
 * Did a line pass one of a group of tests at a station? A failed test counts until one that knew of it passed there.
 * @param counts is a test of the plan in force there?
 */
export function testedAt(
  tests: readonly Tested[],
  line: string,
  group: readonly TestKind[],
  at: number,
  counts: (one: Tested) => boolean,
): TestState {
  const here = tests.filter((one) => one.line === line && group.includes(one.of) && holds(one.kept.entry.fact, at));
  const passed = here.filter((one) => one.verdict.state === 'passed' && one.believed && counts(one));
  const good = passed.filter((one) => one.void === undefined);
  const failed = here.findLast((bad) => bad.verdict.state === 'failed' && !good.some((one) => lifts(one.kept, bad.kept)));
  if (failed) return { state: 'failed', by: failed };
  const [by] = good;
  if (by) return { state: 'passed', by };
  const [gone] = passed;
  return gone ? { state: 'void', by: gone } : { state: 'never' };
}
