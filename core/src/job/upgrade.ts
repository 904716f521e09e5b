import {
  blankGuard,
  blankJob,
  blankJobGuard,
  blankJobMakeUp,
  blankJobWorks,
  blankLayers,
  blankLaying,
  blankReachExtras,
  blankReachGuard,
  blankRunExtras,
  blankWorks,
} from './blank';
import { FILE_VERSION } from './schema';

type Loose = Record<string, unknown>;
const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value);
const list = (value: unknown): Loose[] => (Array.isArray(value) ? value.filter(isLoose) : []);

/**
 * Brings a job written by an earlier format up to this one; leaves what is new already, or no job at all, as it is.
 * The result still has to pass the schema.
 */
export function upgradeJob(doc: unknown): unknown {
  return isLoose(doc) ? equipped(heldBySupports(madeUp(doc))) : doc;
}

/** Formats 1 and 2 did not say what goes into a trench. */
function madeUp(doc: Loose): Loose {
  if ('rates' in doc) return doc;
  const { machine, origin, clearance } = blankJob('');
  return { machine, origin, clearance, ...blankJobMakeUp(), ...doc };
}

/** Since format 4 a job holds tables of supports and what an hour of the crew costs. */
function heldBySupports(doc: Loose): Loose {
  if ('kit' in doc) return doc;
  const { kit, rates } = blankJobGuard();
  return { kit, ...doc, rates: { ...rates, ...(isLoose(doc.rates) ? doc.rates : {}) } };
}

/** Since format 5 a job holds machines of its own, the crew's pace and what hours, loads and items cost. */
function equipped(doc: Loose): Loose {
  if ('pace' in doc) return doc;
  const { machines, pace, rates } = blankJobWorks();
  return { machines, pace, ...doc, rates: { ...rates, ...(isLoose(doc.rates) ? doc.rates : {}) } };
}

/** Brings a run written by an earlier format up to this one, format by format. */
export const upgradeRun = (doc: unknown): unknown => (isLoose(doc) ? worked(guarded(linesOfItsOwn(levelsByReach(doc)))) : doc);

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

/** Since format 4 a run says what stands beside it, and a reach which supports are coming. */
function guarded(doc: Loose): Loose {
  if ('guard' in doc) return doc;
  return { guard: blankGuard(), ...doc, reaches: list(doc.reaches).map((reach) => ({ ...blankReachGuard(), ...reach })) };
}

/** Since format 5 a run says where no machine or heap can be, and what is on the drums. */
const worked = (doc: Loose): Loose => ('works' in doc ? doc : { works: blankWorks(), ...doc });

/** A job file of any format read so far, as one of this format. */
export function upgradeFile(file: unknown): unknown {
  if (!isLoose(file) || ![1, 2, 3, 4].includes(file.version as number)) return file;
  return {
    ...file,
    version: FILE_VERSION,
    job: upgradeJob(file.job),
    runs: Array.isArray(file.runs) ? file.runs.map(upgradeRun) : file.runs,
  };
}
