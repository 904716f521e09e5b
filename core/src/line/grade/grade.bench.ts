import { blankLine, blankReach, blankRun, type Run } from '../../job';
import { loadSolver } from '../../highs.testing';
import { resolveRules } from '../../rules';
import { chamberAt, extent, levelsOn, withStructure } from '..';
import { findGrade } from '.';
import { findService } from '../../catalogue';

/** 2 km on 400 stations of rolling, falling ground with a chamber every 100 m and 12 lines across it, battered. */
export function longGradeRun(): Run {
  const base = blankRun({ name: 'Long', length: 2000, service: 'drain-225', cover: 1, ruleSet: 'UK' });
  const stations = Array.from({ length: 401 }, (_, i) => ({ station: i * 5, ground: 40 - i * 0.05 + Math.sin(i / 9) * 1.2 + Math.sin(i / 2) * 0.1 }));
  const lines = Array.from({ length: 12 }, (_, i) => ({
    ...blankLine(`Line ${i + 1}`, 80 + i * 155),
    size: 0.2,
    coverMin: 0.8 + (i % 3) * 0.3,
    coverMax: 1.1 + (i % 3) * 0.3,
  }));
  const reaches = [{ ...blankReach(1), left: { kind: 'batter' as const, ratio: 1 }, right: { kind: 'batter' as const, ratio: 1 } }];
  const run: Run = { ...base, stations, lines, reaches, targets: { minFall: 1 / 150 } };
  return Array.from({ length: 19 }, (_, i) => (i + 1) * 100).reduce<Run>((r, at) => ({ ...r, structures: withStructure(r, chamberAt(r, at)) }), run);
} // prettier-ignore

/** Volume of the best of many random lines that hold the targets: what the finder stands in for. */
export async function benchGrade(): Promise<void> {
  const solver = await loadSolver();
  const run = longGradeRun();
  let solves = 0;
  const start = performance.now();
  const result = findGrade(run, { rules: resolveRules('UK'), units: 'metric', solver: (lp) => (solves++, solver(lp)) });
  const taken = performance.now() - start;
  console.log(`\nGrade finder, 2 km, ${run.stations.length} stations, ${run.lines.length} lines to pass, ${run.structures.length} chambers`);
  console.log(`  ${result.kind} in ${(taken / 1000).toFixed(2)} s with ${solves} solves: ${((taken / 10_000) * 100).toFixed(0)} % of the 10 s allowed`);
  if (result.kind === 'found') {
    const laid: Run = { ...run, fixed: result.fixed, reaches: run.reaches.map((reach) => ({ ...reach, levels: { kind: 'gravity' } })) };
    const { end } = extent(run);
    console.log(`  passes ${result.passings.filter(({ side }) => side === 'over').length} over; comes out ${levelsOn(laid, findService(run.service), end).depth.toFixed(2)} m deep`);
  }
} // prettier-ignore
