import { z } from 'zod';
import { beddingIds, evidenceIds, groundIds, lineKinds, protectionIds, serviceIds, soilClasses, surfaces } from '../catalogue';
import { ruleInfo, ruleKeys, ruleSetIds } from '../rules';

/** Longest run and most stations one document may hold; past these a file is a mistake, not a trench. */
export const MAX_STATION = 20_000;
export const MAX_STATIONS = 20_000;

const text = (most: number) => z.string().trim().min(1, 'Give it a name.').max(most, `Keep it under ${most} characters.`);
const level = z.number().min(-500, 'Levels go down to −500 m.').max(9000, 'Levels go up to 9,000 m.');
const station = z.number().min(0, 'Stations start at 0.').max(MAX_STATION, 'Stations end at 20 km.');

/** One side of the trench. `ratio` is horizontal per vertical; bench lengths are metres, from the bottom up. */
export const wallSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('vertical') }),
  z.strictObject({
    kind: z.literal('batter'),
    ratio: z.number().min(0.05, 'A batter steeper than 1/20:1 is a vertical wall.').max(10, 'A batter flatter than 10:1 is open ground.'),
  }),
  z.strictObject({
    kind: z.literal('bench'),
    riser: z.number().min(0.1, 'Bench risers are at least 0.1 m.').max(3, 'Bench risers are at most 3 m.'),
    tread: z.number().min(0.1, 'Bench treads are at least 0.1 m.').max(10, 'Bench treads are at most 10 m.'),
    count: z.int().min(1, 'A benched side has at least one bench.').max(12, 'At most 12 benches.'),
  }),
]);

/** How the trench is made from `from` (station, metres) up to the next reach. */
export const reachSchema = z.strictObject({
  from: station,
  soil: z.enum(soilClasses),
  bottomWidth: z.number().min(0.05, 'The bottom is at least 50 mm wide.').max(20, 'The bottom is at most 20 m wide.'),
  entry: z.boolean(),
  left: wallSchema,
  right: wallSchema,
  protection: z.enum(protectionIds),
  bedding: z.number().min(0, 'Bedding cannot be less than nothing.').max(2, 'Bedding is at most 2 m thick.'),
  surround: z.number().min(0, 'Cover of surround cannot be less than nothing.').max(3, 'Surround is at most 3 m over the line.'),
  beddingMaterial: z.enum(beddingIds),
});

export const profileSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('cover'),
    cover: z.number().min(0, 'Cover cannot be less than nothing.').max(20, 'Cover is at most 20 m.'),
  }),
  z.strictObject({ kind: z.literal('inverts'), start: level, end: level }),
]);

export const spoilSchema = z.strictObject({
  ground: z.enum(groundIds),
  side: z.enum(['left', 'right', 'both']),
  setback: z.number().min(0, 'Setback cannot be less than nothing.').max(50, 'Setback is at most 50 m.'),
  corridorLeft: z.number().min(0, 'A corridor cannot be narrower than nothing.').max(500, 'A corridor is at most 500 m wide.'),
  corridorRight: z.number().min(0, 'A corridor cannot be narrower than nothing.').max(500, 'A corridor is at most 500 m wide.'),
  reuse: z.boolean(),
});

/** Below this angle a crossing is dealt with as a parallel line, radians (10°). */
export const LEAST_CROSSING = Math.PI / 18;

const existingCover = z.number().min(0, 'Cover cannot be less than nothing.').max(20, 'Cover is at most 20 m.');

/** A line that lies in the ground already. Angles in radians between the line and the run; offset right positive, from the centre line. */
export const existingLineSchema = z
  .strictObject({
    name: text(80),
    kind: z.enum(lineKinds),
    size: z.number().min(0.005, 'A line is at least 5 mm thick.').max(5, 'A line is at most 5 m thick.'),
    coverMin: existingCover,
    coverMax: existingCover,
    evidence: z.enum(evidenceIds),
    where: z.discriminatedUnion('kind', [
      z.strictObject({
        kind: z.literal('crossing'),
        station,
        angle: z
          .number()
          .min(LEAST_CROSSING, 'Below 10° (0.1745 rad) it runs along the trench: enter it as parallel.')
          .max(Math.PI / 2 + 1e-9, 'The angle is in radians, at most 1.5708 (90°).'),
      }),
      z.strictObject({
        kind: z.literal('parallel'),
        from: station,
        to: station,
        offset: z.number().min(-100, 'At most 100 m away.').max(100, 'At most 100 m away.'),
      }),
    ]),
  })
  .superRefine((line, context) => {
    if (line.coverMin > line.coverMax)
      context.addIssue({ code: 'custom', path: ['coverMax'], message: 'The greatest cover is less than the least; swap them.' });
    if (line.where.kind === 'parallel' && line.where.from >= line.where.to)
      context.addIssue({
        code: 'custom',
        path: ['where', 'to'],
        message: 'It ends where it begins or before; give the greater station second.',
      });
  });

const stationsSchema = z
  .array(z.strictObject({ station, ground: level }))
  .min(2, 'A run needs at least two stations.')
  .max(MAX_STATIONS, 'A run holds at most 20,000 stations.');

export const runSchema = z
  .strictObject({
    name: text(120),
    stations: stationsSchema,
    profile: profileSchema,
    service: z.enum(serviceIds as [string, ...string[]]),
    surface: z.enum(surfaces),
    reaches: z.array(reachSchema).min(1, 'A run needs at least one reach.').max(200, 'A run holds at most 200 reaches.'),
    spoil: spoilSchema,
    lines: z.array(existingLineSchema).max(100, 'A run holds at most 100 existing lines.'),
  })
  .superRefine((run, context) => {
    ascending(run.stations, (item) => item.station, ['stations'], 'station', context);
    ascending(run.reaches, (item) => item.from, ['reaches'], 'from', context);
    const first = run.stations[0]?.station ?? 0;
    const last = run.stations.at(-1)?.station ?? 0;
    run.lines.forEach((line, index) => {
      const at =
        line.where.kind === 'crossing'
          ? ([['station', line.where.station]] as const)
          : ([
              ['from', line.where.from],
              ['to', line.where.to],
            ] as const);
      for (const [key, value] of at)
        if (value < first || value > last)
          context.addIssue({
            code: 'custom',
            path: ['lines', index, 'where', key],
            message: `“${line.name}” at ${value} m lies off the run, which goes from ${first} m to ${last} m.`,
          });
    });
    run.reaches.forEach((reach, index) => {
      if (index === 0 && reach.from !== first)
        context.addIssue({
          code: 'custom',
          path: ['reaches', 0, 'from'],
          message: `The first reach starts where the run does, at ${first} m.`,
        });
      if (index > 0 && reach.from >= last)
        context.addIssue({
          code: 'custom',
          path: ['reaches', index, 'from'],
          message: `This reach starts at ${reach.from} m, past the end of the run at ${last} m.`,
        });
    });
  });

function ascending<T>(
  items: readonly T[],
  at: (item: T) => number,
  path: (string | number)[],
  key: string,
  context: z.RefinementCtx,
): void {
  for (let index = 1; index < items.length; index++) {
    const [before, here] = [at(items[index - 1] as T), at(items[index] as T)];
    if (here > before) continue;
    const message =
      here === before ? `${here} m is there twice; keep one of them.` : `${here} m comes after ${before} m; sort them so that they go up.`;
    context.addIssue({ code: 'custom', path: [...path, index, key], message });
    return;
  }
}

/** A rule changed for one job. Bounds follow what the rule measures. */
export const overrideSchema = z
  .strictObject({
    rule: z.enum(ruleKeys as [(typeof ruleKeys)[number], ...typeof ruleKeys]),
    value: z.number().min(0, 'A rule’s number cannot be below nothing.'),
    by: z.string().trim().min(2, 'Say who decided it: a role will do.').max(120, 'Keep it under 120 characters.'),
    reason: z.string().trim().min(3, 'Say why, in a few words; it goes on the record.').max(500, 'Keep the reason under 500 characters.'),
  })
  .superRefine((override, context) => {
    const most = ruleInfo[override.rule].quantity === 'batter' ? 10 : 30;
    if (override.value > most) context.addIssue({ code: 'custom', path: ['value'], message: `The most it can be is ${most}.` });
  });

/** The job without its runs: what the server keeps in one row. */
export const jobSchema = z
  .strictObject({
    name: text(120),
    ruleSet: z.enum(ruleSetIds),
    units: z.enum(['metric', 'us']),
    overrides: z.array(overrideSchema).max(50, 'A job holds at most 50 changed rules.'),
  })
  .superRefine((job, context) => {
    const seen = new Set<string>();
    job.overrides.forEach((override, index) => {
      if (seen.has(override.rule))
        context.addIssue({ code: 'custom', path: ['overrides', index, 'rule'], message: 'This rule is changed twice; keep one.' });
      seen.add(override.rule);
    });
  });

/** The open file: one job with all its runs. */
export const jobFileSchema = z.strictObject({
  format: z.literal('tamper-job'),
  version: z.literal(1),
  job: jobSchema,
  runs: z.array(runSchema).max(500, 'A file holds at most 500 runs.'),
});

export type Wall = z.infer<typeof wallSchema>;
export type ExistingLine = z.infer<typeof existingLineSchema>;
export type Reach = z.infer<typeof reachSchema>;
export type Profile = z.infer<typeof profileSchema>;
export type Run = z.infer<typeof runSchema>;
export type Job = z.infer<typeof jobSchema>;
export type JobFile = z.infer<typeof jobFileSchema>;
