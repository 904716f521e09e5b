import { services, serviceWith, type Service } from '../catalogue';
import { InputError } from './errors';
import type { Job, Run } from './schema';

/** A line of a run with what it is and where it goes. `index` in the run's list; metres. */
export interface LaidLine {
  index: number;
  name: string;
  service: Service;
  from: number;
  to: number;
  /** Centre right of the trench's centre line, and underside above the leading line's. */
  x: number;
  up: number;
}

type OwnServices = Pick<Job, 'services'>;

/** What a laying of a run is. @throws InputError naming it when neither the job nor the catalogue has it. */
export function serviceOf(job: OwnServices, run: Pick<Run, 'services'>, index = 0): Service {
  const laying = run.services[index];
  const service = laying && serviceWith(laying.service, job.services);
  if (!service) {
    const message = `“${laying?.service}” is neither in the catalogue nor among this job’s own lines. Choose another.`;
    throw new InputError([{ field: `services[${index}].service`, message }]);
  }
  return service;
}

/** Every line of a run, the leading one first. */
export function laidLines(job: OwnServices, run: Pick<Run, 'services' | 'stations'>): LaidLine[] {
  const [start, end] = [run.stations[0]?.station ?? 0, run.stations.at(-1)?.station ?? 0];
  return run.services.map(({ name, from = start, to = end, x, up }, index) => ({
    index,
    name,
    service: serviceOf(job, run, index),
    from,
    to,
    x,
    up,
  }));
}

/** Those of the lines that lie in a stretch, or that touch a station. */
export const linesIn = (lines: readonly LaidLine[], from: number, to: number): LaidLine[] =>
  lines.filter((line) => (from === to ? line.from <= from && line.to >= to : line.from < to && line.to > from));

/** Are all lines of a run in the catalogue or among the job's own? One that is not cannot be drawn or planned. */
export const linesKnown = (job: OwnServices, run: Pick<Run, 'services'>): boolean =>
  run.services.every(({ service }) => serviceWith(service, job.services) !== undefined);

/** The run with lines nobody knows drawn as the catalogue's first, so that something can be shown while another is chosen. */
export const withKnownLines = (job: OwnServices, run: Run): Run =>
  linesKnown(job, run)
    ? run
    : {
        ...run,
        services: run.services.map((laying) =>
          serviceWith(laying.service, job.services) ? laying : { ...laying, service: (services[0] as Service).id },
        ),
      };
