/** A load on the move weighs this much more. */
export const DYNAMIC = 1.1;
/** Sling, hook and what hangs on it, kilograms. */
export const SLING_MASS = 15;
export const LIFT_BASIS = 'Lesser of 75 % of tipping and 87 % of what the ram holds; the chart in the cab rules';
/** Room over a heap for the bucket to open, metres. */
export const OPENS = 0.3;
