import { seeded } from '../chance';
import { simulateStrikes, type StrikeCase } from './risk';

/** 20,000 trials of twelve lines, and how closely they agree with ten times as many. */
export function benchStrikes(): void {
  const cases = Array.from({ length: 12 }, (_, i): StrikeCase => ({
    evidence: (['drawing', 'detected', 'exposed'] as const)[i % 3] ?? 'drawing',
    window: 0.6 + (i % 3),
    seenWindow: 0.55,
    coverMin: 0.4,
    coverMax: 0.9,
    size: 0.1,
    depth: 1.2,
    beside: undefined,
    volume: 1,
    handHours: 1.4,
    machineHours: 0.14,
    length: 2,
  }));
  const start = performance.now();
  const few = simulateStrikes(cases, 20_000, seeded(1));
  const taken = performance.now() - start;
  const many = simulateStrikes(cases, 200_000, seeded(2));
  console.log('\nStrike risk, 20,000 trials, 12 lines');
  console.log(`  ${(taken / 1000).toFixed(3)} s: ${(taken / 20).toFixed(1)} % of the 2 s allowed`);
  const window = (risk: typeof few) => risk?.strategies[1];
  const apart = Math.abs((window(few)?.chance ?? 0) - (window(many)?.chance ?? 0)) / (window(few)?.error ?? 1);
  console.log(`  differs from ten times the trials by ${apart.toFixed(1)} standard errors`);
}
