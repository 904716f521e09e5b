import { project, type PlanPoint } from '../alignment';
import { linesIn, placedLines, type Job, type Run } from '../job';
import { nearestTo, type AsLaidPoint } from './points';

/** A run to be searched, with its record. */
export interface LyingRun {
  id: string;
  run: Run;
  points: readonly AsLaidPoint[];
}

/** A line that lies where somebody asks. Metres. */
export interface Lying {
  runId: string;
  run: string;
  line: string;
  product: string;
  station: number;
  /** How far from where was asked, on the plan. */
  away: number;
  /** Top of it where it was measured nearest; undefined: not measured, by its plan only. */
  measured: AsLaidPoint | undefined;
}

/** A point measured so far along from where is asked says something of it, metres. */
const SAYS = 15;

/**
 * What lies at a spot? Every line of every run that passes within a distance of it, nearest first.
 * @param within metres on the plan.
 */
export function whatLiesAt(job: Pick<Job, 'products' | 'owners'>, runs: readonly LyingRun[], spot: PlanPoint, within: number): Lying[] {
  return runs
    .flatMap(({ id, run, points }): Lying[] => {
      const { station, offset } = project(run, spot);
      return linesIn(placedLines(job, run), station, station).flatMap((line): Lying[] => {
        const measured = nearest(points, line.id, station);
        const away = Math.abs(offset - (measured ? measured.lies.offset : line.x));
        return away > within ? [] : [{ runId: id, run: run.name, line: line.name, product: line.product.name, station, away, measured }];
      });
    })
    .sort((a, b) => a.away - b.away);
}

const nearest = (points: readonly AsLaidPoint[], line: string, station: number): AsLaidPoint | undefined =>
  nearestTo(
    points.filter((one) => one.line?.id === line),
    station,
    ({ lies }) => lies.station,
    SAYS,
  );

/** What is called something: runs, lines, structures and points whose name holds the words, in the order of the runs. */
export function whatIsCalled(
  job: Pick<Job, 'products' | 'owners'>,
  runs: readonly LyingRun[],
  words: string,
): { runId: string; run: string; what: string; station: number }[] {
  const asked = words.trim().toLowerCase();
  if (asked === '') return [];
  const has = (name: string) => name.toLowerCase().includes(asked);
  return runs.flatMap(({ id, run, points }) => {
    const hit = (what: string, station: number) => ({ runId: id, run: run.name, what, station });
    return [
      ...(has(run.name) ? [hit(run.name, run.stations[0]?.station ?? 0)] : []),
      ...placedLines(job, run).flatMap(({ name, product, from }) =>
        has(name) || has(product.name) ? [hit(`${name}, ${product.name}`, from)] : [],
      ),
      ...run.structures.flatMap(({ name, station }) => (has(name) ? [hit(name, station)] : [])),
      ...points.flatMap(({ name, station }) => (name && has(name) ? [hit(name, station)] : [])),
    ];
  });
}
