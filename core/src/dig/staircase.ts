/** A level found at a station and how far it is off the design, positive too high, metres; `along`: how far from where this place of the machine was struck, signed as stations are. */
export interface Struck {
  station: number;
  off: number;
  /** Which place of the machine it was dug from, and where the sensors were struck there. */
  place: number;
  struckAt: number;
}

/**
 * What the checks say of how the machine digs.
 * `slope`: within each place it runs off evenly and jumps back at every move: the slope is missing in the machine. `plane`: it runs off evenly all along: the
 * plane itself slopes otherwise. `bias`: the same everywhere: benchmark, worn tooth or rod. `off` in metres, `slope` metre for metre, positive rising above
 * the design in the direction of stations; `error` one standard error of it.
 */
export type DigFault =
  | { kind: 'slope' | 'plane'; slope: number; error: number; step: number; places: number; checks: number }
  | { kind: 'bias'; off: number; error: number; places: number; checks: number };

/** Two-sided odds of one in two hundred. */
const Z = 2.807;

/** The value Student's t passes once in two hundred. Source: Cornish and Fisher's expansion about the normal, to the third order. */
export function tPassed(freedom: number): number {
  const [z3, z5, z7] = [Z ** 3, Z ** 5, Z ** 7];
  return (
    Z +
    (z3 + Z) / (4 * freedom) +
    (5 * z5 + 16 * z3 + 3 * Z) / (96 * freedom ** 2) +
    (3 * z7 + 19 * z5 + 17 * z3 - 15 * Z) / (384 * freedom ** 3)
  );
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Least squares of off = aₖ + b·(s − sₖ), one b for all places and an aₖ for each. @returns undefined where too little is known for an error of it. */
function fit(places: readonly (readonly Struck[])[]) {
  const centred = places.flatMap((checks) => {
    const [s, o] = [mean(checks.map(({ station }) => station)), mean(checks.map(({ off }) => off))];
    return checks.map(({ station, off }) => ({ x: station - s, y: off - o }));
  });
  const freedom = centred.length - places.length - 1;
  const sxx = centred.reduce((sum, { x }) => sum + x * x, 0);
  if (freedom < 1 || sxx <= 0) return undefined;
  const slope = centred.reduce((sum, { x, y }) => sum + x * y, 0) / sxx;
  const rest = centred.reduce((sum, { x, y }) => sum + (y - slope * x) ** 2, 0) / freedom;
  return { slope, error: Math.sqrt(rest / sxx), freedom };
}

/** Fewest places and checks anything is said of. */
const PLACES = 2;
const SAME_OVER = 3;

/**
 * Looks for what is wrong with how the machine digs. It says nothing where chance alone would do once in two hundred times, and nothing where there are too few checks.
 * @param checks of one layer and one set-up. @param within a bias no greater than this is no fault.
 */
export function digFault(checks: readonly Struck[], within: number): DigFault | undefined {
  const byPlace = new Map<number, Struck[]>();
  for (const check of checks) byPlace.set(check.place, [...(byPlace.get(check.place) ?? []), check]);
  const places = [...byPlace.values()];
  const line = fit(places);
  const counted = { places: places.length, checks: checks.length };
  if (line && places.length >= PLACES && Math.abs(line.slope) > tPassed(line.freedom) * line.error) {
    const lengths = places.map((own) => Math.max(...own.map(({ station, struckAt }) => Math.abs(station - struckAt))));
    const step = line.slope * mean(lengths);
    const starts = places.map((own) => {
      const struckAt = (own[0] as Struck).struckAt;
      return { station: struckAt, off: mean(own.map(({ station, off }) => off - line.slope * (station - struckAt))) };
    });
    return { kind: goesOn(starts, line.slope) ? 'plane' : 'slope', slope: line.slope, error: line.error, step, ...counted };
  }
  if (places.length < SAME_OVER) return undefined;
  const means = places.map((own) => mean(own.map(({ off }) => off)));
  const off = mean(means);
  const error = Math.sqrt(means.reduce((sum, one) => sum + (one - off) ** 2, 0) / (means.length - 1) / means.length);
  return Math.abs(off) > within && Math.abs(off) > tPassed(means.length - 1) * error ? { kind: 'bias', off, error, ...counted } : undefined;
}

/** Do places begin where the last one ended, rather than at the same again? Closer to the one than to the other. */
function goesOn(starts: readonly { station: number; off: number }[], slope: number): boolean {
  const [s, o] = [mean(starts.map(({ station }) => station)), mean(starts.map(({ off }) => off))];
  const sxx = starts.reduce((sum, { station }) => sum + (station - s) ** 2, 0);
  if (sxx <= 0) return false;
  const trend = starts.reduce((sum, { station, off }) => sum + (station - s) * (off - o), 0) / sxx;
  return Math.abs(trend - slope) < Math.abs(trend);
}
