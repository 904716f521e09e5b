import { z } from 'zod';
import { machineWith } from '../../catalogue';
import { ruleInfo, ruleKeys, ruleLimits, ruleSetIds } from '../../rules';
import { text } from './basics';
import { clearanceSchema, type Clearance } from './clearance';
import { kitSchema } from './kit';
import { machineSchema } from './machine';
import { runSchema } from './run';
import { ownerSchema, separationSchema, productSchema } from './laid';
import { paceSchema, type Pace } from './logistics';
import { MOST_NAME, FILE_VERSION } from '../limits';

/** A rule changed for one job. Bounds follow what the rule measures. */
export const overrideSchema = z
  .strictObject({
    rule: z.enum(ruleKeys as [(typeof ruleKeys)[number], ...typeof ruleKeys]),
    value: z.number().min(0, 'A rule’s number cannot be below nothing.'),
    by: z.string().trim().min(2, 'Say who decided it: a role will do.').max(120, 'Keep it under 120 characters.'),
    reason: z.string().trim().min(3, 'Say why, in a few words; it goes on the record.').max(500, 'Keep the reason under 500 characters.'),
  })
  .superRefine((override, context) => {
    const { quantity } = ruleInfo[override.rule];
    const { most, whole } = ruleLimits[quantity];
    if (override.value > most) context.addIssue({ code: 'custom', path: ['value'], message: `The most it can be is ${most}.` });
    if (whole && !Number.isInteger(override.value))
      context.addIssue({ code: 'custom', path: ['value'], message: quantity === 'days' ? 'Give whole days.' : 'Give a whole number.' });
  });

const rate = z.number().min(0, 'A rate cannot be less than nothing.').max(1e6, 'A rate is at most 1,000,000.');
/** Rough rates in the job's money. */
const ratesSchema = z.strictObject({
  currency: z.string().trim().min(1, 'Give the currency a sign.').max(5, 'A sign of up to 5 letters.'),
  /** A m³ dug and put back, and of bedding brought: for quick comparisons. */
  dig: rate,
  bedding: rate,
  /** An hour of one of the crew, a litre of fuel. */
  crew: rate,
  fuel: rate,
  /** A m³ of loose spoil handled once more, carried 100 m along the run, and taken off site with its tip. */
  handle: rate,
  haul: rate,
  off: rate,
  /** Prices of single items of the order, by their id there; what is not named goes by the catalogue's. */
  prices: z.array(z.strictObject({ item: z.string().min(1).max(80), price: rate })).max(300, 'A job holds at most 300 prices of its own.'),
  /** Share ordered on top for waste. */
  waste: z.number().min(0, 'A share is 0 to 1.').max(1, 'A share is 0 to 1.'),
});

/** The job without its runs: what the server keeps in one row. */
export const jobSchema = z
  .strictObject({
    name: text(MOST_NAME),
    /** Put away: not in the lists of what is worked on. */
    archived: z.boolean(),
    ruleSet: z.enum(ruleSetIds),
    units: z.enum(['metric', 'us']),
    overrides: z.array(overrideSchema).max(50, 'A job holds at most 50 changed rules.'),
    /** By its id in the catalogue or among the job's own. */
    machine: z.string().min(1).max(60),
    machines: z.array(machineSchema).max(20, 'A job holds at most 20 machines of its own.'),
    pace: paceSchema,
    /** Widths of the buckets to hand, metres; empty: those of the machine's class. */
    buckets: z
      .array(z.number().min(0.05, 'A bucket is at least 50 mm wide.').max(3, 'A bucket is at most 3 m wide.'))
      .max(12, 'At most 12 buckets.'),
    /** Lines the catalogue does not hold, and distances between lines other than the rule set's. */
    products: z.array(productSchema).max(100, 'A job holds at most 100 lines of its own.'),
    separations: z.array(separationSchema).max(60, 'At most 60 changed distances.'),
    /** What the owners of lines ask for, besides the catalogue’s schools. */
    owners: z.array(ownerSchema).max(40, 'A job holds at most 40 owners’ profiles.'),
    /** Supports by the tables of whoever hires them out. */
    kit: z.array(kitSchema).max(40, 'A job holds at most 40 tables of its own.'),
    rates: ratesSchema,
    /** Latitude and longitude of the plan's origin, degrees; null where plan coordinates are the site's own. */
    origin: z
      .strictObject({
        lat: z.number().min(-85, 'Latitudes go from −85° to 85°.').max(85, 'Latitudes go from −85° to 85°.'),
        lon: z.number().min(-180, 'Longitudes go from −180° to 180°.').max(180, 'Longitudes go from −180° to 180°.'),
      })
      .nullable(),
    clearance: clearanceSchema,
  })
  .superRefine((job, context) => {
    const seen = new Set<string>();
    job.overrides.forEach((override, index) => {
      if (seen.has(override.rule))
        context.addIssue({ code: 'custom', path: ['overrides', index, 'rule'], message: 'This rule is changed twice; keep one.' });
      seen.add(override.rule);
    });
    job.separations.forEach(({ between, upper }, index) => {
      const same = ({ between: other }: { between: readonly string[] }) =>
        other.every((family) => between.includes(family as never)) && between.every((family) => other.includes(family));
      const issue = (key: string, message: string) => context.addIssue({ code: 'custom', path: ['separations', index, key], message });
      if (job.separations.findIndex(same) < index) issue('between', 'The distance of these two is changed twice; keep one.');
      if (upper && !between.includes(upper)) issue('upper', 'The upper one has to be one of the two.');
    });
    if (!machineWith(job.machine, job.machines))
      context.addIssue({ code: 'custom', path: ['machine'], message: 'This machine is neither in the catalogue nor among the job’s own.' });
    for (const list of ['products', 'kit', 'machines', 'owners'] as const) {
      const ids = job[list].map(({ id }) => id);
      const twice = ids.findIndex((id, index) => ids.indexOf(id) < index);
      const message = `This ${{ products: 'line', kit: 'table', machines: 'machine', owners: 'profile' }[list]} is there twice; keep one.`;
      if (twice >= 0) context.addIssue({ code: 'custom', path: [list, twice, 'id'], message });
    }
  });

/** An issued plan in a file: its body as it was issued, which its digest is of; it is read where it is kept. */
const issuedSchema = z.strictObject({
  /** Of which run, by its place in this file, from 0. */
  run: z.int().min(0),
  id: z.uuid(),
  number: z.int().min(1),
  at: z.iso.datetime(),
  author: text(120),
  why: text(300),
  digest: z.string().regex(/^[0-9a-f]{64}$/, 'A digest is 64 hexadecimal digits.'),
  changes: z.array(z.string().max(2000)).max(100),
  body: z.looseObject({
    job: z.looseObject({}),
    run: z.looseObject({}),
    rules: z.record(z.string(), z.union([z.string(), z.looseObject({ value: z.number().nullable() })])),
    kits: z.array(z.looseObject({ id: z.string() })),
    figures: z.looseObject({
      length: z.number(),
      deepest: z.looseObject({ station: z.number(), depth: z.number() }),
      widestTop: z.number(),
      volumes: z.record(z.string(), z.number()),
      surplus: z.number(),
      places: z.number(),
    }),
  }),
});

/**
 * The open file: one job with all its runs. A run may lay a line that neither the catalogue nor the job knows any more, as it may where it is kept: it is read, says so, and
 * another is chosen. What was written out can always be read back.
 */
export const jobFileSchema = z
  .strictObject({
    format: z.literal('tamper-job'),
    version: z.literal(FILE_VERSION),
    job: jobSchema,
    runs: z.array(runSchema).max(500, 'A file holds at most 500 runs.'),
    /** The book, in the order it came in. `run`: of which run, by its place in this file, from 0; without: of the job. What an entry says is read where it is kept. */
    book: z
      .array(z.strictObject({ run: z.int().min(0).optional(), entry: z.looseObject({}) }))
      .max(50_000, 'A file holds at most 50,000 entries.'),
    revisions: z.array(issuedSchema).max(1000, 'A file holds at most 1,000 issued plans.'),
  })
  .superRefine(({ runs, book, revisions }, context) => {
    const noRun = revisions.findIndex(({ run }) => run >= runs.length);
    if (noRun >= 0)
      context.addIssue({
        code: 'custom',
        path: ['revisions', noRun, 'run'],
        message: 'This plan was issued of a run that is not in the file.',
      });
    const again = revisions.findIndex((one, i) =>
      revisions.slice(0, i).some((other) => other.id === one.id || (other.run === one.run && other.number === one.number)),
    );
    if (again >= 0) context.addIssue({ code: 'custom', path: ['revisions', again], message: 'This plan is in the file twice.' });
    const lost = book.findIndex(({ run }) => run !== undefined && run >= runs.length);
    if (lost >= 0)
      context.addIssue({ code: 'custom', path: ['book', lost, 'run'], message: 'This entry is of a run that is not in the file.' });
  });

/** A job as its document has it, and what its book has besides: see `observedJob`. */
export type Job = Omit<z.infer<typeof jobSchema>, 'clearance' | 'pace'> & { clearance: Clearance; pace: Pace };
export type JobFile = z.infer<typeof jobFileSchema>;
