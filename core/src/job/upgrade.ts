import { blankJob, blankJobMakeUp, blankLayers, blankLaying, blankReachExtras, blankRunExtras } from './blank';
import { FILE_VERSION } from './schema';

type Loose = Record<string, unknown>;
const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value);
const list = (value: unknown): Loose[] => (Array.isArray(value) ? value.filter(isLoose) : []);

/**
 * Brings a job written by an earlier format up to this one; leaves what is new already, or no job at all, as it is.
 * The result still has to pass the schema.
 */
export function upgradeJob(doc: unknown): unknown {
  if (!isLoose(doc) || 'rates' in doc) return doc;
  const { machine, origin, clearance } = blankJob('');
  return { machine, origin, clearance, ...blankJobMakeUp(), ...doc };
}

/** Brings a run written by an earlier format up to this one, format by format. */
export const upgradeRun = (doc: unknown): unknown => (isLoose(doc) ? linesOfItsOwn(levelsByReach(doc)) : doc);

/**
 * Format 1 held the levels of the whole run in `profile`: one cover, or inverts at both ends.
 * Since format 2 each reach says how its levels come about and the run holds the inverts.
 */
function levelsByReach(doc: Loose): Loose {
  if (!isLoose(doc.profile)) return doc;
  const { profile, ...rest } = doc;
  const stations = list(doc.stations);
  const byCover = profile.kind === 'cover';
  const levels = byCover ? { kind: 'cover', cover: profile.cover } : { kind: 'gravity' };
  const fixed = byCover
    ? []
    : [
        { station: stations[0]?.station, invert: profile.start, keep: false },
        { station: stations.at(-1)?.station, invert: profile.end, keep: false },
      ];
  return {
    ...blankRunExtras(),
    ...rest,
    fixed,
    reaches: list(doc.reaches).map((reach) => ({ levels, ...blankReachExtras(), ...reach })),
    lines: list(doc.lines).map((line) => ({ join: false, exposures: [], ...line })),
  };
}

/** Formats 1 and 2 named one `service`. Since format 3 a run lays up to eight lines, and a reach says what goes over them. */
function linesOfItsOwn(doc: Loose): Loose {
  if (typeof doc.service !== 'string') return doc;
  const { service, ...rest } = doc;
  return {
    water: [],
    ...rest,
    services: [blankLaying('Line', service)],
    reaches: list(doc.reaches).map((reach) => ({ ...blankLayers(), ...reach })),
  };
}

/** A job file of any format read so far, as one of this format. */
export function upgradeFile(file: unknown): unknown {
  if (!isLoose(file) || (file.version !== 1 && file.version !== 2)) return file;
  return {
    ...file,
    version: FILE_VERSION,
    job: upgradeJob(file.job),
    runs: Array.isArray(file.runs) ? file.runs.map(upgradeRun) : file.runs,
  };
}
