import { extent } from '../alignment/ground';
import { EPSILON, type Range } from '../geometry';
import { speaksOf, type Job, type Reach, type Run } from '../job';
import type { SetUp, SetUps } from '../machine';
import type { PlanFinding } from '../plan/checks';
import type { Plan } from '../plan/plan';
import type { PlaceSupport } from '../protection';
import { FOOT } from '../units';
import { isPit } from '../trench/places';
import { waysToDig } from '../trench/buckets';
import type { Passes, Place } from '../trench';
import type { Design, Designs } from './design';
import type { Instrument } from './instruments';
import { readingsAt } from './sheet';

/** How far a card looks ahead, metres: about what is dug before anybody looks again. */
export const AHEAD = { metric: 10, us: 30 * FOOT } as const;

/** A stretch hands or vacuum dig, seen from where the machine stands. */
export interface HandAhead extends Range {
  /** Metres to where it begins in the direction of work; 0: in it. */
  away: number;
  /** What lies in it, by name; empty where no machine gets to. */
  lines: string[];
}

/** What somebody in the cab has to know at a station, and as far ahead as the card looks. Metres. */
export interface DigCard {
  station: number;
  /** What it looks ahead to. */
  to: number;
  design: Design;
  /** The design at the far end. */
  ahead: Design | undefined;
  cut: number;
  cutAhead: number | undefined;
  /** What the rod reads on the bottom here and at the far end. */
  reading: number | undefined;
  readingAhead: number | undefined;
  passes: Passes | undefined;
  hand: HandAhead | undefined;
  /** The place of the machine: which of how many, counted as they are dug, and how far to where it moves. */
  place: { number: number; of: number; moveIn: number; moveAt: number } | undefined;
  hole: Place;
  support: PlaceSupport | undefined;
  /** Pits whose bottom begins within sight. */
  pits: Place[];
  heap: Run['spoil']['side'];
  setback: number;
  /** Where no heap may lie, and where suspect ground has one of its own, within sight. */
  gaps: Range[];
  suspect: Range[];
  swing: number;
  /** What the plan finds within sight. */
  findings: PlanFinding[];
}

export interface CardInputs {
  job: Job;
  run: Run;
  plan: Pick<Plan, 'places' | 'supports' | 'handWindows' | 'byHand' | 'setUps' | 'existing' | 'findings'>;
  designs: Designs;
  instrument: Instrument | undefined;
}

/** Which way the work goes along the run. */
export const wayOf = (run: Pick<Run, 'access'>): 1 | -1 => (run.access.digFrom === 'start' ? 1 : -1);

/** Which way levels are carried along: as the set-up says, else as the plan digs. */
export const travelOf = (run: Pick<Run, 'access'>, instrument: Instrument | undefined): 'up' | 'down' =>
  instrument?.kept.entry.fact.travel ?? (wayOf(run) === 1 ? 'up' : 'down');

/**
 * The card for a station of the trench; undefined where nothing is dug open there.
 * @param look how far it looks ahead, metres.
 */
export function digCard({ job, run, plan, designs, instrument }: CardInputs, station: number, look: number): DigCard | undefined {
  const design = designs(station, null);
  const hole = design && plan.places.find(({ id }) => id === design.place);
  if (!design || !hole) return undefined;
  const way = wayOf(run);
  const { start, end } = extent(run);
  const to = Math.min(end, Math.max(start, station + way * look));
  const ahead = designs(to, null);
  const seen = { from: Math.min(station, to), to: Math.max(station, to) };
  const inSight = <T extends Range>(list: readonly T[]) => list.filter((one) => one.from <= seen.to && one.to >= seen.from);
  return {
    station,
    to,
    design,
    ahead,
    cut: design.ground - design.bottom,
    cutAhead: ahead && ahead.ground - ahead.bottom,
    reading: instrument && readingsAt(design, station, instrument).bottom,
    readingAhead: instrument && ahead && readingsAt(ahead, to, instrument).bottom,
    passes: waysToDig(job, run.reaches[hole.reach] as Reach)[0],
    hand: handAhead(plan, station, way, look),
    place: placeAt(plan.setUps, station, way),
    hole,
    support: plan.supports.find((one) => one.place === hole.id),
    pits: inSight(plan.places.filter(isPit)),
    heap: run.spoil.side,
    setback: run.spoil.setback,
    gaps: inSight(run.logistics.gaps),
    suspect: inSight(run.logistics.suspect),
    swing: plan.setUps.swing,
    findings: plan.findings.filter((one) => speaksOf(one, seen)),
  };
}

/** How far it is to a stretch in the direction of work, metres; 0 in it, negative behind. */
const awayTo = ({ from, to }: Range, station: number, way: 1 | -1): number =>
  station >= from - EPSILON && station <= to + EPSILON ? 0 : way === 1 ? from - station : station - to;

/** The next stretch hands dig, the one they are in first. */
export function handAhead(
  { handWindows, byHand, existing }: Pick<Plan, 'handWindows' | 'byHand' | 'existing'>,
  station: number,
  way: 1 | -1,
  look: number,
): HandAhead | undefined {
  const stretches = [
    ...handWindows.map(({ from, to, lines }) => ({
      from,
      to,
      lines: lines.map((id) => existing.find((one) => one.id === id)?.name ?? ''),
    })),
    ...byHand.map(({ from, to }) => ({ from, to, lines: [] })),
  ];
  return stretches
    .map((one) => ({ ...one, away: awayTo(one, station, way) }))
    .filter(({ away }) => away >= 0 && away <= look)
    .sort((a, b) => a.away - b.away)[0];
}

/** The place the machine digs a station from; where two meet, the one it goes on to. */
export function placeAt({ list }: Pick<SetUps, 'list'>, station: number, way: 1 | -1): DigCard['place'] {
  const holds = ({ from, to }: SetUp) => station >= from - EPSILON && station <= to + EPSILON;
  const index = list.findLastIndex(holds);
  const at = list[index];
  if (!at) return undefined;
  const moveAt = way === 1 ? at.to : at.from;
  return { number: index + 1, of: list.length, moveIn: Math.abs(moveAt - station), moveAt };
}
