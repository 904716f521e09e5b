import { lifts, type Kept } from '../book';
import { askedAt, laidAt, pointsAt, testedHere, type LayReport } from './report';
import { holds } from './along';

/** What hurt a line at a station and stands: until it passed a test since, or was laid anew. */
export function hurtAt(report: LayReport, line: string, at: number): Kept[] {
  const asked = askedAt(report, at);
  const placed = asked?.lines.find(({ id }) => id === line);
  if (!asked || !placed) return [];
  const kinds = pointsAt(asked, false, false).tests(placed).flat();
  const mended = (bad: Kept) =>
    laidAt(report, line, at).some(({ kept }) => lifts(kept, bad)) ||
    kinds.some((kind) => {
      const tested = testedHere(report, line, [kind], at);
      return tested.state === 'passed' && lifts(tested.by.kept, bad);
    });
  return report.hurts.filter((one) => one.line === line && holds(one, at) && !mended(one.kept)).map(({ kept }) => kept);
}
