import { seeded } from '../../chance';
import { bestArrangements, leastArea, type Apart, type Piece, type Problem } from '.';
import { everyOrder } from './exhaustive.testing';

const pick = <T>(chance: () => number, of: readonly T[]): T => of[Math.floor(chance() * of.length)] as T;

/** Lines as they come in joint trenches, with distances as owners ask for them. */
function anyProblem(count: number, chance: () => number): Problem {
  const pieces = Array.from({ length: count }, (): Piece => ({
    od: pick(chance, [0.022, 0.032, 0.054, 0.063, 0.11, 0.16]),
    cover: pick(chance, [0.35, 0.45, 0.6, 0.75, 0.9]),
    side: 0.05,
  }));
  const apart = pieces.map(() =>
    pieces.map((): Apart => {
      const distance = pick(chance, [0.05, 0.15, 0.3, 0.3, 0.6]);
      return {
        across: distance,
        over: distance,
        upper: pick<Apart['upper']>(chance, ['either', 'either', 'either', 'either', 0, 1, null]),
      };
    }),
  );
  const wall = pick(chance, [{ kind: 'vertical' } as const, { kind: 'batter', ratio: 0.75 } as const]);
  return { pieces, apart, hole: { left: wall, right: wall, bedding: 0.1, panel: 0, least: () => 0, most: () => Infinity } };
}

function timed(work: () => unknown): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

/** The arrangement search: three best of six and of eight lines, and the best of five against trying every order of every pair. */
export function benchArrange(): void {
  const chance = seeded(7);
  const p95 = (count: number, times: number) => {
    const taken = Array.from({ length: times }, () => anyProblem(count, chance))
      .map((problem) => timed(() => bestArrangements(problem)))
      .sort((a, b) => a - b);
    return taken[Math.floor(times * 0.95)] as number;
  };
  p95(5, 20);
  console.log('\nArrangement search, three best');
  const [six, eight] = [p95(6, 60), p95(8, 20)];
  console.log(`  6 lines p95 ${six.toFixed(0)} ms: ${((six / 300) * 100).toFixed(0)} % of the 300 ms allowed`);
  console.log(`  8 lines p95 ${(eight / 1000).toFixed(2)} s: ${((eight / 5000) * 100).toFixed(0)} % of the 5 s allowed`);
  const problems = Array.from({ length: 3 }, () => anyProblem(5, chance));
  const [search, every] = [problems.map((of) => timed(() => leastArea(of))), problems.map((of) => timed(() => everyOrder(of)))];
  const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);
  console.log(`  the best of 5 lines: trying every order takes ${(total(every) / total(search)).toFixed(0)} times as long`);
}
