import { EPSILON } from '../geometry';
import { productOf, type Job, type Run } from '../job';
import { formatLength, type UnitSystem } from '../units';
import { extent } from './ground';
import { flowDirection, levelsOn } from './levels';
import { distance, placeAt } from './route';

/** One run where it meets a structure. `way`: its water arrives there, leaves there or passes through; level lines only touch. */
export interface JoinEnd {
  run: number;
  station: number;
  invert: number;
  way: 'in' | 'out' | 'through' | 'touches';
}

/** A structure that several runs of a job share, by its id. */
export interface Join {
  id: string;
  /** As the first of the runs calls it. */
  name: string;
  ends: JoinEnd[];
  /** What does not fit, in sentences. */
  faults: string[];
}

/** Runs drawn further apart than this do not meet, metres. */
const APART = 0.5;

/** Where the runs of a job are joined: structures they hold in common, with what does not fit there. */
export function joinsOf(job: Pick<Job, 'products' | 'owners' | 'units'>, runs: readonly Run[]): Join[] {
  const byId = new Map<string, { name: string; ends: JoinEnd[] }>();
  runs.forEach((run, index) =>
    run.structures.forEach(({ id, name, station }) => {
      const end = endAt(job, run, index, station);
      const known = byId.get(id);
      if (known) known.ends.push(end);
      else byId.set(id, { name, ends: [end] });
    }),
  );
  return [...byId]
    .filter(([, { ends }]) => ends.length > 1)
    .map(([id, { name, ends }]) => ({ id, name, ends, faults: faultsOf(runs, ends, job.units) }));
}

function endAt(job: Pick<Job, 'products' | 'owners'>, run: Run, index: number, station: number): JoinEnd {
  const product = productOf(job, run);
  const { start, end } = extent(run);
  const falls = product.minFall > 0;
  const low = flowDirection(run) === 1 ? end : start;
  const at = (other: number) => Math.abs(station - other) < EPSILON;
  const way = !falls ? 'touches' : at(low) ? 'in' : at(start) || at(end) ? 'out' : 'through';
  return { run: index, station, invert: levelsOn(run, product, station).invert, way };
}

function faultsOf(runs: readonly Run[], ends: readonly JoinEnd[], units: UnitSystem): string[] {
  const name = (end: JoinEnd) => `“${(runs[end.run] as Run).name}”`;
  const level = (end: JoinEnd) => formatLength(end.invert, units, 'level');
  const arriving = ends.filter(({ way }) => way === 'in');
  const leaving = ends.filter(({ way }) => way === 'out' || way === 'through');
  const uphill = arriving.flatMap((end) =>
    leaving
      .filter((out) => end.invert < out.invert - EPSILON)
      .map(
        (out) =>
          `${name(end)} comes in at ${level(end)}, ${formatLength(out.invert - end.invert, units)} below ${name(out)} at ${level(out)}.`,
      ),
  );
  const drawn = ends.filter((end) => (runs[end.run] as Run).route.length > 1);
  const apart = drawn.slice(1).flatMap((end) => {
    const first = drawn[0] as JoinEnd;
    const gap = distance(placeAt(runs[first.run] as Run, first.station), placeAt(runs[end.run] as Run, end.station));
    return gap > APART ? [`${name(end)} and ${name(first)} are drawn ${formatLength(gap, units, 'span')} apart there.`] : [];
  });
  return [...uphill, ...apart];
}
