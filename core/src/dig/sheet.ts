import { extent } from '../alignment/ground';
import { checkedLayerIds, type CheckedLayer } from '../book';
import type { HandWindow } from '../existing';
import { EPSILON } from '../geometry';
import type { Run } from '../job';
import { isPit } from '../trench/places';
import type { Place } from '../trench';
import { levelOf, type Design, type Designs } from './design';
import type { Instrument } from './instruments';
import { readingAt } from './plane';

/** What happens at a station of the sheet, for its words; `name` is what it is called. */
export interface SheetEvent {
  kind: 'start' | 'end' | 'structure' | 'reach' | 'crossing' | 'grade' | 'window' | 'pit';
  name: string;
}

/** One line of the grade sheet. Metres; `cut` is ground − bottom. */
export interface SheetRow extends Design {
  station: number;
  /** The pit it is of; null: the trench. */
  pit: string | null;
  events: SheetEvent[];
  cut: number;
  /** What the rod reads on each layer from the set-up in force; none without one, nor where the plane is more than the rod away. */
  readings: Partial<Record<CheckedLayer, number>>;
}

/** Of a planned run, what the sheet is made of. */
export interface SheetInputs {
  run: Run;
  places: readonly Place[];
  windows: readonly Pick<HandWindow, 'from' | 'to'>[];
  designs: Designs;
  instrument?: Instrument | undefined;
}

/**
 * The grade sheet: every level people dig to, at stations of a step and wherever something happens. Where two reaches meet and the bottom steps, both
 * stand in it: the end of the one a millimetre before.
 * @param step metres.
 */
export function gradeSheet({ run, places, windows, designs, instrument }: SheetInputs, step: number): SheetRow[] {
  const { start, end } = extent(run);
  const events = new Map<number, SheetEvent[]>();
  const add = (station: number, ...more: SheetEvent[]) => {
    if (station < start - EPSILON || station > end + EPSILON) return;
    const at = [...events.keys()].find((one) => Math.abs(one - station) < EPSILON) ?? station;
    events.set(at, [...(events.get(at) ?? []), ...more]);
  };
  for (let i = Math.ceil(start / step - EPSILON); i * step <= end + EPSILON; i++) add(i * step);
  add(start, { kind: 'start', name: '' });
  add(end, { kind: 'end', name: '' });
  for (const { station, name } of run.structures) add(station, { kind: 'structure', name });
  for (const { from, id } of run.reaches.slice(1)) add(from, { kind: 'reach', name: id });
  for (const { station } of run.inverts) if (station > start && station < end) add(station, { kind: 'grade', name: '' });
  for (const { name, where } of run.existing) if (where.kind === 'crossing') add(where.station, { kind: 'crossing', name });
  for (const { from, to } of windows) for (const edge of [from, to]) add(edge, { kind: 'window', name: '' });
  const rows = [...events].flatMap(([station, its]): SheetRow[] => {
    const steps = its.some(({ kind }) => kind === 'reach') ? [station - STEP_BEFORE, station] : [station];
    return steps.flatMap((at, i) => rowAt(at, null, i === steps.length - 1 ? its : [], designs, instrument));
  });
  const pits = places.filter(isPit).flatMap(({ id, name, from, to }) => {
    const middle = Math.min(end, Math.max(start, (from + to) / 2));
    return rowAt(middle, id, [{ kind: 'pit', name }], designs, instrument);
  });
  return [...rows, ...pits].sort((a, b) => a.station - b.station || Number(a.pit !== null) - Number(b.pit !== null));
}

/** How far before a step in the bottom its upper end is shown, metres. */
const STEP_BEFORE = 0.001;

function rowAt(station: number, pit: string | null, events: SheetEvent[], designs: Designs, instrument?: Instrument): SheetRow[] {
  const design = designs(station, pit);
  if (!design) return [];
  return [
    {
      ...design,
      station,
      pit,
      events,
      cut: design.ground - design.bottom,
      readings: instrument ? readingsAt(design, station, instrument) : {},
    },
  ];
}

/** What to look for on the rod at a station, layer by layer, metres: those the rod reaches. */
export function readingsAt(design: Design, station: number, instrument: Instrument): Partial<Record<CheckedLayer, number>> {
  return Object.fromEntries(
    checkedLayerIds.flatMap((layer) => {
      const level = levelOf(design, layer);
      const reading = level === undefined ? undefined : onTheRod(level, station, instrument);
      return reading === undefined ? [] : [[layer, reading]];
    }),
  );
}

/** What a rod reads on a level at a station, metres; undefined where it does not reach. */
function onTheRod(level: number, station: number, { plane, kept }: Instrument): number | undefined {
  const reading = readingAt(plane, station, level);
  return reading >= 0 && reading <= kept.entry.fact.rod ? reading : undefined;
}

/** What to look for at a station, as it is measured, metres; undefined where the layer is not there or the rod does not reach. @param line a further one whose invert is meant. */
export function aimAt(
  design: Design,
  station: number,
  layer: CheckedLayer,
  as: 'reading' | 'level' | 'depth',
  instrument: Instrument | undefined,
  line?: string,
): number | undefined {
  const level = levelOf(design, layer, line);
  if (level === undefined) return undefined;
  if (as === 'level') return level;
  return as === 'depth' ? design.ground - level : instrument && onTheRod(level, station, instrument);
}
