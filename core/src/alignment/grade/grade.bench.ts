import { blankJob, blankExisting, blankReach, blankRun, type Run } from '../../job';
import { loadSolver } from '../../highs.testing';
import { extent, levelsOn, structureAt, structureIdAt, withStructure } from '..';
import { findGrade } from '.';
import { findProduct } from '../../catalogue';

/** 2 km on 400 stations of rolling, falling ground with a chamber every 100 m and 12 lines across it, battered. */
export function longGradeRun(): Run {
  const base = blankRun({ name: 'Long', length: 2000, product: 'drain-225', cover: 1, ruleSet: 'UK' });
  const stations = Array.from({ length: 401 }, (_, i) => ({
    station: i * 5,
    ground: 40 - i * 0.05 + Math.sin(i / 9) * 1.2 + Math.sin(i / 2) * 0.1,
  }));
  const lines = Array.from({ length: 12 }, (_, i) => ({
    ...blankExisting(`Line ${i + 1}`, 80 + i * 155),
    size: 0.2,
    coverMin: 0.8 + (i % 3) * 0.3,
    coverMax: 1.1 + (i % 3) * 0.3,
  }));
  const reaches = [{ ...blankReach(1), left: { kind: 'batter' as const, ratio: 1 }, right: { kind: 'batter' as const, ratio: 1 } }];
  const run: Run = { ...base, stations, existing: lines, reaches, targets: { minFall: 1 / 150 } };
  return Array.from({ length: 19 }, (_, i) => (i + 1) * 100).reduce<Run>(
    (r, at) => ({ ...r, structures: withStructure(r, structureAt(r, at, 'chamber', structureIdAt('chamber', at))) }),
    run,
  );
}

/** The whole search, against trying over and under for every line: 2¹² linear programs. */
export async function benchGrade(): Promise<void> {
  const solver = await loadSolver();
  const run = longGradeRun();
  const texts: string[] = [];
  const start = performance.now();
  const result = findGrade(blankJob('Long', 'UK'), run, { solver: (lp) => (texts.push(lp), solver(lp)) });
  const taken = performance.now() - start;
  // The programs after the first fix every side: each is one of those that trying all would solve.
  const one = performance.now();
  solver(texts[1] ?? '');
  const all = (performance.now() - one) * 2 ** run.existing.length;
  console.log(
    `\nGrade finder, 2 km, ${run.stations.length} stations, ${run.existing.length} lines to pass, ${run.structures.length} chambers`,
  );
  console.log(
    `  ${result.kind} with ${texts.length} programs in ${(taken / 1000).toFixed(2)} s: ${(taken / 100).toFixed(0)} % of the 10 s allowed; trying every side would take ${(all / taken).toFixed(0)} times as long`,
  );
  if (result.kind === 'found') {
    const laid: Run = { ...run, inverts: result.inverts, reaches: run.reaches.map((reach) => ({ ...reach, levels: { kind: 'gravity' } })) };
    const over = result.passings.filter(({ side }) => side === 'over').length;
    console.log(`  passes ${over} over; comes out ${levelsOn(laid, findProduct('drain-225'), extent(run).end).depth.toFixed(2)} m deep`);
  }
}
