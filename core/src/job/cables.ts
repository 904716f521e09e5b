import { loopsAt, productWith, type Product } from '../catalogue';
import type { PlacedLine } from './placedLines';
import type { Circuit, Job, LaidLine, Run, Structure } from './schema';

/** A cable of a line, or several alike: the line itself, or those drawn through a duct together. */
export interface Cable {
  /** Of the line, or of what its duct holds. */
  id: string;
  name: string;
  product: Product;
  count: number;
  /** What it feeds; null where nobody said. */
  circuit: Circuit | null;
}

type Laid = Pick<Run, 'laid' | 'structures'>;
const laying = ({ laid }: Pick<Run, 'laid'>, { id }: Pick<PlacedLine, 'id'>): LaidLine | undefined => laid.find((one) => one.id === id);

/** The cables of a line: itself, or what is drawn through it; none of a pipe, or of a duct nothing is in. */
export function cablesOf(job: Pick<Job, 'products'>, run: Pick<Run, 'laid'>, line: PlacedLine): Cable[] {
  const laid = laying(run, line);
  if (line.product.kind === 'duct')
    return (laid?.holds ?? []).flatMap(({ id, product: name, count, circuit }): Cable[] => {
      const product = productWith(name, job.products);
      return product ? [{ id, name: `${line.name}: ${product.name}`, product, count, circuit }] : [];
    });
  return line.product.kind === 'cable'
    ? [{ id: line.id, name: line.name, product: line.product, count: 1, circuit: laid?.circuit ?? null }]
    : [];
}

/** Structures on the way of a line that it may go in and out of, along the run. */
export const mayLoopAt = ({ structures }: Pick<Run, 'structures'>, { from, to }: Pick<PlacedLine, 'from' | 'to'>): Structure[] =>
  structures
    .filter(({ kind, station }) => loopsAt(kind) && station > from + HERE && station < to - HERE)
    .sort((a, b) => a.station - b.station);

/** A line stands at a structure that is no further from its end than this, metres. */
const HERE = 0.01;

/** A part of a line that is cut in one piece. Stations; `cut`, metres: the way with its slack, tails and terminations. */
export interface LineSpan {
  from: number;
  to: number;
  /** What stands at its ends; undefined where nothing does. */
  ends: readonly [Structure | undefined, Structure | undefined];
  cut: number;
}

/** A termination at an end without a tail takes this much, metres; and slack in the trench, a share. */
export const TERMINATION = 1;
export const SNAKE = 0.01;

/** What an end of a cable takes, metres: its tail, a termination where there is none. */
export const endLength = (tail: number): number => (tail > 0 ? tail : TERMINATION);

/** Cut length of a way. Source: length × (1 + slack) + tails, a termination where there is none. */
export const cutLength = (way: number, tails: readonly [number, number]): number =>
  way * (1 + SNAKE) + tails.reduce<number>((sum, tail) => sum + endLength(tail), 0);

/** A line parted where it goes in and out of structures, along the run: what is ordered, drawn in and carries its own load. One part where it loops nowhere. */
export function spansOf(run: Laid, line: PlacedLine): LineSpan[] {
  const loops = new Set(laying(run, line)?.loops.map(({ id }) => id));
  const inside = mayLoopAt(run, line).filter(({ id }) => loops.has(id));
  const standing = (station: number) => run.structures.find((one) => Math.abs(one.station - station) < HERE);
  const stops = [
    { station: line.from, structure: standing(line.from) },
    ...inside.map((structure) => ({ station: structure.station, structure })),
    { station: line.to, structure: standing(line.to) },
  ];
  return stops.slice(1).map((stop, i): LineSpan => {
    const start = stops[i] as (typeof stops)[number];
    const ends = [start.structure, stop.structure] as const;
    return {
      from: start.station,
      to: stop.station,
      ends,
      cut: cutLength(stop.station - start.station, [ends[0]?.tail ?? 0, ends[1]?.tail ?? 0]),
    };
  });
}

/** Amperes in each span of a line: all that is taken beyond it, seen from the end it is fed from. Source: I_i = Σ of the loads beyond. */
export function spanAmps({ fedFrom, amps, loads }: Pick<Circuit, 'fedFrom' | 'amps' | 'loads'>, spans: readonly LineSpan[]): number[] {
  const taken = (structure: Structure | undefined) => loads.find(({ id }) => id === structure?.id)?.amps ?? 0;
  const along = fedFrom === 'start' ? spans : spans.toReversed();
  const far = ({ ends }: LineSpan) => ends[fedFrom === 'start' ? 1 : 0];
  let beyond = amps;
  const found = along.toReversed().map((span, i) => (beyond += i === 0 ? 0 : taken(far(span))));
  return fedFrom === 'start' ? found.toReversed() : found;
}
