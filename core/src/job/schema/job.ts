import { z } from 'zod';
import { machineIds, serviceWith } from '../../catalogue';
import { ruleInfo, ruleKeys, ruleQuantities, ruleSetIds } from '../../rules';
import { text } from './basics';
import { clearanceSchema } from './clearance';
import { kitSchema } from './kit';
import { runSchema } from './run';
import { separationSchema, serviceSchema } from './services';

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
    const { most, whole } = ruleQuantities[quantity];
    if (override.value > most) context.addIssue({ code: 'custom', path: ['value'], message: `The most it can be is ${most}.` });
    if (whole && !Number.isInteger(override.value))
      context.addIssue({ code: 'custom', path: ['value'], message: quantity === 'days' ? 'Give whole days.' : 'Give a whole number.' });
  });

const rate = z.number().min(0, 'A rate cannot be less than nothing.').max(1e6, 'A rate is at most 1,000,000.');
/** Rough rates in the job's money, a m³: digging and putting back, bedding brought. */
const ratesSchema = z.strictObject({
  currency: z.string().trim().min(1, 'Give the currency a sign.').max(5, 'A sign of up to 5 letters.'),
  dig: rate,
  bedding: rate,
  /** An hour of one of the crew. */
  crew: rate,
});

/** The job without its runs: what the server keeps in one row. */
export const jobSchema = z
  .strictObject({
    name: text(120),
    ruleSet: z.enum(ruleSetIds),
    units: z.enum(['metric', 'us']),
    overrides: z.array(overrideSchema).max(50, 'A job holds at most 50 changed rules.'),
    machine: z.enum(machineIds),
    /** Widths of the buckets to hand, metres; empty: those of the machine's class. */
    buckets: z
      .array(z.number().min(0.05, 'A bucket is at least 50 mm wide.').max(3, 'A bucket is at most 3 m wide.'))
      .max(12, 'At most 12 buckets.'),
    /** Lines the catalogue does not hold, and distances between lines other than the rule set's. */
    services: z.array(serviceSchema).max(100, 'A job holds at most 100 lines of its own.'),
    separations: z.array(separationSchema).max(60, 'At most 60 changed distances.'),
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
    for (const list of ['services', 'kit'] as const) {
      const ids = job[list].map(({ id }) => id);
      const twice = ids.findIndex((id, index) => ids.indexOf(id) < index);
      const message = list === 'kit' ? 'This table is there twice; keep one.' : 'This line is there twice; keep one.';
      if (twice >= 0) context.addIssue({ code: 'custom', path: [list, twice, 'id'], message });
    }
  });

/** The format's version. Older files are brought up to it when read. */
export const FILE_VERSION = 4;

/** The open file: one job with all its runs. */
export const jobFileSchema = z
  .strictObject({
    format: z.literal('tamper-job'),
    version: z.literal(FILE_VERSION),
    job: jobSchema,
    runs: z.array(runSchema).max(500, 'A file holds at most 500 runs.'),
  })
  .superRefine(({ job, runs }, context) =>
    runs.forEach((run, index) =>
      run.services.forEach(({ service, holds }, k) => {
        const unknown = [service, ...(holds ? [holds.service] : [])].find((id) => !serviceWith(id, job.services));
        if (!unknown) return;
        const message = `“${unknown}” is neither in the catalogue nor among the job’s own lines.`;
        context.addIssue({ code: 'custom', path: ['runs', index, 'services', k, 'service'], message });
      }),
    ),
  );

export type Job = z.infer<typeof jobSchema>;
export type JobFile = z.infer<typeof jobFileSchema>;
