// What a machine that is shared with others had to give while something was measured.
import { readFileSync } from 'node:fs';

/** Processor time so far, ticks: all of it, and what others had while this machine wanted it. Source: proc(5), the eighth figure of /proc/stat. */
function ticks() {
  const [line] = readFileSync('/proc/stat', 'utf8').split('\n', 1);
  const each = line.trim().split(/\s+/).slice(1, 9).map(Number);
  return { all: each.reduce((sum, one) => sum + one, 0), others: each[7] ?? 0 };
}

/** Others may have this share of the processor: less than can be told from the noise. */
const IDLE = 0.02;

/**
 * Measures until nobody else had the processor meanwhile, five times at the most.
 * @template T
 * @param {() => Promise<T>} measure
 * @returns {Promise<{ result: T, others: number }>} what was measured while others had the least of it, and the share they had.
 */
export async function measuredAlone(measure) {
  let best;
  for (let i = 0; i < 5 && !(best?.others <= IDLE); i++) {
    const before = ticks();
    const result = await measure();
    const after = ticks();
    const others = (after.others - before.others) / Math.max(1, after.all - before.all);
    if (!best || others < best.others) best = { result, others };
  }
  return best;
}
