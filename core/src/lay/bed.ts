import { reachIndexAt } from '../alignment/levels';
import { doubtOf, knows, ofKind, withdrawn, type Kept, type KeptOf } from '../book';
import type { BeddingId } from '../catalogue';
import { ONE_STATION } from '../dig/asDug';
import type { Designs } from '../dig';
import type { Range } from '../geometry';
import type { Reach } from '../job';
import type { Rules } from '../rules';
import { beddingShortfall, fillOf } from '../trench/bedding';
import type { Fill } from '../trench';
import { holds, spokenAt, type Reading } from './along';
import { pieceAt, type KnownPlan } from './same';

/** The bed as measured at a station beside what is asked for there. Metres. */
export interface BedRead extends Reading {
  id: string;
  kept: KeptOf<'bed'>;
  design: number;
  thin: boolean;
  /** Is it relied on? A thin one counts anyway. */
  believed: boolean;
}

/** What is missing of the bed in a stretch, and what tops it up. */
export interface BedShort extends Range {
  most: number;
  fill: Fill;
  /** The readings it was found by. */
  by: string[];
}

/** The bed as the book has it. */
export interface BedReport {
  /** Readings that count, ascending, one a station. */
  readings: BedRead[];
  short: BedShort[];
}

/** Thickness of the bed the plan has at a station, metres; undefined where nothing is laid there. */
export const bedAsked = (designs: Designs, station: number): number | undefined => {
  const design = designs(station, null);
  return design?.bed === undefined ? undefined : design.bed - design.bottom;
};

/** Is a bed thinner than it may be, metres? */
export const isThin = (thickness: number, asked: number, rules: Rules): boolean => thickness < asked - (rules.bedThin.value ?? 0) - 1e-9;

/**
 * The bed beside its plan: readings, and where it lacks how much. Measured again at a station, the later stands; of two who did not know of each other the thinner.
 * @param counts was a bed of that plan the one asked for at a station now? Of another it is relied on for nothing, and too thin a one counts anyway.
 */
export function bedReport(
  plan: KnownPlan,
  book: readonly Kept[],
  rules: Rules,
  now: number,
  counts: (revision: string, at: number) => boolean,
): BedReport {
  const { designs } = plan;
  const gone = withdrawn(book);
  const all = ofKind(book, 'bed')
    .filter(({ entry }) => !gone.has(entry.id))
    .flatMap((kept): BedRead[] => {
      const { station, thickness, revision } = kept.entry.fact;
      const design = bedAsked(designs, station);
      if (design === undefined) return [];
      const thin = isThin(thickness, design, rules);
      const believed = doubtOf(kept, gone, now, rules) === undefined && counts(revision, station);
      return [{ id: kept.entry.id, kept, station, value: thickness, design, thin, believed }];
    })
    .filter(({ believed, thin }) => believed || thin);
  const last = all.filter((one) => !all.some((other) => other !== one && near(one, other) && other.believed && replaces(other, one)));
  const readings = last
    .sort((a, b) => a.station - b.station || a.value - b.value)
    .filter((one, i, list) => !i || !near(one, list[i - 1] as BedRead));
  return { readings, short: shortOf(plan, readings, rules) };
}
const near = (a: Reading, b: Reading): boolean => Math.abs(a.station - b.station) <= ONE_STATION;
const replaces = (one: BedRead, other: BedRead): boolean =>
  knows(one.kept, other.kept) || (!knows(other.kept, one.kept) && one.value < other.value);

/** Between neighbours that speak for what lies between them, reach by reach. */
function shortOf(plan: KnownPlan, readings: readonly BedRead[], rules: Rules): BedShort[] {
  const {
    designs,
    of: { run },
  } = plan;
  const apart = rules.bedApart.value ?? Infinity;
  const found: BedShort[] = [];
  const add = (from: number, to: number, most: number, volume: number, material: BeddingId, by: string[]) => {
    const last = found.at(-1);
    if (last && Math.abs(last.to - from) < 1e-9 && last.fill.material === material)
      Object.assign(last, {
        to,
        most: Math.max(last.most, most),
        fill: fillOf(material, last.fill.volume + volume),
        by: [...new Set([...last.by, ...by])],
      });
    else found.push({ from, to, most, fill: fillOf(material, volume), by });
  };
  for (const [i, b] of readings.entries()) {
    const a = readings[i - 1];
    const piece = pieceAt(plan, b.station);
    if (!a || !piece || !holds(piece, a.station) || b.station - a.station > apart + 1e-9) continue;
    const borders = run.reaches.map(({ from }) => from).filter((at) => at > a.station + 1e-9 && at < b.station - 1e-9);
    const stations = [a.station, ...borders, b.station];
    for (const [j, to] of stations.entries()) {
      const from = stations[j - 1];
      if (from === undefined) continue;
      const middle = (from + to) / 2;
      const design = designs(middle, null);
      const asked = bedAsked(designs, middle);
      if (!design || asked === undefined) continue;
      const ends = [from, to].map((station) => ({ station, thickness: spokenAt(readings, apart, station, piece) ?? asked }));
      const { beddingMaterial } = run.reaches[reachIndexAt(run, middle)] as Reach;
      const { stretches, volume } = beddingShortfall(ends, asked, design.width, beddingMaterial);
      for (const one of stretches) {
        // What the readings may be off is nothing to bring.
        if (one.most <= (rules.bedThin.value ?? 0) + 1e-9) continue;
        add(
          one.from,
          one.to,
          one.most,
          volume,
          beddingMaterial,
          [a, b].filter(({ thin }) => thin).map(({ id }) => id),
        );
      }
    }
  }
  return found;
}
