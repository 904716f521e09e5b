import { GRAVITY } from '../../units';
import type { Product } from '../../catalogue';
import type { Run } from '../../job';
import { bendsOf, boresOf, levelsOn } from '../../alignment';

/** Friction of a sheath in a plastic duct, not greased; greased about 0.2. */
export const FRICTION = 0.35;
export const PULL_BASIS =
  'Straight T₀ + w·L·(K·μ·cosθ ± sinθ), bend T·e^(K·μ·φ); w of all cables together, K 1 for one, cradled for three, triangular for others; friction 0.35 ungreased; shared by two or three each takes 80 % of what it may, by more 60 %';
/** What one person pulls steadily, newtons. */
export const PERSON_PULL = 250;

/** How cables drawn together lie in a duct: what that does to friction, and how much of the sideways force presses on one of them. */
export interface Together {
  /** Weight correction. */
  k: number;
  /** Share of the tension that presses sideways on the cable that is pressed most. */
  pressed: number;
}

/**
 * Cables drawn through a duct together. Source: weight correction 1 for one; three alike cradled 1 + (4/3)·(d/(D − d))²; else the triangular form
 * 1/√(1 − (d/(D − d))²), d the mean of the two largest. Sideways T/R for one, (3K − 2)/3 of it cradled, K/2 of it in a triangle.
 * @param bore of the duct, metres. @param sizes outside of every cable, metres. @returns undefined where they do not go in side by side.
 */
export function together(bore: number, sizes: readonly number[]): Together | undefined {
  const [largest = 0, second] = sizes.toSorted((a, b) => b - a);
  if (largest >= bore) return undefined;
  if (second === undefined) return { k: 1, pressed: 1 };
  const d = (largest + second) / 2;
  const ratio = d / (bore - d);
  if (sizes.length === 3 && sizes.every((size) => size === largest)) {
    const k = 1 + (4 / 3) * ratio ** 2;
    return { k, pressed: (3 * k - 2) / 3 };
  }
  if (ratio >= 1) return undefined;
  const k = 1 / Math.sqrt(1 - ratio ** 2);
  return { k, pressed: k / 2 };
}

/** Most that cables drawn together may be pulled with, newtons: they do not take even shares. Source: usual practice. @param each what one may take. */
export const sharedLimit = (each: number, count: number): number => each * count * (count === 1 ? 1 : count <= 3 ? 0.8 : 0.6);

/** A part of the way a cable is drawn along. `slope` radians, up positive; `angle` radians turned, on `radius` metres. Stations where it ends. */
export type PullPart =
  { kind: 'straight'; to: number; length: number; slope: number } | { kind: 'bend'; to: number; angle: number; radius: number };

/** Tension after each part, newtons, and what presses sideways in bends, newtons a metre. */
export interface Pull {
  /** At the ends of the parts, in the order drawn. */
  along: { station: number; tension: number }[];
  tension: number;
  sidewall: number;
}

/**
 * Tension of one cable drawn along parts. Source: straight T = T₀ + w·L·(K·μ·cosθ ± sinθ), bend T·e^(K·μ·φ); a cable that would run by itself is held
 * back, so tension never falls below nothing. Sidewall pressure T/R at the end of a bend.
 * @param weight newtons a metre. @param k weight correction, 1 for one cable.
 */
export function pullAlong(parts: readonly PullPart[], from: number, weight: number, friction = FRICTION, k = 1): Pull {
  let tension = 0;
  let sidewall = 0;
  const along = [{ station: from, tension }];
  for (const part of parts) {
    if (part.kind === 'straight')
      tension = Math.max(0, tension + weight * part.length * (k * friction * Math.cos(part.slope) + Math.sin(part.slope)));
    else {
      tension *= Math.exp(k * friction * part.angle);
      sidewall = Math.max(sidewall, part.radius > 0 ? tension / part.radius : 0);
    }
    along.push({ station: part.to, tension });
  }
  return { along, tension, sidewall };
}

/** The way between two stations of a run, drawn towards its end: bends where the drawn line turns and where a bore dips, slopes from the levels. */
export function pullParts(run: Run, product: Product, radius: number, from: number, to: number): PullPart[] {
  const bends = [
    ...bendsOf(run).map(({ station, turn }) => ({ station, angle: Math.abs(turn), radius })),
    // An arc of a dip counts as a bend at its far end.
    ...boresOf(run).flatMap(({ from: start, bow }) =>
      bow
        ? [
            { station: start + bow.level, angle: bow.entry, radius: bow.radius },
            { station: start + bow.up, angle: bow.exit, radius: bow.radius },
          ]
        : [],
    ),
  ].filter(({ station }) => station > from && station < to);
  const dips = boresOf(run).flatMap(({ from: start, bow }) => (bow ? [bow.down, bow.rises].map((along) => start + along) : []));
  const stations = [...new Set([from, ...run.stations.map(({ station }) => station), ...dips, ...bends.map(({ station }) => station), to])]
    .filter((station) => station >= from && station <= to)
    .sort((a, b) => a - b);
  const crown = (station: number) => levelsOn(run, product, station).crown;
  return stations.slice(1).flatMap((station, i): PullPart[] => {
    const before = stations[i] as number;
    const slope = Math.atan2(crown(station) - crown(before), station - before);
    const straight: PullPart = {
      kind: 'straight',
      to: station,
      length: Math.hypot(station - before, crown(station) - crown(before)),
      slope,
    };
    return [
      straight,
      ...bends
        .filter((bend) => bend.station === station)
        .map(({ angle, radius: on }): PullPart => ({ kind: 'bend', to: station, angle, radius: on })),
    ];
  });
}

/** The same way drawn back from its end: parts in reverse, slopes turned. */
export function reversed(parts: readonly PullPart[], from: number): PullPart[] {
  const starts = [from, ...parts.map(({ to }) => to)];
  return parts
    .map(
      (part, i): PullPart =>
        ({ ...part, to: starts[i] as number, ...(part.kind === 'straight' ? { slope: -part.slope } : {}) }) as PullPart,
    )
    .reverse();
}

export const weightOf = ({ mass }: Pick<Product, 'mass'>): number => mass * GRAVITY;
