import { formatLength, type UnitSystem } from '../units';
import { bucketsOf, type Found, type Job, type Reach } from '../job';
import type { ProfileColumns } from '../alignment';
import type { TrenchContext } from './fits';
import { digWidth } from './layers';
import { dugWidth, isPit, placeSubject, wholeOf } from './places';

/** A way to dig a width: the bucket of each pass, and how much each overlaps the one before. Metres. */
export interface Passes {
  buckets: number[];
  overlap: number;
  /** What they dig. */
  width: number;
}

/** Passes overlap by a tooth at least, metres. */
export const TOOTH = 0.05;
const MOST_PASSES = 6;

/** Dug wider than asked by more than this, metres, is spoil and bedding for nothing: only where nothing else digs it. */
const TOO_WIDE = 0.05;
const tooWide = ({ width }: Passes, floor: number): number => Number(width > floor + TOO_WIDE + 1e-9);

/**
 * Ways to dig at least `floor` and at most `ceiling` wide, best first: none that digs much too wide where another
 * does not, fewest passes, then least dug too wide.
 * Source: achieved width = w_b + (n − 1)(w_b − overlap), overlap at least one tooth. Two
 * passes of the wider bucket dig whatever a pair of unlike ones would, without changing it.
 */
export function bucketPasses(buckets: readonly number[], floor: number, ceiling: number = Infinity): Passes[] {
  const ways: Passes[] = [];
  for (const bucket of buckets) {
    if (bucket > ceiling + 1e-9) continue;
    if (bucket >= floor - 1e-9) ways.push({ buckets: [bucket], overlap: 0, width: bucket });
    else {
      const passes = Math.ceil((floor - TOOTH - 1e-9) / (bucket - TOOTH));
      if (bucket > TOOTH && passes <= MOST_PASSES)
        ways.push({
          buckets: Array<number>(passes).fill(bucket),
          overlap: (passes * bucket - floor) / (passes - 1),
          width: floor,
        });
    }
  }
  return ways.sort((a, b) => tooWide(a, floor) - tooWide(b, floor) || a.buckets.length - b.buckets.length || a.width - b.width);
}

/** Ways the buckets to hand dig a reach, best first: no wider than the supports that come allow. */
export function waysToDig(job: Pick<Job, 'buckets' | 'machine' | 'machines'>, reach: Reach): Passes[] {
  const wide = digWidth(reach);
  const most = reach.supportWidths ? reach.supportWidths.most + wide - reach.bottomWidth : Infinity;
  return bucketPasses(bucketsOf(job), wide, most);
}

/** How a width is dug, in a line. */
export const passWords = ({ buckets, overlap, width }: Passes, units: UnitSystem): string =>
  buckets.length === 1
    ? `One pass of ${formatLength(width, units)}`
    : `${buckets.length} passes of ${formatLength(buckets[0] ?? 0, units)}, overlapping ${formatLength(overlap, units)}`;

/** Widths no bucket to hand digs without cutting more than a hand's breadth too wide, reach by reach. */
export function noBucketDigs({ job, places }: Pick<TrenchContext, 'job' | 'places'>): Found<{
  asked: number;
  narrowest: number;
  passes: number;
  buckets: number[];
  overlap: number;
}>[] {
  const buckets = bucketsOf(job);
  const [narrowest] = buckets as [number];
  return places.flatMap((place) => {
    const asked = dugWidth(place);
    if (isPit(place) || bucketPasses(buckets, asked, asked + TOO_WIDE).length > 0) return [];
    const width = Math.ceil((narrowest - 2 * place.panel) * 100 - 1e-6) / 100;
    return [
      {
        severity: 'caution' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { asked, narrowest, passes: MOST_PASSES, buckets, overlap: TOOTH },
        fixes:
          narrowest > asked
            ? [{ code: 'planWide', facts: { width }, patches: [{ path: [...place.path, 'bottomWidth'], value: width }] }]
            : [],
      },
    ];
  });
}

/** What digging a reach wider by so much takes, m³: depth × length × `wider` (metres). */
export function overDig(
  { station, depth, reach }: Pick<ProfileColumns, 'station' | 'depth' | 'reach'>,
  index: number,
  wider: number,
): number {
  let area = 0;
  for (let i = 1; i < station.length; i++) {
    if (reach[i] !== index || reach[i - 1] !== index) continue;
    area += (((depth[i] as number) + (depth[i - 1] as number)) / 2) * ((station[i] as number) - (station[i - 1] as number));
  }
  return area * wider;
}
